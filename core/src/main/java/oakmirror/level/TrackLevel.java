package oakmirror.level;

/**
 * What level matching needs to know of a track.
 *
 * @param loudnessLufs loudness it is matched by, as it is heard; NaN when it has none
 * @param truePeakDbtp its true peak
 */
public record TrackLevel(double loudnessLufs, double truePeakDbtp) {}
