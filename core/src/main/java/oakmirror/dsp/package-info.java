/** What is done to sound, alike live and offline: filters, convolution, interpolation, dither, and chains made of them. */
package oakmirror.dsp;
