package oakmirror.stereo;

import java.util.Arrays;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.audio.Fft;
import oakmirror.audio.Sums;
import oakmirror.spectrum.LineSpectrum;

/**
 * Finds a copy of a sound that is added to it later: as log|1 + g·e^(−iωτ)| = g·cos ωτ − …, the averaged spectrum in dB ripples with the period 1/τ whatever the
 * music (B. P. Bogert, M. J. R. Healy, J. W. Tukey, "The quefrency alanysis of time series for echoes", 1963; named from memory). Notes ripple as well, but not
 * all over the range alike; so the ripple has to be there, with the same sign, in each of four ranges.
 */
public final class EchoFinder {

    /** The shortest delay that is looked for, in seconds. */
    public static final double SHORTEST_SECONDS = 0.0008;

    /** The longest. */
    public static final double LONGEST_SECONDS = 0.02;

    private static final double[] RANGES_HZ = {300, 1000, 2500, 5000, 10000};

    /** What is slower than this over frequency is balance, not ripple. */
    private static final double SMOOTH_HZ = 700;

    private static final double MOST_DB = 12;

    /** Ripple in dB that has to be there in every range. Music has up to 1.3; measured on bench/findings. */
    private static final double LEAST_DB = 1.6;

    /** Four values of the transform for each line's worth of delay. */
    private static final int FINE = 4;

    private EchoFinder() {}

    /** The comb that an echo carves into both sides, if there is one. */
    public static Optional<Comb> find(LineSpectrum lines) {
        double lineHz = lines.frequencyHz(1);
        if (lines.blocks() == 0 || lines.frequencyHz(lines.power().length - 1) < RANGES_HZ[RANGES_HZ.length - 1]) {
            return Optional.empty();
        }
        double[] ripple = ripple(lines, lineHz);
        int size = Integer.highestOneBit((int) (FINE * RANGES_HZ[RANGES_HZ.length - 1] / lineHz)) * 2;
        double step = 1 / (size * lineHz);
        int shortest = (int) Math.ceil(SHORTEST_SECONDS / step);
        int longest = (int) Math.min(size / 2.0 - 1, LONGEST_SECONDS / step);
        double[] least = new double[longest + 1];
        double[] most = new double[longest + 1];
        Arrays.fill(least, Double.POSITIVE_INFINITY);
        Arrays.fill(most, Double.NEGATIVE_INFINITY);
        for (int r = 0; r + 1 < RANGES_HZ.length; r++) {
            double[] of = transform(ripple, lines.lineOf(RANGES_HZ[r]), lines.lineOf(RANGES_HZ[r + 1]), size);
            for (int t = shortest; t <= longest; t++) {
                least[t] = Math.min(least[t], of[2 * t]);
                most[t] = Math.max(most[t], of[2 * t]);
            }
        }
        int best = shortest;
        for (int t = shortest; t <= longest; t++) {
            best = depth(least, most, t) > depth(least, most, best) ? t : best;
        }
        double depth = depth(least, most, best);
        return depth < LEAST_DB ? Optional.empty() : Optional.of(new Comb(best * step, 2 * depth, most[best] < 0));
    }

    /** The ripple that all ranges have, of either sign. */
    private static double depth(double[] least, double[] most, int t) {
        return Math.max(least[t], -most[t]);
    }

    /** The spectrum in dB less its own mean around each line. */
    private static double[] ripple(LineSpectrum lines, double lineHz) {
        double floor = 1e-12 * Arrays.stream(lines.power()).max().orElse(0) + 1e-30;
        double[] db = Arrays.stream(lines.power())
                .map(p -> Decibels.ofPower(p + floor))
                .toArray();
        int half = (int) Math.round(SMOOTH_HZ / lineHz / 2);
        double[] smooth = Sums.movingMean(Sums.movingMean(db, half), half);
        double[] ripple = new double[db.length];
        for (int k = 0; k < db.length; k++) {
            ripple[k] = Math.max(-MOST_DB, Math.min(MOST_DB, db[k] - smooth[k]));
        }
        return ripple;
    }

    /** The amplitudes of the cosines in a range, in dB, at their places over frequency from 0 Hz. */
    private static double[] transform(double[] ripple, int from, int to, int size) {
        double[] work = new double[2 * size];
        double weight = 0;
        double sum = 0;
        double[] taper = new double[to - from];
        for (int i = 0; i < taper.length; i++) {
            taper[i] = 0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / taper.length);
            weight += taper[i];
            sum += taper[i] * ripple[from + i];
        }
        for (int i = 0; i < taper.length; i++) {
            work[2 * (from + i)] = 2 * taper[i] * (ripple[from + i] - sum / weight) / weight;
        }
        Fft.precise(size).complexForward(work);
        return work;
    }
}
