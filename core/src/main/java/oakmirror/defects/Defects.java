package oakmirror.defects;

import java.util.Optional;
import oakmirror.spectrum.Hum;
import oakmirror.stereo.Comb;

/**
 * What is wrong with a recording whatever the music is.
 *
 * @param hum of the mains
 * @param clicks where a sample or an edit leaps out of the wave for less than a millisecond
 * @param dropouts where the sound is gone for a moment and comes back at once
 * @param flatTops tops of waves that are cut off at one level
 * @param leadSeconds silence before the first sound
 * @param tailSeconds silence after the last
 * @param echo a copy of all of it that is added a little later
 */
public record Defects(
        Optional<Hum> hum,
        Moments clicks,
        Moments dropouts,
        FlatTops flatTops,
        double leadSeconds,
        double tailSeconds,
        Optional<Comb> echo) {

    /** Nothing is known to be wrong. */
    public static final Defects NONE =
            new Defects(Optional.empty(), Moments.NONE, Moments.NONE, FlatTops.NONE, 0, 0, Optional.empty());
}
