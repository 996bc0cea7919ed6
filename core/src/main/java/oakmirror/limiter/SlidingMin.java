package oakmirror.limiter;

/** The lowest of the newest values, before the first of which all were 0. For one thread; allocates nothing. */
final class SlidingMin {

    private final SlidingMax ofNegatives;

    /** The lowest of so many values. */
    SlidingMin(int length) {
        ofNegatives = new SlidingMax(length);
    }

    /** Takes values and puts in place of each the lowest of the newest then; both may be the same. */
    void run(float[] values, float[] lowestOfNewest) {
        negate(values, lowestOfNewest);
        ofNegatives.run(lowestOfNewest, lowestOfNewest);
        negate(lowestOfNewest, lowestOfNewest);
    }

    private static void negate(float[] values, float[] negatives) {
        for (int i = 0; i < values.length; i++) {
            negatives[i] = 0 - values[i]; // 0 stays 0
        }
    }

    void reset() {
        ofNegatives.reset();
    }
}
