package oakmirror.place;

import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;
import oakmirror.audio.Decibels;
import oakmirror.audio.Fft;
import oakmirror.dsp.NoiseLoop;
import oakmirror.loudness.LoudnessScale;

/**
 * Noise of a stated spectrum and loudness: for each frequency of a transform its amplitude and a phase by chance, so that it repeats without a seam and its loudness follows
 * exactly. Both sides are as loud and have nothing in common.
 */
final class SteadyNoise {

    private static final double LEAST_SECONDS = 8;
    private static final double LOWEST_HZ = 20;
    private static final double HIGHEST_HZ = 20_000;
    private static final long SEED = 36;

    private SteadyNoise() {}

    /**
     * A loop of it at 0 LUFS.
     *
     * @param densityDb its power for each Hz in dB, against an unknown
     */
    static NoiseLoop of(DoubleUnaryOperator densityDb, int rate) {
        int size = 2 * Integer.highestOneBit((int) (LEAST_SECONDS * rate) - 1);
        double[] z = new double[2 * size];
        SplittableRandom random = new SplittableRandom(SEED);
        double weighted = 0;
        for (int k = 1; k < size; k++) {
            double hz = (double) Math.min(k, size - k) * rate / size;
            if (hz >= LOWEST_HZ && hz <= HIGHEST_HZ) {
                double amplitude = Decibels.toAmplitude(densityDb.applyAsDouble(hz));
                double phase = random.nextDouble(2 * Math.PI);
                z[2 * k] = amplitude * Math.cos(phase);
                z[2 * k + 1] = amplitude * Math.sin(phase);
                weighted += amplitude * amplitude * LoudnessScale.weightAt(hz);
            }
        }
        Fft.precise(size).complexInverse(z, false);
        float[] left = new float[size];
        float[] right = new float[size];
        double gain = Math.sqrt(LoudnessScale.toPower(0) / weighted);
        for (int i = 0; i < size; i++) {
            left[i] = (float) (gain * z[2 * i]);
            right[i] = (float) (gain * z[2 * i + 1]);
        }
        return new NoiseLoop(left, right);
    }
}
