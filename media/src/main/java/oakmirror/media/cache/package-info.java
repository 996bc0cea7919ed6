/** Decoded audio on disk, mapped into memory, so that the heap stays small however much is open. */
package oakmirror.media.cache;
