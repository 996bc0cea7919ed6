/** Numbers as they are written for people. */
package oakmirror.readings;
