package oakmirror.limiter;

import java.util.Arrays;

/**
 * The highest of the newest values, before the first of which all were 0: the higher of what has come of a block and of what is left of the block before (M. van Herk 1992), which
 * takes two comparisons a value whatever the length. For one thread; allocates nothing.
 */
final class SlidingMax {

    private static final float NONE = Float.NEGATIVE_INFINITY;

    private final float[] block;
    /** The highest of the block before, from each place to its end; one more, none, at the end. */
    private final float[] left;

    private int place;
    private float highest = NONE;

    /** The highest of so many values. */
    SlidingMax(int length) {
        block = new float[length];
        left = new float[length + 1];
        reset();
    }

    /** Takes values and puts in place of each the highest of the newest then; both may be the same. */
    void run(float[] values, float[] highestOfNewest) {
        for (int done = 0; done < values.length; ) {
            int count = Math.min(values.length - done, block.length - place);
            fill(values, highestOfNewest, done, count);
            done += count;
            place += count;
            if (place == block.length) {
                turn();
            }
        }
    }

    /** Values that a block has room for. */
    private void fill(float[] values, float[] highestOfNewest, int from, int count) {
        System.arraycopy(values, from, block, place, count);
        int after = place + 1 - from;
        float most = highest;
        for (int i = from; i < from + count; i++) {
            float value = values[i];
            most = value > most ? value : most;
            float rest = left[after + i];
            highestOfNewest[i] = rest > most ? rest : most;
        }
        highest = most;
    }

    private void turn() {
        float rest = NONE;
        for (int i = block.length - 1; i >= 0; i--) {
            rest = block[i] > rest ? block[i] : rest;
            left[i] = rest;
        }
        place = 0;
        highest = NONE;
    }

    void reset() {
        Arrays.fill(left, 0f);
        left[block.length] = NONE;
        place = 0;
        highest = NONE;
    }
}
