/** The library beside Gather: finding profiles, stepping through them, and putting them in the place of references. */
package oakmirror.desk.library;
