package oakmirror.compare;

import java.util.Optional;
import oakmirror.rhythm.BarGrid;

/** By how much a track is made longer to last bar for bar as long as the mix. */
public final class TempoFactor {

    /** Further than this a stretch is of no use for comparing. Common practice, no source. */
    private static final double MOST = 1.25;

    private TempoFactor() {}

    /** Length of the mix's bars over that of the track's; empty where either is not known, or they are too far apart. */
    public static Optional<Double> of(Optional<BarGrid> mix, Optional<BarGrid> track) {
        if (mix.isEmpty() || track.isEmpty()) {
            return Optional.empty();
        }
        double factor = mix.get().barSeconds() / track.get().barSeconds();
        boolean near = factor <= MOST && factor >= 1 / MOST;
        return near ? Optional.of(Math.round(factor * 1e6) / 1e6) : Optional.empty();
    }
}
