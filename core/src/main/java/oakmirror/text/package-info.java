/** The words of the program: every text that a user reads, in the user's language. */
package oakmirror.text;
