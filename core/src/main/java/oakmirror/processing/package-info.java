/**
 * What is done to sound, alike live and offline: filters, convolution, the monitor mixer that everything is heard through, dither.
 */
package oakmirror.processing;
