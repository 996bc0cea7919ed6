/** Finish: what the master is brought to, and what that costs. */
package oakmirror.desk.finish;
