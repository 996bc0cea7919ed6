/** From a corrected mix to a master: the gain for a loudness target under a true-peak ceiling, and the rendering. */
package oakmirror.finish;
