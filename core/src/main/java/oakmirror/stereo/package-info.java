/**
 * How wide it is and what is left of it in mono: the ratio of side to mid, correlation and balance by frequency, what folding down loses, and
 * combs of notches from widening by delay. Definitions are those of the trade; the comb search is ours.
 */
package oakmirror.stereo;
