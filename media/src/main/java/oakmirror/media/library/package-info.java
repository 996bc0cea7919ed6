/** The library: profiles kept for later, in a database of the user's own. */
package oakmirror.media.library;
