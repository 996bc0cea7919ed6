/** Audio from outside made ready for the core: importing a track is decoding, measuring and caching it in one pass. */
package oakmirror.media;
