/** A session read from disk with all that it needs, so that what follows from it can be worked out and rendered without a window. */
package oakmirror.media.session;
