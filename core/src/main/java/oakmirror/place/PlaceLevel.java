package oakmirror.place;

import java.io.IOException;
import java.util.Optional;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.Chain;

/**
 * How a track has to go into a place to come out as loud as it is.
 *
 * @param lufs its integrated loudness in LUFS; NaN where it has none
 * @param gainDb gain in front of the place that makes it so
 * @param peakLu its true peak behind the place then, over its loudness
 */
public record PlaceLevel(double lufs, double gainDb, double peakLu) {

    /** For what has no loudness: silence, or less than 400 ms. */
    public static final PlaceLevel NONE = new PlaceLevel(Double.NaN, 0, Double.NEGATIVE_INFINITY);

    /**
     * Measures it, over all of a sound: integrated loudness (ITU-R BS.1770-5) in front and behind.
     *
     * @param chain what the sound goes through before
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static PlaceLevel of(StereoSource source, Optional<Chain> chain, PlaceSound place, Progress progress)
            throws IOException {
        return new LevelSearch(source, chain, place).run(progress);
    }
}
