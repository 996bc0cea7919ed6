package oakmirror.profile;

import oakmirror.measure.Levels;
import oakmirror.measure.TrackMeasurement;
import oakmirror.text.Texts;

/**
 * What is kept of the whole file that a passage was taken from.
 *
 * @param file loudness and peaks of its own channels
 * @param heard loudness and peaks of what is heard of it
 * @param frames its length
 * @param clips how often it is clipped
 * @param dcOffset how far the mean of a channel lies from 0
 * @param damagedSamples damaged samples
 */
public record Whole(Levels file, Levels heard, long frames, long clips, double dcOffset, long damagedSamples) {

    /** Checks that it can be. */
    public Whole {
        if (frames < 0 || clips < 0 || damagedSamples < 0 || !(Math.abs(dcOffset) <= 1e6)) {
            throw new IllegalArgumentException(Texts.of("invalid.length"));
        }
    }

    static Whole of(TrackMeasurement m) {
        return new Whole(m.file(), m.heard(), m.frames(), m.clips(), m.dcOffset(), m.damagedSamples());
    }
}
