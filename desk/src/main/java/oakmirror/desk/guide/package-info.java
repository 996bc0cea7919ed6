/** The guide in a window of its own, beside what it tells of. */
package oakmirror.desk.guide;
