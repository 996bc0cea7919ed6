package oakmirror.stereo;

import java.util.Arrays;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.audio.Fft;
import oakmirror.spectrum.LineSpectrum;

/**
 * Finds combs: regular notches over frequency in the fold-down.
 *
 * <p>Per line, what is left in mono of the mean power of both sides is (1 + ρ)/2 with ρ = 2·Re(L·R*)/(|L|² + |R|²). A side that is the other
 * one τ later makes ρ a cosine over frequency with the period 1/τ, whatever the programme; so the comb stands out as one peak in the
 * Fourier transform of the complex ρ over frequency, at τ, with the sign of the late side. That is the cross-correlation with all
 * frequencies weighted alike (C. H. Knapp, G. C. Carter, "The generalized correlation method", IEEE Trans. ASSP-24, 1976, with a weight near
 * their PHAT).
 *
 * <p>Lines from {@value #LOW_HZ} Hz to {@value #HIGH_HZ} Hz count, tapered by Hann. Two things are told by it: that one part of the mix is late, by a peak
 * of ρ less its mean (which is how alike the sides are altogether); and that all that the sides have in common is late, however little that is in wide
 * and reverberant recordings, by a peak that holds most of Σ|ρ| and stands over what is in the middle. The place of the peak is refined by maximising
 * the transform itself.
 */
public final class CombFinder {

    /** The shortest delay that is looked for, in seconds. */
    public static final double SHORTEST_SECONDS = 0.00018;

    /** The longest. */
    public static final double LONGEST_SECONDS = 0.0125;

    /** A comb is said to be there from this amplitude of ρ on: the notches are then 2.2 dB deep. Common practice, no source. */
    private static final double LEAST_AMPLITUDE = 0.25;

    /** And this much over the next tallest peak far from it, so that a few wide instruments are not taken for one. Ours. */
    private static final double LEAST_LEAD = 1.5;

    /** Of what is common to the sides this part at least has to come late by the same time, where all of it is said to. Ours; method.md. */
    private static final double LEAST_PART = 0.4;

    /** And it has to stand so far over what is common at the same time. Ours. */
    private static final double LEAST_OVER_MIDDLE = 2;

    private static final double LOW_HZ = 150;
    private static final double HIGH_HZ = 14000;
    /** Lines this far below the strongest hold no programme. */
    private static final double FLOOR = 1e-11;

    private CombFinder() {}

    /** The comb of a spectrum, if there is one. */
    public static Optional<Comb> find(LineSpectrum lines) {
        int from = lines.lineOf(LOW_HZ);
        int to = lines.lineOf(HIGH_HZ);
        if (to - from < 64 || lines.blocks() == 0) {
            return Optional.empty();
        }
        Likeness all = Likeness.of(lines, from, to);
        if (all.weight < all.real.length / 8.0) {
            return Optional.empty();
        }
        Likeness varying = all.lessMean();
        Peak part = Peak.of(varying, lines);
        if (part.height >= LEAST_AMPLITUDE * all.weight && part.height >= LEAST_LEAD * part.next) {
            return Optional.of(comb(lines, from, to, refined(varying, part, lines)));
        }
        Peak whole = Peak.of(all, lines);
        boolean most = whole.height >= LEAST_PART * all.common && whole.height >= LEAST_LEAD * whole.next;
        return most && whole.height >= LEAST_OVER_MIDDLE * whole.middle
                ? Optional.of(comb(lines, from, to, refined(all, whole, lines)))
                : Optional.empty();
    }

    /**
     * ρ over the lines that count, tapered.
     *
     * @param weight sum of the taper's weights
     * @param common sum of |ρ|
     */
    private record Likeness(double[] real, double[] imaginary, double[] taper, double weight, double common) {

        static Likeness of(LineSpectrum lines, int from, int to) {
            int count = to - from;
            double strongest = Arrays.stream(lines.power(), from, to).max().orElse(0);
            double[] real = new double[count];
            double[] imaginary = new double[count];
            double[] taper = new double[count];
            double weight = 0;
            double common = 0;
            for (int i = 0; i < count; i++) {
                double power = lines.power()[from + i];
                if (power > FLOOR * strongest) {
                    taper[i] = 0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / count);
                    real[i] = taper[i] * lines.crossReal()[from + i] / power;
                    imaginary[i] = taper[i] * lines.crossImaginary()[from + i] / power;
                    weight += taper[i];
                    common += Math.hypot(real[i], imaginary[i]);
                }
            }
            return new Likeness(real, imaginary, taper, weight, common);
        }

        Likeness lessMean() {
            double meanReal = Arrays.stream(real).sum() / Math.max(weight, 1e-12);
            double meanImaginary = Arrays.stream(imaginary).sum() / Math.max(weight, 1e-12);
            double[] re = new double[real.length];
            double[] im = new double[real.length];
            for (int i = 0; i < re.length; i++) {
                re[i] = real[i] - taper[i] * meanReal;
                im[i] = imaginary[i] - taper[i] * meanImaginary;
            }
            return new Likeness(re, im, taper, weight, common);
        }
    }

    /**
     * The tallest peak among the delays that are looked for.
     *
     * @param seconds where
     * @param step from one value of the transform to the next, in seconds
     * @param height its magnitude
     * @param next the tallest far from it
     * @param middle the tallest of the delays that are too short
     */
    private record Peak(double seconds, double step, double height, double next, double middle) {

        static Peak of(Likeness likeness, LineSpectrum lines) {
            int count = likeness.real.length;
            int size = Integer.highestOneBit(4 * count);
            double step = (double) lines.size() / lines.sampleRate() / size;
            double[] correlation = transform(likeness.real, likeness.imaginary, size);
            int shortest = (int) Math.ceil(SHORTEST_SECONDS / step);
            int longest = Math.min(size / 2 - 1, (int) Math.floor(LONGEST_SECONDS / step));
            int best = shortest;
            double middle = 0;
            for (int i = -longest; i <= longest; i++) {
                if (Math.abs(i) < shortest) {
                    middle = Math.max(middle, magnitude(correlation, i, size));
                } else if (magnitude(correlation, i, size) > magnitude(correlation, best, size)) {
                    best = i;
                }
            }
            // From one null of the tapered window to the other no second peak can be told from the first.
            int lobe = (int) Math.ceil(2.0 * size / count);
            double next = 0;
            for (int i = -longest; i <= longest; i++) {
                if (Math.abs(i) >= shortest && Math.abs(i - best) > lobe) {
                    next = Math.max(next, magnitude(correlation, i, size));
                }
            }
            return new Peak(best * step, step, magnitude(correlation, best, size), next, middle);
        }
    }

    private static double[] transform(double[] real, double[] imaginary, int size) {
        double[] work = new double[2 * size];
        for (int i = 0; i < real.length; i++) {
            work[2 * i] = real[i];
            work[2 * i + 1] = imaginary[i];
        }
        Fft.precise(size).complexForward(work);
        return work;
    }

    private static double magnitude(double[] transform, int index, int size) {
        int at = 2 * Math.floorMod(index, size);
        return Math.hypot(transform[at], transform[at + 1]);
    }

    /** The lag of the peak, to a thousandth of a step, by golden section between its neighbours. */
    private static double refined(Likeness likeness, Peak peak, LineSpectrum lines) {
        double golden = (Math.sqrt(5) - 1) / 2;
        double low = peak.seconds - peak.step;
        double high = peak.seconds + peak.step;
        while (high - low > peak.step / 1000) {
            double a = high - golden * (high - low);
            double b = low + golden * (high - low);
            if (magnitudeAt(likeness, a, lines) > magnitudeAt(likeness, b, lines)) {
                high = b;
            } else {
                low = a;
            }
        }
        return (low + high) / 2;
    }

    private static double magnitudeAt(Likeness likeness, double delay, LineSpectrum lines) {
        double[] real = likeness.real;
        double[] imaginary = likeness.imaginary;
        double turn = 2 * Math.PI * delay * lines.frequencyHz(1);
        double sumReal = 0;
        double sumImaginary = 0;
        for (int i = 0; i < real.length; i++) {
            double c = Math.cos(turn * i);
            double s = Math.sin(turn * i);
            sumReal += real[i] * c + imaginary[i] * s;
            sumImaginary += imaginary[i] * c - real[i] * s;
        }
        return Math.hypot(sumReal, sumImaginary);
    }

    /** Reads depth and sign from the fold-down itself: its mean at the hills and at the notches of the delay that was found. */
    private static Comb comb(LineSpectrum lines, int from, int to, double delay) {
        double straight = 0;
        double[] sums = new double[2];
        double[] counts = new double[2];
        for (int k = from; k < to; k++) {
            if (lines.power()[k] > 0) {
                double phase = 2 * Math.PI * lines.frequencyHz(k) * delay;
                double rho = lines.crossReal()[k] / lines.power()[k];
                straight += rho * Math.cos(phase);
                if (Math.abs(Math.cos(phase)) > 0.9) {
                    int hill = Math.cos(phase) > 0 ? 0 : 1;
                    sums[hill] += (1 + rho) / 2;
                    counts[hill]++;
                }
            }
        }
        double atCosine = sums[0] / Math.max(1, counts[0]);
        double between = sums[1] / Math.max(1, counts[1]);
        boolean inverted = straight < 0;
        double ratio = inverted ? between / Math.max(1e-6, atCosine) : atCosine / Math.max(1e-6, between);
        return new Comb(delay, Math.max(0, Decibels.ofPower(ratio)), inverted);
    }
}
