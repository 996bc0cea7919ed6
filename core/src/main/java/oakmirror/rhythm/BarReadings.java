package oakmirror.rhythm;

import java.util.Arrays;

/**
 * How long bars are, and on which beat they begin, from beats that are known.
 *
 * <p>Three or four beats: by what comes back after 3, 6 and 9 beats against 4, 8 and 16, and by how unlike the beats of a bar of three are among each other against those of
 * four, in the lows and in all else. The first beat: the one with most in the lows. Both are logistic, with
 * weights fitted to the same made-up music; {@code bench/tempo} tells how often they are right. Bars of six eighths are told as two beats of three eighths each, two such bars as one of four beats.
 *
 * @param beatsPerBar 3 or 4
 * @param first beat on which bars begin, 0 being the one at the phase
 * @param certainty how likely it is that both are right, 0 to 1
 */
record BarReadings(int beatsPerBar, int first, double certainty) {

    /** Beats after which bars of three and of four come back. */
    private static final int BOTH = 12;

    private static final double[] THREES = {3, 6, 9};
    private static final double[] FOURS = {4, 8, 16};
    private static final double BACK_WEIGHT = 14;
    private static final double LOW_CONTRAST_WEIGHT = 1.5;
    private static final double UPPER_CONTRAST_WEIGHT = 3.0;
    private static final double USUAL = -0.3;
    private static final double LOW_WEIGHT = 9.2;

    /** The bars of some beats, of three or four of them. */
    static BarReadings of(Onsets onsets, double period, double phase) {
        double three = three(onsets, period, phase);
        BarReadings bars = of(onsets, period, phase, three > 0.5 ? 3 : 4);
        return new BarReadings(bars.beatsPerBar, bars.first, bars.certainty * Math.max(three, 1 - three));
    }

    /** The bars of some beats, of so many of them. */
    static BarReadings of(Onsets onsets, double period, double phase, int beatsPerBar) {
        double[] low = strengths(onsets.rawLow, period, phase, beatsPerBar);
        double mostLow = Arrays.stream(low).max().orElse(0) + 1;
        double[] likely = new double[beatsPerBar];
        int first = 0;
        double sum = 0;
        for (int b = 0; b < beatsPerBar; b++) {
            likely[b] = Math.exp(LOW_WEIGHT * low[b] / mostLow);
            sum += likely[b];
            first = likely[b] > likely[first] ? b : first;
        }
        return new BarReadings(beatsPerBar, first, likely[first] / sum);
    }

    private static double three(Onsets onsets, double period, double phase) {
        double back = mean(onsets, period, THREES) - mean(onsets, period, FOURS);
        double low = contrast(strengths(onsets.rawLow, period, phase, BOTH));
        double upper = contrast(strengths(onsets.rawUpper, period, phase, BOTH));
        double sum = BACK_WEIGHT * back + LOW_CONTRAST_WEIGHT * low + UPPER_CONTRAST_WEIGHT * upper + USUAL;
        return 1 / (1 + Math.exp(-sum));
    }

    private static double mean(Onsets onsets, double period, double[] beats) {
        return Arrays.stream(beats).map(b -> onsets.at(b * period)).average().orElse(0);
    }

    /** By how much more the beats of a bar of three differ among each other than those of four; a logarithm. */
    private static double contrast(double[] twelve) {
        return Math.log((contrast(twelve, 3) + 0.02) / (contrast(twelve, 4) + 0.02));
    }

    private static double contrast(double[] twelve, int beats) {
        double[] bar = new double[beats];
        double mean = 0;
        for (int i = 0; i < twelve.length; i++) {
            bar[i % beats] += twelve[i] * beats / twelve.length;
            mean += twelve[i] / twelve.length;
        }
        double m = mean;
        double variance = Arrays.stream(bar).map(x -> (x - m) * (x - m)).sum() / beats;
        return Math.sqrt(variance) / (mean + 1);
    }

    /** How strong every so many-th beat is on the average of the track. */
    private static double[] strengths(double[] curve, double period, double phase, int beats) {
        double[] sums = new double[beats];
        int[] counts = new int[beats];
        long n = (long) Math.ceil(-phase / period);
        for (double t = phase + n * period; t < curve.length; t += period, n++) {
            int beat = (int) Math.floorMod(n, (long) beats);
            sums[beat] += Onsets.near(curve, t);
            counts[beat]++;
        }
        for (int b = 0; b < beats; b++) {
            sums[b] /= Math.max(1, counts[b]);
        }
        return sums;
    }
}
