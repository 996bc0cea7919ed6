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
    private static final double STEP = 1.002;
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
        int last = Math.min(size / 2 - 1, (int) (HIGHEST_HZ * size / rate));
        int stepEnd = 0;
        double amplitude = 0;
        double weight = 0;
        for (int k = (int) Math.ceil(LOWEST_HZ * size / rate); k <= last; k++) {
            if (k >= stepEnd) { // spectra are smooth: what follows for three thousandths of an octave is the same
                double hz = (double) k * rate / size;
                amplitude = Decibels.toAmplitude(densityDb.applyAsDouble(hz));
                weight = LoudnessScale.weightAt(hz);
                stepEnd = (int) (k * STEP) + 1;
            }
            for (int at : new int[] {k, size - k
            }) { // each of both its own: one side's and the other's come of their sum and difference
                double phase = random.nextDouble(2 * Math.PI);
                z[2 * at] = amplitude * Math.cos(phase);
                z[2 * at + 1] = amplitude * Math.sin(phase);
                weighted += amplitude * amplitude * weight;
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
