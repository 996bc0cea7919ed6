package oakmirror.limiter;

import java.util.function.DoubleUnaryOperator;
import oakmirror.audio.Decibels;

/** The peak of a signal interpolated sixteen times: not the program's own interpolation. */
public final class Interpolated {

    private static final int FACTOR = 16;
    private static final int HALF = 48;
    /** Twice as long as the filters of the best converters. */
    private static final int LONG_HALF = 128;
    /** Every fourth phase is looked at everywhere. */
    private static final int STEP = 4;
    /** A sine at half the rate comes 1/cos(π/8) = 1.08 times over the values of four times; with room. */
    private static final double NEAR = 1.25;

    private static final double[][] PHASES =
            phases(HALF, x -> 0.42 + 0.5 * Math.cos(Math.PI * x) + 0.08 * Math.cos(2 * Math.PI * x));
    private static final double[][] LONG_PHASES = phases(LONG_HALF, x -> 0.5 + 0.5 * Math.cos(Math.PI * x));

    private Interpolated() {}

    private static double[][] phases(int half, DoubleUnaryOperator window) {
        double[][] phases = new double[FACTOR][2 * half];
        for (int p = 0; p < FACTOR; p++) {
            for (int k = 0; k < 2 * half; k++) {
                double t = k - (half - 1) - (double) p / FACTOR;
                phases[p][k] = (t == 0 ? 1 : Math.sin(Math.PI * t) / (Math.PI * t)) * window.applyAsDouble(t / half);
            }
        }
        return phases;
    }

    /** In dB of full scale, by a sinc of 96 samples under Blackman's window; what lies beyond the ends counts as silence. */
    public static double peakDb(float[] samples) {
        return peakDb(samples, PHASES);
    }

    /** The same by a sinc of 256 samples under Hann's window. */
    static double longPeakDb(float[] samples) {
        return peakDb(samples, LONG_PHASES);
    }

    private static double peakDb(float[] samples, double[][] phases) {
        int half = phases[0].length / 2;
        double[] padded = new double[samples.length + 4 * half];
        double highest = 0;
        for (int i = 0; i < samples.length; i++) {
            padded[2 * half + i] = samples[i];
            highest = Math.max(highest, Math.abs(samples[i]));
        }
        for (int i = 0; i + 2 * half <= padded.length; i++) {
            double loudest = 0; // where all is low, nothing between can be high
            for (int k = half - 6; k < half + 6; k++) {
                loudest = Math.max(loudest, Math.abs(padded[i + k]));
            }
            if (loudest < 0.4 * highest) {
                continue;
            }
            // Four times is near enough to tell whether anything between those can be higher.
            double near = Math.max(Math.abs(padded[i + half - 1]), Math.abs(padded[i + half]));
            for (int p = STEP; p < FACTOR; p += STEP) {
                near = Math.max(near, Math.abs(at(phases[p], padded, i)));
            }
            highest = Math.max(highest, near);
            for (int p = 1; p < FACTOR && NEAR * near >= highest; p++) {
                highest = Math.max(highest, Math.abs(at(phases[p], padded, i)));
            }
        }
        return Decibels.ofAmplitude(highest);
    }

    /** In four sums, which a processor works out side by side. */
    private static double at(double[] phase, double[] samples, int from) {
        double a = 0;
        double b = 0;
        double c = 0;
        double d = 0;
        for (int k = 0; k < phase.length; k += 4) {
            a += phase[k] * samples[from + k];
            b += phase[k + 1] * samples[from + k + 1];
            c += phase[k + 2] * samples[from + k + 2];
            d += phase[k + 3] * samples[from + k + 3];
        }
        return a + b + c + d;
    }
}
