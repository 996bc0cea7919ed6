/** What Compare shows. */
package oakmirror.state.comparing;
