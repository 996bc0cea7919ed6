/** Everything drawn by hand: log-frequency plots, the time mirror, meters. */
package oakmirror.desk.plot;
