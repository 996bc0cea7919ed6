/**
 * Time in music: onsets, tempo, beats and bars, and where a track is fullest. Sources: P. Grosche and M. Müller on novelty curves (IEEE
 * TASLP 19, 2011) for onsets, autocorrelation and combs for tempo (common practice); the constants are ours, where not said otherwise.
 */
package oakmirror.rhythm;
