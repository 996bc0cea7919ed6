package oakmirror.hits;

import java.util.Arrays;

/** The median of each value of a row and its neighbours: of a spectrum over frequency. Beyond both ends the row is mirrored. */
final class RowMedian {

    private final int half;
    private final float[] sorted;
    private final float[] extended;

    /**
     * Medians of rows.
     *
     * @param size values of a row, more than half the length
     * @param length how many values side by side count, odd
     */
    RowMedian(int size, int length) {
        half = length / 2;
        sorted = new float[length];
        extended = new float[size + 2 * half];
    }

    /** Gives the medians of a row. */
    void of(float[] row, float[] medians) {
        int last = row.length - 1;
        for (int i = 0; i < extended.length; i++) {
            int at = Math.abs(i - half);
            extended[i] = row[at <= last ? at : 2 * last - at];
        }
        System.arraycopy(extended, 0, sorted, 0, sorted.length);
        Arrays.sort(sorted);
        medians[0] = sorted[half];
        for (int i = 1; i <= last; i++) {
            MovingMedian.replace(sorted, 0, sorted.length, extended[i - 1], extended[i + 2 * half]);
            medians[i] = sorted[half];
        }
    }
}
