/** The project as data: what is open and how it is set, read and written as JSON; undo. */
package oakmirror.session;
