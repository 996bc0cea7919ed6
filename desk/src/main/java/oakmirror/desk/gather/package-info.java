/** Gather: the tracks, their passages and levels. */
package oakmirror.desk.gather;
