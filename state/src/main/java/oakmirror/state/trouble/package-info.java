/** What is told of errors that nobody expected: a report that its user reads, and may hand on. */
package oakmirror.state.trouble;
