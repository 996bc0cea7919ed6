/**
 * Second-order filter sections: the analogue shapes that bells and shelves are named by, and digital biquads whose magnitude follows
 * those shapes up to Nyquist.
 */
package oakmirror.filter;
