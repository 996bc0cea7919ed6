/** What plays outside, at the foot of Gather: listened to, taken, or held against the references live. */
package oakmirror.desk.input;
