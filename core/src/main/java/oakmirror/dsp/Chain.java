package oakmirror.dsp;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * What a mix goes through on its way to the master, from first to last: dynamics of zones, tone, gain, limiter. A description that never changes; the
 * processors it makes are the same for listening and for rendering. Their latency and the past they need are those of their stages together.
 *
 * @param dynamics what is done to the dynamics of zones, when something is; first, so that its thresholds are those of the mix whatever its tone becomes
 * @param tone what is done to its tone, of middle and side alike or of each
 * @param gainDb gain behind it, which is also the drive into the limiter
 * @param limiter what holds the ceiling, when something does
 */
public record Chain(Optional<ZoneDynamicsStage> dynamics, StereoTone tone, double gainDb, Optional<Stage> limiter) {

    /** Leaves everything as it is. */
    public static final Chain NONE = of(StereoTone.NONE);

    /** Checks the gain. */
    public Chain {
        if (!Double.isFinite(gainDb)) {
            throw new IllegalArgumentException("not a gain: " + gainDb);
        }
    }

    /** A tone alone. */
    public static Chain of(StereoTone tone) {
        return new Chain(Optional.empty(), tone, 0, Optional.empty());
    }

    /** A tone alone, the same for middle and side. */
    public static Chain of(ToneFilter tone) {
        return of(StereoTone.alike(tone));
    }

    /** The same with something done to the dynamics of zones. */
    public Chain withDynamics(Optional<ZoneDynamicsStage> value) {
        return new Chain(value, tone, gainDb, limiter);
    }

    /** The same with another tone. */
    public Chain withTone(StereoTone value) {
        return new Chain(dynamics, value, gainDb, limiter);
    }

    /** The same with another gain. */
    public Chain withGainDb(double db) {
        return new Chain(dynamics, tone, db, limiter);
    }

    /** The same with something else that holds the ceiling, or nothing. */
    public Chain withLimiter(Optional<Stage> value) {
        return new Chain(dynamics, tone, gainDb, value);
    }

    /** The highest gain in dB at a frequency of what comes before the limiter. */
    public double highestDb(double hz) {
        return dynamics.map(d -> d.mostGainDb(hz)).orElse(0.0) + tone.highestDb(hz) + gainDb;
    }

    /**
     * What makes equal processors for a rate; what takes long, as designing a filter, is done once.
     *
     * @throws IllegalArgumentException when the rate cannot carry it
     */
    public Supplier<StereoProcessor> maker(int sampleRate) {
        return maker(sampleRate, Reduction.NOT_KEPT);
    }

    private Supplier<StereoProcessor> maker(int sampleRate, Reduction reduction) {
        List<Supplier<StereoProcessor>> stages = new ArrayList<>();
        dynamics.ifPresent(d -> stages.add(d.maker(sampleRate)));
        stages.add(tone.maker(sampleRate, gainDb));
        limiter.ifPresent(l -> stages.add(l.maker(sampleRate, reduction)));
        return stages.stream()
                .reduce((a, b) -> () -> new Series(a.get(), b.get()))
                .orElseThrow();
    }

    /** A fresh processor for a rate. */
    public StereoProcessor create(int sampleRate) {
        return maker(sampleRate).get();
    }

    /** The same, telling what its limiter takes away; frames are those of the mix. */
    public StereoProcessor create(int sampleRate, Reduction reduction) {
        if (limiter.isEmpty()) {
            return create(sampleRate);
        }
        int before = withLimiter(Optional.empty()).create(sampleRate).latencyFrames();
        return maker(sampleRate, (frame, frames, gain) -> reduction.add(frame - before, frames, gain))
                .get();
    }
}
