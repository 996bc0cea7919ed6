/** Work that goes on in the background, as the window sees it. */
package oakmirror.state.task;
