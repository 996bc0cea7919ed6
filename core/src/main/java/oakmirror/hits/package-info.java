/**
 * What of a sound is struck and what sustains: two sounds that add up to the whole, and how much of each zone's energy the first holds. The formula and its sources
 * are in docs/method.md.
 */
package oakmirror.hits;
