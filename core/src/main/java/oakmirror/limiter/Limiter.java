package oakmirror.limiter;

import java.util.function.Supplier;
import oakmirror.audio.Decibels;
import oakmirror.dsp.Reduction;
import oakmirror.dsp.Stage;
import oakmirror.dsp.StereoProcessor;

/**
 * A limiter that holds a true-peak ceiling by looking ahead. The gain that the peaks around a sample ask for, between samples as well, is kept as long as a window is, let go as a
 * {@link Release} has it, and averaged over that window: so it is down before the peak comes, and the ceiling is held by construction, not by cutting what is left over.
 * Below the ceiling nothing is changed at all.
 *
 * @param ceilingDbtp highest true peak that comes out
 * @param settings how it is held; their clip is not the limiter's
 */
public record Limiter(double ceilingDbtp, LimiterSettings settings) implements Stage {

    /** What is looked ahead, in seconds: the length of the window. */
    private static final double AHEAD_SECONDS = 0.0015;

    /** But so many frames at least: a gain must change slowly against what lies between samples. */
    private static final int FEWEST_AHEAD = 64;

    /** Room for meters that interpolate otherwise, and for the rounding of a file. */
    static final double MARGIN_DB = 0.01;

    /** Checks the ceiling. */
    public Limiter {
        if (!Double.isFinite(ceilingDbtp)) {
            throw new IllegalArgumentException("not a ceiling: " + ceilingDbtp);
        }
    }

    /** How many frames are looked ahead at a rate. */
    static int aheadFrames(int sampleRate) {
        return Math.max(FEWEST_AHEAD, (int) Math.round(AHEAD_SECONDS * sampleRate));
    }

    /** The highest magnitude that comes out, linear. */
    double threshold() {
        return Decibels.toAmplitude(ceilingDbtp - MARGIN_DB);
    }

    @Override
    public Supplier<StereoProcessor> maker(int sampleRate) {
        return maker(sampleRate, Reduction.NOT_KEPT);
    }

    @Override
    public Supplier<StereoProcessor> maker(int sampleRate, Reduction reduction) {
        return () -> new LimiterProcessor(this, sampleRate, reduction);
    }
}
