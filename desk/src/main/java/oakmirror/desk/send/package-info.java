/** What leaves the house: Send out, and the versions that were rendered. */
package oakmirror.desk.send;
