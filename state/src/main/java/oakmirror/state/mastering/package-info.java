/** What the master would be, and writing it. */
package oakmirror.state.mastering;
