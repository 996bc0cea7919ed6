/**
 * What one engineer's mixes have in common, song by song against their references: a hierarchical model of habits, what is done with proposals, which of two would be
 * preferred. Ours; formulas in docs/method.md.
 */
package oakmirror.habits;
