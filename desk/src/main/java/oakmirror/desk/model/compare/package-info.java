/** What Compare shows. */
package oakmirror.desk.model.compare;
