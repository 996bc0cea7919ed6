package oakmirror.dsp;

import java.util.List;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import oakmirror.audio.Decibels;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.Biquad;

/**
 * What is done to the tone of a stereo signal: to its middle, (L+R)/2, and to its side, (L−R)/2. Where both go through the same, left and right do.
 *
 * @param middle what the middle goes through
 * @param side what the side goes through; applied in the same phase
 */
public record StereoTone(ToneFilter middle, ToneFilter side) implements Stage {

    /** Changes nothing. */
    public static final StereoTone NONE = alike(ToneFilter.NONE);

    /** Checks that both delay alike. */
    public StereoTone {
        if (middle.phase() != side.phase()) {
            throw new IllegalArgumentException("middle and side in different phases");
        }
    }

    /** The same for middle and side. */
    public static StereoTone alike(ToneFilter both) {
        return new StereoTone(both, both);
    }

    /** Whether middle and side go through the same. */
    public boolean isAlike() {
        return middle.equals(side);
    }

    /** How it is applied. */
    public Phase phase() {
        return middle.phase();
    }

    /** The higher of the gains of middle and side at a frequency, in dB. */
    public double highestDb(double hz) {
        return Math.max(middle.responseDb(hz), side.responseDb(hz));
    }

    /** The same with something done to both. */
    public StereoTone with(UnaryOperator<ToneFilter> how) {
        ToneFilter m = how.apply(middle);
        return new StereoTone(m, isAlike() ? m : how.apply(side));
    }

    /** {@inheritDoc} It cannot where a section lies at or above half of it. */
    @Override
    public Supplier<StereoProcessor> maker(int sampleRate) {
        return maker(sampleRate, 0);
    }

    /** The same with a gain in dB behind it, which costs nothing. */
    Supplier<StereoProcessor> maker(int sampleRate, double gainDb) {
        if (isAlike()) {
            return middle.maker(sampleRate, gainDb);
        }
        double gain = Decibels.toAmplitude(gainDb);
        if (phase() == Phase.LINEAR) {
            double[] ofMiddle = LinearPhase.design(middle.curve(), sampleRate, gain);
            double[] ofSide = LinearPhase.design(side.curve(), sampleRate, gain);
            FirConvolver model = new FirConvolver(ofMiddle, ofSide, ofMiddle.length / 2, FirConvolver.part(sampleRate));
            return () -> new MidSide(model.another());
        }
        List<Biquad> ofMiddle = middle.biquads(sampleRate);
        List<Biquad> ofSide = side.biquads(sampleRate);
        return () -> new MidSide(new BiquadCascade(ofMiddle, ofSide, gain));
    }
}
