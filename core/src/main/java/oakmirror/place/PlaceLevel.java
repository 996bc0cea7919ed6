package oakmirror.place;

import java.io.IOException;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Progress;

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

    /** What is measured, more than once. */
    @FunctionalInterface
    public interface Opening {
        /** The same stream from its start. */
        AudioStream open() throws IOException;
    }

    /**
     * Measures it, over all of a stream: integrated loudness (ITU-R BS.1770-5) in front and behind.
     *
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static PlaceLevel of(Opening track, PlaceSound place, Progress progress) throws IOException {
        return new LevelSearch(track, place).run(progress);
    }
}
