package oakmirror.limiter;

import java.util.Arrays;

/**
 * A mean of the newest gains, weighted by a smooth window: three running means, one behind the other, which is a window of quadratic arcs. All weights are positive and
 * add to one, so that a mean of gains that are low enough is low enough. Gains are whole numbers of 2⁻³⁰ here, so that running sums are exact, whatever was
 * before, and a gain of 1 stays exactly 1. For one thread; allocates nothing.
 */
final class GainWindow {

    private static final double UNIT = 1 << 30;
    private static final int MEANS = 3;

    private final int part;
    private final int stretch;
    /** What each mean is of: as many values as it goes over, and those of the stretch. */
    private final long[][] lines = new long[MEANS][];

    private final long[] sums = new long[MEANS];
    private final double whole;
    /** For how many values it has been 1. */
    private int rest;

    /**
     * A window.
     *
     * @param length over how many values it goes, at least
     * @param stretch how many values it is given at a time
     */
    GainWindow(int length, int stretch) {
        part = (length + 2 * (MEANS - 1)) / MEANS;
        this.stretch = stretch;
        for (int m = 0; m < MEANS; m++) {
            lines[m] = new long[part + stretch];
        }
        whole = UNIT * part * part * part;
        reset();
    }

    /** How many values it goes over. */
    int length() {
        return MEANS * part - MEANS + 1;
    }

    /** Takes the next gains, at most 1, and puts the means in their place. */
    void run(double[] gains) {
        boolean isOne = true;
        long[] first = lines[0];
        for (int i = 0; i < stretch; i++) {
            first[part + i] = (long) (gains[i] * UNIT);
            isOne &= gains[i] == 1;
        }
        rest = isOne ? Math.min(length(), rest + stretch) : 0;
        for (int m = 0; m < MEANS; m++) {
            long[] line = lines[m];
            long[] next = lines[(m + 1) % MEANS];
            long sum = sums[m];
            for (int i = 0; i < stretch; i++) {
                sum += line[part + i] - line[i];
                if (m + 1 < MEANS) {
                    next[part + i] = sum;
                } else {
                    gains[i] = sum / whole;
                }
            }
            sums[m] = sum;
            System.arraycopy(line, stretch, line, 0, part);
        }
    }

    /** Whether all it holds are gains of 1. */
    boolean isAtRest() {
        return rest == length();
    }

    final void reset() {
        long value = (long) UNIT;
        for (int m = 0; m < MEANS; m++) {
            Arrays.fill(lines[m], value);
            value *= part;
            sums[m] = value;
        }
        rest = length();
    }
}
