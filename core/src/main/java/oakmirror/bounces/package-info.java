/**
 * A mix and its bounces: where the sound of one is in the next, whether the mix comes closer to its references, and which of the moves that were proposed
 * were made in it.
 */
package oakmirror.bounces;
