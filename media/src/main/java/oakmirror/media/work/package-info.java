/** Who does what in the background: one owner of all worker threads. Ours. */
package oakmirror.media.work;
