/**
 * How far peaks stand above the rest: peak to short-term loudness over time, and crest factor zone by zone. Definitions are those of the
 * trade (common practice, no single source).
 */
package oakmirror.dynamics;
