/** The library as the window shows it. */
package oakmirror.desk.model.library;
