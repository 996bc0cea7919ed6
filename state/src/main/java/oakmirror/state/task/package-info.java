/** Work in the background: what it is, whose it is, how it ends; one owner of all worker threads. Ours. */
package oakmirror.state.task;
