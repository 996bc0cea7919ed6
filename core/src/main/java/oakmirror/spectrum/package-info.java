/**
 * What is in it, by frequency: averaged spectra after P. D. Welch (1967), folded to bands of a fraction of an octave on the
 * base-ten series of IEC 61260-1; zones; notes after ISO 16.
 */
package oakmirror.spectrum;
