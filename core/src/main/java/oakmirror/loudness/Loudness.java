package oakmirror.loudness;

/**
 * Loudness figures of a stretch of audio. NaN where a figure is not defined: integrated when nothing passes the gate (silence, or
 * less than 400 ms), range and short-term below 3 s, momentary below 400 ms. Maxima of silence are −∞.
 *
 * @param integratedLufs gated programme loudness in LUFS, ITU-R BS.1770-5
 * @param rangeLu loudness range in LU, EBU Tech 3342
 * @param maxMomentaryLufs loudest 400 ms in LUFS
 * @param maxShortTermLufs loudest 3 s in LUFS
 */
public record Loudness(double integratedLufs, double rangeLu, double maxMomentaryLufs, double maxShortTermLufs) {}
