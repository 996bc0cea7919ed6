/** The commands {@code measure} and {@code match}: the same core as the window, for scripts. */
package oakmirror.cli;
