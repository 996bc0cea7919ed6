/** Files that appear whole or not at all, whatever happens while they are written. */
package oakmirror.files;
