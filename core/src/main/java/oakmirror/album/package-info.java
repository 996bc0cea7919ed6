/** The songs of a record beside each other: who sits apart from the anchor and from the others, and how loud each should come out. */
package oakmirror.album;
