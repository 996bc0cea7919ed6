/** How things look and are written: colours of both themes, fonts, numbers with their units. */
package oakmirror.desk.look;
