package oakmirror.dynamics;

import java.util.Arrays;
import oakmirror.filter.Kaiser;

/**
 * Cuts a range of frequencies out of a signal without moving phases, so that peaks keep their height, and reads peak and power of what is
 * left: a windowed sinc, the ideal low-pass at the upper end less that at the lower one (Kaiser, 60 dB down outside). Half the amplitude is
 * left at the ends; the slopes reach 0.85 octaves of the lower end to either side of both, from 6 kHz on half of that.
 *
 * <p>The signal is taken by blocks of {@value #SEGMENTS} segments of {@value #SEGMENT} samples, laid out in rows: row j holds sample j of every
 * segment. Then tap k adds to row j of the outcome row j + k of the signal, whatever the segment, and the inner loop runs over whole rows
 * with equal indices, which the compiler turns into vector instructions; along the samples themselves, where the indices differ by k, it does
 * not. Rows beyond the segment's length are those of the next segment, moved by one. (The layout is that of Bailey's FFT in rows and columns.)
 */
final class ZoneFilter {

    /** Samples in a segment. */
    static final int SEGMENT = 32;

    private static final int SEGMENTS = 512;
    private static final int BLOCK = SEGMENTS * SEGMENT;
    private static final int AT_ONCE = 4;

    /** Kaiser window for a stop band of A = 60 dB: β = 0.1102·(A − 8.7). J. F. Kaiser, 1974; from memory. */
    private static final double BETA = 5.653;
    /** Width of a slope in units of the lower end. */
    private static final double SLOPE = Math.pow(2, 0.85) - Math.pow(2, -0.85);
    /** Kaiser's estimate of the taps of a filter, (A − 8) / (2.285·Δω), for a slope Δω as wide as the sample rate. */
    private static final double TAPS_PER_SLOPE = (60 - 8) / (2.285 * 2 * Math.PI);

    /** From here on slopes are half as wide: where the top falls steeply, what lies below would be read. */
    private static final double STEEP_FROM_HZ = 6000;

    /** Takes what was read: one value a segment, as many segments as are whole. */
    @FunctionalInterface
    interface Readings {
        /** Highest magnitude and sum of squares of each segment; the arrays are used again afterwards. */
        void accept(float[] peaks, float[] squares, int segments);
    }

    private final float[] taps;
    private final float[][] waiting;
    private final float[][] rows;
    private final float[][] sums = new float[SEGMENT][SEGMENTS];
    private final float[] peaks = new float[SEGMENTS];
    private final float[] squares = new float[SEGMENTS];
    private int held;

    /**
     * A filter for two channels.
     *
     * @param lowHz lower end
     * @param highHz upper end; at half the rate or above, there is none
     * @param sampleRate rate of what is filtered
     */
    ZoneFilter(double lowHz, double highHz, double sampleRate) {
        double steeper = lowHz >= STEEP_FROM_HZ ? 2 : 1;
        int reach = (int) Math.ceil(steeper * TAPS_PER_SLOPE * sampleRate / (SLOPE * lowHz) / 2);
        double low = lowHz / sampleRate;
        double high = Math.min(0.5, highHz / sampleRate);
        taps = new float[(2 * reach + AT_ONCE) / AT_ONCE * AT_ONCE]; // 2·reach + 1, filled up with zeros
        for (int k = -reach; k <= reach; k++) {
            double sinc = k == 0
                    ? 2 * (high - low)
                    : (Math.sin(2 * Math.PI * high * k) - Math.sin(2 * Math.PI * low * k)) / (Math.PI * k);
            taps[k + reach] = (float) (sinc * Kaiser.window(BETA, k / (reach + 1.0)));
        }
        waiting = new float[2][BLOCK + taps.length];
        rows = new float[SEGMENT + taps.length - 1][SEGMENTS];
    }

    /** Takes the next frames, and hands on what comes of every block that is full. */
    void process(float[][] in, int count, Readings readings) {
        int done = 0;
        while (done < count) {
            int part = Math.min(count - done, BLOCK + taps.length - held);
            for (int c = 0; c < 2; c++) {
                System.arraycopy(in[c], done, waiting[c], held, part);
            }
            held += part;
            done += part;
            if (held == BLOCK + taps.length) {
                measure(SEGMENTS, readings);
                for (float[] samples : waiting) {
                    System.arraycopy(samples, BLOCK, samples, 0, taps.length);
                }
                held = taps.length;
            }
        }
    }

    /** Hands on what the last frames hold of whole segments. Ends the stream. */
    void finish(Readings readings) {
        int whole = (held - taps.length + 1) / SEGMENT;
        if (held >= taps.length && whole > 0) {
            for (float[] samples : waiting) {
                Arrays.fill(samples, held, samples.length, 0f);
            }
            measure(whole, readings);
        }
    }

    private void measure(int segments, Readings readings) {
        Arrays.fill(peaks, 0f);
        Arrays.fill(squares, 0f);
        for (float[] samples : waiting) {
            layOut(samples);
            filter();
            for (float[] row : sums) {
                raise(peaks, row);
                addSquares(squares, row);
            }
        }
        readings.accept(peaks, squares, segments);
    }

    private void layOut(float[] samples) {
        for (int j = 0; j < SEGMENT; j += 8) { // half a line of the processor's cache at a time
            float[] r0 = rows[j];
            float[] r1 = rows[j + 1];
            float[] r2 = rows[j + 2];
            float[] r3 = rows[j + 3];
            float[] r4 = rows[j + 4];
            float[] r5 = rows[j + 5];
            float[] r6 = rows[j + 6];
            float[] r7 = rows[j + 7];
            for (int s = 0; s < SEGMENTS; s++) {
                int at = s * SEGMENT + j;
                r0[s] = samples[at];
                r1[s] = samples[at + 1];
                r2[s] = samples[at + 2];
                r3[s] = samples[at + 3];
                r4[s] = samples[at + 4];
                r5[s] = samples[at + 5];
                r6[s] = samples[at + 6];
                r7[s] = samples[at + 7];
            }
        }
        for (int j = SEGMENT; j < rows.length; j++) {
            System.arraycopy(rows[j - SEGMENT], 1, rows[j], 0, SEGMENTS - 1);
            rows[j][SEGMENTS - 1] = samples[BLOCK + j - SEGMENT];
        }
    }

    private void filter() {
        for (int j = 0; j < SEGMENT; j++) {
            set(sums[j], rows[j], rows[j + 1], rows[j + 2], rows[j + 3], taps[0], taps[1], taps[2], taps[3]);
        }
        for (int k = AT_ONCE; k < taps.length; k += AT_ONCE) {
            float t0 = taps[k];
            float t1 = taps[k + 1];
            float t2 = taps[k + 2];
            float t3 = taps[k + 3];
            for (int j = 0; j < SEGMENT; j++) {
                int at = j + k;
                add(sums[j], rows[at], rows[at + 1], rows[at + 2], rows[at + 3], t0, t1, t2, t3);
            }
        }
    }

    private static void set(
            float[] sum, float[] x0, float[] x1, float[] x2, float[] x3, float t0, float t1, float t2, float t3) {
        for (int s = 0; s < sum.length; s++) {
            sum[s] = t0 * x0[s] + t1 * x1[s] + t2 * x2[s] + t3 * x3[s];
        }
    }

    private static void add(
            float[] sum, float[] x0, float[] x1, float[] x2, float[] x3, float t0, float t1, float t2, float t3) {
        for (int s = 0; s < sum.length; s++) {
            sum[s] += t0 * x0[s] + t1 * x1[s] + t2 * x2[s] + t3 * x3[s];
        }
    }

    private static void raise(float[] peaks, float[] row) {
        for (int s = 0; s < peaks.length; s++) {
            peaks[s] = Math.max(peaks[s], Math.abs(row[s]));
        }
    }

    private static void addSquares(float[] squares, float[] row) {
        for (int s = 0; s < squares.length; s++) {
            squares[s] += row[s] * row[s];
        }
    }
}
