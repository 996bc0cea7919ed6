/** What is heard, and from where. */
package oakmirror.state.listening;
