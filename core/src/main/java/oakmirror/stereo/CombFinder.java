package oakmirror.stereo;

import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.spectrum.LineSpectrum;
import org.jtransforms.fft.DoubleFFT_1D;

/**
 * Finds combs: regular notches over frequency in the fold-down.
 *
 * <p>Per line, what is left in mono of the mean power of both sides is (1 + ρ)/2 with ρ = 2·Re(L·R*)/(|L|² + |R|²). A side that is the other
 * one τ later makes ρ a cosine over frequency with the period 1/τ, whatever the programme; so the comb stands out as one peak in the
 * Fourier transform of the complex ρ over frequency, at τ, with the sign of the late side. That is the cross-correlation with all
 * frequencies weighted alike (C. H. Knapp, G. C. Carter, "The generalized correlation method", IEEE Trans. ASSP-24, 1976, with a weight near
 * their PHAT).
 *
 * <p>Lines from {@value #LOW_HZ} Hz to {@value #HIGH_HZ} Hz count, tapered by Hann, less their mean (which is how alike the sides are
 * altogether). The place of the peak is refined by maximising the transform itself.
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

    private static final double LOW_HZ = 150;
    private static final double HIGH_HZ = 14000;
    /** Lines this far below the strongest hold no programme. */
    private static final double FLOOR = 1e-11;

    private CombFinder() {}

    /** The comb of a spectrum, if there is one. */
    public static Optional<Comb> find(LineSpectrum lines) {
        int from = lines.lineOf(LOW_HZ);
        int to = lines.lineOf(HIGH_HZ);
        int count = to - from;
        if (count < 64 || lines.blocks() == 0) {
            return Optional.empty();
        }
        double[] real = new double[count];
        double[] imaginary = new double[count];
        double weightSum = likeness(lines, from, real, imaginary);
        if (weightSum < count / 8.0) {
            return Optional.empty();
        }
        int size = Integer.highestOneBit(4 * count);
        double lag = (double) lines.size()
                / lines.sampleRate()
                / size; // seconds from one value of the transform to the next
        double[] correlation = transform(real, imaginary, size);
        int shortest = (int) Math.ceil(SHORTEST_SECONDS / lag);
        int longest = Math.min(size / 2 - 1, (int) Math.floor(LONGEST_SECONDS / lag));
        int best = shortest;
        for (int i = -longest; i <= longest; i++) {
            if (Math.abs(i) >= shortest && magnitude(correlation, i, size) > magnitude(correlation, best, size)) {
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
        double height = magnitude(correlation, best, size);
        double amplitude = height / weightSum;
        if (amplitude < LEAST_AMPLITUDE || height < LEAST_LEAD * next) {
            return Optional.empty();
        }
        double delay = refined(real, imaginary, best * lag, lag, lines);
        return Optional.of(comb(lines, from, to, delay, amplitude));
    }

    /** Fills in ρ, tapered and less its mean; returns the sum of the taper's weights. */
    private static double likeness(LineSpectrum lines, int from, double[] real, double[] imaginary) {
        int count = real.length;
        double strongest = 0;
        for (int i = 0; i < count; i++) {
            strongest = Math.max(strongest, lines.power()[from + i]);
        }
        double[] weight = new double[count];
        double sum = 0;
        double meanReal = 0;
        double meanImaginary = 0;
        for (int i = 0; i < count; i++) {
            double power = lines.power()[from + i];
            if (power > FLOOR * strongest) {
                weight[i] = 0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / count);
                real[i] = lines.crossReal()[from + i] / power;
                imaginary[i] = lines.crossImaginary()[from + i] / power;
                sum += weight[i];
                meanReal += weight[i] * real[i];
                meanImaginary += weight[i] * imaginary[i];
            }
        }
        for (int i = 0; i < count; i++) {
            real[i] = weight[i] * (real[i] - meanReal / Math.max(sum, 1e-12));
            imaginary[i] = weight[i] * (imaginary[i] - meanImaginary / Math.max(sum, 1e-12));
        }
        return sum;
    }

    private static double[] transform(double[] real, double[] imaginary, int size) {
        double[] work = new double[2 * size];
        for (int i = 0; i < real.length; i++) {
            work[2 * i] = real[i];
            work[2 * i + 1] = imaginary[i];
        }
        new DoubleFFT_1D(size).complexForward(work);
        return work;
    }

    private static double magnitude(double[] transform, int index, int size) {
        int at = 2 * Math.floorMod(index, size);
        return Math.hypot(transform[at], transform[at + 1]);
    }

    /** The lag of the peak, to a thousandth of a step, by golden section between its neighbours. */
    private static double refined(double[] real, double[] imaginary, double near, double lag, LineSpectrum lines) {
        double golden = (Math.sqrt(5) - 1) / 2;
        double low = near - lag;
        double high = near + lag;
        while (high - low > lag / 1000) {
            double a = high - golden * (high - low);
            double b = low + golden * (high - low);
            if (magnitudeAt(real, imaginary, a, lines) > magnitudeAt(real, imaginary, b, lines)) {
                high = b;
            } else {
                low = a;
            }
        }
        return (low + high) / 2;
    }

    private static double magnitudeAt(double[] real, double[] imaginary, double delay, LineSpectrum lines) {
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
    private static Comb comb(LineSpectrum lines, int from, int to, double delay, double amplitude) {
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
