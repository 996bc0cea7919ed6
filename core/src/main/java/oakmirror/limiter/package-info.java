/** Holding a true-peak ceiling: soft clip, look-ahead limiter, and what they took away. */
package oakmirror.limiter;
