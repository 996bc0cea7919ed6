package oakmirror.hits;

import java.util.Arrays;

/**
 * The median of the last values of many series at once: of each bin of a spectrum over time. What came before the first is 0. Values are kept sorted, and a new
 * one moves only those between itself and the one that leaves.
 */
final class MovingMedian {

    private final int series;
    private final int length;
    /** The last rows, the oldest at {@link #next}. */
    private final float[][] rows;
    /** The same values of each series in order, series after series. */
    private final float[] sorted;

    private int next;

    /**
     * Medians of zeros.
     *
     * @param series how many series
     * @param length how many of the last values count, odd
     */
    MovingMedian(int series, int length) {
        if (length % 2 == 0) {
            throw new IllegalArgumentException("an odd number of values has a median, not " + length);
        }
        this.series = series;
        this.length = length;
        rows = new float[length][series];
        sorted = new float[series * length];
    }

    /** Takes the next value of every series, none below 0, and gives the medians. */
    void add(float[] values, float[] medians) {
        float[] leaving = rows[next];
        for (int i = 0; i < series; i++) {
            int from = i * length;
            replace(sorted, from, from + length, leaving[i], values[i]);
            medians[i] = sorted[from + length / 2];
        }
        System.arraycopy(values, 0, leaving, 0, series);
        next = (next + 1) % length;
    }

    /** Has one value take another's place among some in order, which stay so. */
    static void replace(float[] sorted, int from, int to, float leaving, float coming) {
        int at = Arrays.binarySearch(sorted, from, to, leaving);
        while (at > from && sorted[at - 1] > coming) {
            sorted[at] = sorted[at - 1];
            at--;
        }
        while (at < to - 1 && sorted[at + 1] < coming) {
            sorted[at] = sorted[at + 1];
            at++;
        }
        sorted[at] = coming;
    }
}
