/**
 * How loud: programme loudness after ITU-R BS.1770-5 and EBU R 128 (Tech 3341 for momentary, short-term and integrated, Tech 3342
 * for the range), sample peak, true peak, RMS.
 */
package oakmirror.loudness;
