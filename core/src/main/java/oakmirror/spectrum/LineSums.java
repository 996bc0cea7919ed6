package oakmirror.spectrum;

import java.util.Arrays;

/**
 * Sums of lines over blocks: a few blocks in single precision, which the compiler adds with vector instructions, and then on to double
 * precision, so that rounding does not grow with the length of the stream. Short streams need no double precision and take no room for it.
 */
final class LineSums {

    private static final int ADDED_AT_ONCE = 64;

    private final float[] recent;
    private double[] older = new double[0];
    private int added;

    LineSums(int lines) {
        recent = new float[lines];
    }

    void add(float[] lines) {
        for (int k = 0; k < recent.length; k++) {
            recent[k] += lines[k];
        }
        if (++added == ADDED_AT_ONCE) {
            older = older.length == 0 ? new double[recent.length] : older;
            addRecentTo(older);
            Arrays.fill(recent, 0f);
            added = 0;
        }
    }

    private void addRecentTo(double[] sums) {
        for (int k = 0; k < recent.length; k++) {
            sums[k] += recent[k];
        }
    }

    /** Adds the sums to others. */
    void addTo(double[] sums) {
        for (int k = 0; k < older.length; k++) {
            sums[k] += older[k];
        }
        addRecentTo(sums);
    }
}
