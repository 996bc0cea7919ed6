/** Where the program keeps its own files, and where native code lies. */
package oakmirror.media.folders;
