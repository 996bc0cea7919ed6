/** The library as the window shows it. */
package oakmirror.state.catalogue;
