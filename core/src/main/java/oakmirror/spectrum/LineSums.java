package oakmirror.spectrum;

/**
 * Sums of lines over blocks: a few blocks in single precision, which the compiler adds with vector instructions, and then on to double
 * precision, so that rounding does not grow with the length of the stream.
 */
final class LineSums {

    private static final int ADDED_AT_ONCE = 64;

    private final float[] recent;
    private final double[] all;
    private int added;

    LineSums(int lines) {
        recent = new float[lines];
        all = new double[lines];
    }

    void add(float[] lines) {
        for (int k = 0; k < recent.length; k++) {
            recent[k] += lines[k];
        }
        if (++added == ADDED_AT_ONCE) {
            moveOn();
        }
    }

    private void moveOn() {
        for (int k = 0; k < recent.length; k++) {
            all[k] += recent[k];
        }
        java.util.Arrays.fill(recent, 0f);
        added = 0;
    }

    /** Adds the sums to others. */
    void addTo(double[] sums) {
        moveOn();
        for (int k = 0; k < all.length; k++) {
            sums[k] += all[k];
        }
    }
}
