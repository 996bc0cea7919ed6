/**
 * Comparing without knowing which is which: a forced choice with its exact probability, and ranking by preference. The programs of both
 * are here; what is heard is the window's business.
 */
package oakmirror.blind;
