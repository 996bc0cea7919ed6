/**
 * What differs zone by zone beside the tone, width and dynamics: how far it is a fault of the mix and not just other music, and moves that bring it in line. And all
 * that is done to a mix together, tone, width and dynamics, as a chain.
 */
package oakmirror.zones;
