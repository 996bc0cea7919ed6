package oakmirror.dynamics;

import java.util.Arrays;
import oakmirror.filter.Kaiser;

/**
 * Halves the rate of two channels: a linear-phase half-band filter of {@value #TAPS} taps (windowed sinc, Kaiser β = 6), of which every
 * second but the middle one is zero. Flat within 0.03 dB up to a seventh of the rate that comes in, and 60 dB down from where that part is
 * folded from.
 */
final class HalfBand {

    private static final int TAPS = 19;
    private static final double BETA = 6;
    private static final int PAIRS = (TAPS + 1) / 4;
    private static final int HISTORY = TAPS - 1;
    private static final float[] PAIR = pairs();

    private final float[][] past = new float[2][HISTORY];
    private final float[][] work = new float[2][];
    private int held;

    private static float[] pairs() {
        double[] taps = new double[PAIRS];
        double sum = 0;
        for (int j = 0; j < PAIRS; j++) {
            int t = 2 * j + 1;
            double x = t / (TAPS / 2 + 1.0);
            taps[j] = Math.sin(Math.PI * t / 2.0) / (Math.PI * t) * Kaiser.window(BETA, x);
            sum += 2 * taps[j];
        }
        float[] scaled = new float[PAIRS];
        for (int j = 0; j < PAIRS; j++) {
            scaled[j] = (float) (taps[j] / sum / 2);
        }
        return scaled;
    }

    /**
     * Takes the next frames.
     *
     * @return how many frames were written to the two arrays given, about half as many
     */
    int process(float[][] in, int count, float[][] out) {
        int available = held + count;
        int made = Math.max(0, (available - TAPS) / 2 + 1);
        if (available < TAPS) {
            made = 0;
        }
        for (int c = 0; c < 2; c++) {
            if (work[c] == null || work[c].length < HISTORY + 1 + count) {
                work[c] = new float[HISTORY + 1 + count];
            }
            System.arraycopy(past[c], 0, work[c], 0, held);
            System.arraycopy(in[c], 0, work[c], held, count);
            filter(work[c], made, out[c]);
        }
        int used = 2 * made;
        int left = available - used;
        for (int c = 0; c < 2; c++) {
            if (past[c].length < left) {
                past[c] = Arrays.copyOf(past[c], left);
            }
            System.arraycopy(work[c], used, past[c], 0, left);
        }
        held = left;
        return made;
    }

    private static void filter(float[] x, int count, float[] y) {
        float p0 = PAIR[0];
        float p1 = PAIR[1];
        float p2 = PAIR[2];
        float p3 = PAIR[3];
        float p4 = PAIR[4];
        for (int i = 0; i < count; i++) {
            int m = 2 * i + HISTORY / 2;
            y[i] = 0.5f * x[m]
                    + p0 * (x[m - 1] + x[m + 1])
                    + p1 * (x[m - 3] + x[m + 3])
                    + p2 * (x[m - 5] + x[m + 5])
                    + p3 * (x[m - 7] + x[m + 7])
                    + p4 * (x[m - 9] + x[m + 9]);
        }
    }
}
