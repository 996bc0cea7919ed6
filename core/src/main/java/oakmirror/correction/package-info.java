/**
 * From the gap between references and mix to what closes it: the gap, the correction derived from it (strength, resolution, guards,
 * limits), and the bells and shelves fitted to it.
 */
package oakmirror.correction;
