/** Controls that several pages share. */
package oakmirror.desk.control;
