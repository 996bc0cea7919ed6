/** What is heard, and from where. */
package oakmirror.desk.model.listen;
