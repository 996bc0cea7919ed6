/**
 * What is in it, by frequency: averaged spectra after P. D. Welch (1967), folded to bands of a fraction of an octave through the
 * base-ten third-octave centres of IEC 61260-1; zones; notes after ISO 16.
 */
package oakmirror.spectrum;
