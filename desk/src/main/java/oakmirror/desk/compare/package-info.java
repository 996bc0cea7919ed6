/** Compare: one sheet with tone, loudness, dynamics, width and spectrograms, of which one is large, and the findings. */
package oakmirror.desk.compare;
