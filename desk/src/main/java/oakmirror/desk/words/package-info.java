/** What the words on screen mean, and how to read each picture. */
package oakmirror.desk.words;
