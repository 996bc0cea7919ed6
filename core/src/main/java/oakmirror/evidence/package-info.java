/** How far a difference between mix and references is a fault of the mix, and not just other music. Corrections and findings alike ask here. Ours. */
package oakmirror.evidence;
