/**
 * What is kept of a reference without its audio: its figures, what is said about it, how like another it is, and several folded into one. The open
 * form of it is described in docs/formats.md.
 */
package oakmirror.profile;
