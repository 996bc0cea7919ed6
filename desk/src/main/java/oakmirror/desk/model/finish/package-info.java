/** What the master would be, and writing it. */
package oakmirror.desk.model.finish;
