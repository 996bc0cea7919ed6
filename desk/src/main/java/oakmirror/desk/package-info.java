/** The window: starting, the frame around the five stations, the listening bar. Computes nothing; shows what core gives. */
package oakmirror.desk;
