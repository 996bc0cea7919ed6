package oakmirror.limiter;

import java.util.function.Supplier;
import oakmirror.audio.Decibels;
import oakmirror.dsp.Stage;
import oakmirror.dsp.StereoProcessor;

/**
 * Takes the tips off peaks before the limiter, sample by sample and eight times oversampled: nothing up to its amount below the ceiling, half its amount at the ceiling, all of it from
 * its amount above the ceiling on; between, in decibels, along 3u² − 2u³, so that neither the curve nor its slope has a corner and louder always stays louder. What
 * it leaves of a loud peak is the limiter's.
 *
 * @param ceilingDbtp the ceiling its knee lies around
 * @param amountDb the most it takes off, over 0
 */
public record SoftClip(double ceilingDbtp, double amountDb) implements Stage {

    /** Checks both. */
    public SoftClip {
        if (!Double.isFinite(ceilingDbtp) || !(amountDb > 0 && amountDb <= LimiterSettings.MOST_CLIP_DB)) {
            throw new IllegalArgumentException("not a soft clip: " + ceilingDbtp + ", " + amountDb);
        }
    }

    @Override
    public Supplier<StereoProcessor> maker(int sampleRate) {
        return () -> new SoftClipProcessor(this);
    }

    /** The magnitude from which on something is taken, linear. */
    double start() {
        return Decibels.toAmplitude(ceilingDbtp - amountDb);
    }

    /** What is taken off a magnitude, in dB. */
    public double takenDb(double magnitude) {
        double u = (Decibels.ofAmplitude(magnitude) - ceilingDbtp + amountDb) / (2 * amountDb);
        return u <= 0 ? 0 : u >= 1 ? amountDb : amountDb * u * u * (3 - 2 * u);
    }
}
