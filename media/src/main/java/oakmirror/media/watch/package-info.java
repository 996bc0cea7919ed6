/** Watching folders for files that are written by other programs. */
package oakmirror.media.watch;
