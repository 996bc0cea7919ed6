/** The listening places there are, as files. */
package oakmirror.media.place;
