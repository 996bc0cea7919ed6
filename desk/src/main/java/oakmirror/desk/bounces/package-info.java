/** Bounces of the mix beneath the tracks of Gather. */
package oakmirror.desk.bounces;
