package oakmirror.limiter;

import oakmirror.audio.Decibels;

/** The peak of a signal interpolated sixteen times, by a sinc of 96 samples under Blackman's window: not the program's own interpolation. */
public final class Interpolated {

    private static final int FACTOR = 16;
    private static final int HALF = 48;
    /** Every fourth phase is looked at everywhere. */
    private static final int STEP = 4;
    /** A sine at half the rate comes 1/cos(π/8) = 1.08 times over the values of four times; with room. */
    private static final double NEAR = 1.25;

    private static final double[][] PHASES = phases();

    private Interpolated() {}

    private static double[][] phases() {
        double[][] phases = new double[FACTOR][2 * HALF];
        for (int p = 0; p < FACTOR; p++) {
            for (int k = 0; k < 2 * HALF; k++) {
                double t = k - (HALF - 1) - (double) p / FACTOR;
                double x = t / HALF;
                double window = 0.42 + 0.5 * Math.cos(Math.PI * x) + 0.08 * Math.cos(2 * Math.PI * x);
                phases[p][k] = (t == 0 ? 1 : Math.sin(Math.PI * t) / (Math.PI * t)) * window;
            }
        }
        return phases;
    }

    /** In dB of full scale; what lies beyond the ends counts as silence. */
    public static double peakDb(float[] samples) {
        double[] padded = new double[samples.length + 4 * HALF];
        double highest = 0;
        for (int i = 0; i < samples.length; i++) {
            padded[2 * HALF + i] = samples[i];
            highest = Math.max(highest, Math.abs(samples[i]));
        }
        for (int i = 0; i + 2 * HALF <= padded.length; i++) {
            double loudest = 0; // where all is low, nothing between can be high
            for (int k = HALF - 6; k < HALF + 6; k++) {
                loudest = Math.max(loudest, Math.abs(padded[i + k]));
            }
            if (loudest < 0.4 * highest) {
                continue;
            }
            // Four times is near enough to tell whether anything between those can be higher.
            double near = Math.max(Math.abs(padded[i + HALF - 1]), Math.abs(padded[i + HALF]));
            for (int p = STEP; p < FACTOR; p += STEP) {
                near = Math.max(near, Math.abs(at(PHASES[p], padded, i)));
            }
            highest = Math.max(highest, near);
            for (int p = 1; p < FACTOR && NEAR * near >= highest; p++) {
                highest = Math.max(highest, Math.abs(at(PHASES[p], padded, i)));
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
        for (int k = 0; k < 2 * HALF; k += 4) {
            a += phase[k] * samples[from + k];
            b += phase[k + 1] * samples[from + k + 1];
            c += phase[k + 2] * samples[from + k + 2];
            d += phase[k + 3] * samples[from + k + 3];
        }
        return a + b + c + d;
    }
}
