/**
 * What stands against what: mix and references at one loudness, the gap to every reference, what the references leave for the mix, and where
 * tracks lie against each other in time. Findings, corrections, the window and the commands all start from here. Ours.
 */
package oakmirror.compare;
