/** What is open: the session, its tracks and passages, keeping and recovering it. */
package oakmirror.state.workspace;
