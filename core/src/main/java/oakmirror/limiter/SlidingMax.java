package oakmirror.limiter;

/**
 * The highest of the newest values, none of which is negative: the higher of what has come of a block and of what is left of the block before (M. van Herk 1992), which takes
 * two comparisons a value whatever the length. For one thread; allocates nothing.
 */
final class SlidingMax {

    private final float[] block;
    /** The highest of the block before, from each place to its end; one more, 0, at the end. */
    private final float[] left;

    private int place;
    private float highest;

    /** The highest of so many values. */
    SlidingMax(int length) {
        block = new float[length];
        left = new float[length + 1];
    }

    /** Takes values and puts in place of each the highest of the newest then. */
    void run(float[] values, float[] highestOfNewest) {
        for (int i = 0; i < values.length; i++) {
            float value = values[i];
            block[place] = value;
            highest = value > highest ? value : highest;
            place++;
            float rest = left[place];
            highestOfNewest[i] = rest > highest ? rest : highest;
            if (place == block.length) {
                turn();
            }
        }
    }

    private void turn() {
        float rest = 0;
        for (int i = block.length - 1; i >= 0; i--) {
            rest = block[i] > rest ? block[i] : rest;
            left[i] = rest;
        }
        place = 0;
        highest = 0;
    }

    void reset() {
        java.util.Arrays.fill(left, 0f);
        place = 0;
        highest = 0;
    }
}
