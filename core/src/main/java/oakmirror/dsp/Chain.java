package oakmirror.dsp;

import java.util.Optional;
import java.util.function.Supplier;

/**
 * What a mix goes through on its way to the master, from first to last: correction, gain, limiter. A description that never changes; the
 * processors it makes are the same for listening and for rendering. Their latency and the past they need are those of their stages together.
 *
 * @param correction what is done to its tone
 * @param gainDb gain behind it, which is also the drive into the limiter
 * @param limiter what holds the ceiling, when something does
 */
public record Chain(ToneFilter correction, double gainDb, Optional<Stage> limiter) {

    /** Leaves everything as it is. */
    public static final Chain NONE = of(ToneFilter.NONE);

    /** Checks the gain. */
    public Chain {
        if (!Double.isFinite(gainDb)) {
            throw new IllegalArgumentException("not a gain: " + gainDb);
        }
    }

    /** A correction alone. */
    public static Chain of(ToneFilter correction) {
        return new Chain(correction, 0, Optional.empty());
    }

    /** The same with another gain. */
    public Chain withGainDb(double db) {
        return new Chain(correction, db, limiter);
    }

    /** Gain in dB at a frequency of what comes before the limiter. */
    public double responseDb(double hz) {
        return correction.responseDb(hz) + gainDb;
    }

    /**
     * What makes equal processors for a rate; what takes long, as designing a filter, is done once.
     *
     * @throws IllegalArgumentException when the rate cannot carry it
     */
    public Supplier<StereoProcessor> maker(int sampleRate) {
        Supplier<StereoProcessor> corrected = correction.maker(sampleRate, gainDb);
        if (limiter.isEmpty()) {
            return corrected;
        }
        Supplier<StereoProcessor> limited = limiter.get().maker(sampleRate);
        return () -> new Series(corrected.get(), limited.get());
    }

    /** A fresh processor for a rate. */
    public StereoProcessor create(int sampleRate) {
        return maker(sampleRate).get();
    }
}
