package oakmirror.limiter;

import oakmirror.audio.Decibels;

/** The peak of a signal interpolated sixteen times, by a sinc of 96 samples under Blackman's window: not the program's own interpolation. */
public final class Interpolated {

    private static final int FACTOR = 16;
    private static final int HALF = 48;
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
            for (double[] phase : PHASES) {
                double sum = 0;
                for (int k = 0; k < 2 * HALF; k++) {
                    sum += phase[k] * padded[i + k];
                }
                highest = Math.max(highest, Math.abs(sum));
            }
        }
        return Decibels.ofAmplitude(highest);
    }
}
