package oakmirror.defects;

import java.util.Arrays;
import java.util.List;

/**
 * Looks through one channel for clicks, dropouts, flat tops and silence at the ends. The wave is seen by cells of {@value #CELL_SECONDS} s: their lowest and highest
 * sample and the largest fourth difference.
 */
final class SampleScan {

    private static final double CELL_SECONDS = 0.0003;
    private static final int LEAST_CELL = 4;

    /** Silence, −60 dBFS. Common practice, no source. */
    private static final float SILENT = 0.001f;

    /** The edges of a dropout are clicks by themselves. */
    private static final double OF_A_DROPOUT_SECONDS = 0.005;

    /** Where the sound begins and ends it is cut, and that is no click. */
    private static final double EDGE_SECONDS = 0.02;

    /** Samples a fourth difference looks back by. */
    private static final int BEFORE = 4;

    private final int cellSize;
    private final double cellSeconds;
    private final ClickFinder clicks;
    private final DropoutFinder dropouts;
    private final FlatTopCounter tops = new FlatTopCounter();
    private final FlatTopCounter bottoms = new FlatTopCounter();

    /** The four samples before those that have not been looked at yet, then these. */
    private float[] wave;

    private float[] leaps;
    private int waiting = BEFORE;
    private long cells;
    private long firstSound = -1;
    private long lastSound = -1;

    /** A scan of one channel. */
    SampleScan(int sampleRate) {
        cellSize = Math.max(LEAST_CELL, (int) Math.round(CELL_SECONDS * sampleRate));
        cellSeconds = (double) cellSize / sampleRate;
        clicks = new ClickFinder(cellSeconds);
        dropouts = new DropoutFinder(cellSeconds);
        wave = new float[BEFORE + cellSize];
        leaps = new float[BEFORE + cellSize];
    }

    /** Takes the next samples. */
    void add(float[] samples, int count) {
        int end = waiting + count;
        if (end > wave.length) {
            wave = Arrays.copyOf(wave, end);
            leaps = new float[end];
        }
        System.arraycopy(samples, 0, wave, waiting, count);
        int from = BEFORE;
        leaps(wave, leaps, end);
        for (; from + cellSize <= end; from += cellSize) {
            closeCell(from, from + cellSize);
        }
        int done = from - BEFORE;
        System.arraycopy(wave, done, wave, 0, end - done);
        waiting = end - done;
    }

    /** The size of the fourth difference that ends at each sample. Loops of this kind become vector instructions. */
    private static void leaps(float[] wave, float[] leaps, int end) {
        for (int i = BEFORE; i < end; i++) {
            leaps[i] = Math.abs(wave[i] + wave[i - 4] - 4 * (wave[i - 1] + wave[i - 3]) + 6 * wave[i - 2]);
        }
    }

    private void closeCell(int from, int to) {
        int most =
                0; // bits of what is not negative are in its order, and the larger of two of them takes one instruction
        int highest = Integer.MIN_VALUE;
        int lowest = Integer.MAX_VALUE;
        for (int i = from; i < to; i++) {
            most = Math.max(most, Float.floatToRawIntBits(leaps[i]));
            int ordered = ordered(Float.floatToRawIntBits(wave[i]));
            highest = Math.max(highest, ordered);
            lowest = Math.min(lowest, ordered);
        }
        float high = Float.intBitsToFloat(ordered(highest));
        float low = Float.intBitsToFloat(ordered(lowest));
        tops.add(wave, from, to, 1, high);
        bottoms.add(wave, from, to, -1, -low);
        clicks.add(Float.intBitsToFloat(most));
        dropouts.add(low, high);
        if (Math.max(high, -low) > SILENT) {
            firstSound = firstSound < 0 ? cells : firstSound;
            lastSound = cells;
        }
        cells++;
    }

    /** A float's bits as a number in the order of floats, and back: the bits of negative ones, but for the sign, fall where they rise. */
    private static int ordered(int bits) {
        return bits ^ bits >> 31 & Integer.MAX_VALUE;
    }

    /** What the channel has; ends the stream. */
    Found finish() {
        tops.add(wave, BEFORE, waiting, 1, Float.POSITIVE_INFINITY);
        bottoms.add(wave, BEFORE, waiting, -1, Float.POSITIVE_INFINITY);
        double soundFrom = firstSound < 0 ? Double.POSITIVE_INFINITY : firstSound * cellSeconds;
        double soundTo = (lastSound + 1) * cellSeconds;
        List<Double> gone = dropouts.found();
        List<Double> leaps = clicks.finish().stream()
                .filter(t -> t > soundFrom + EDGE_SECONDS && t < soundTo - EDGE_SECONDS)
                .filter(t -> gone.stream()
                        .noneMatch(g -> t > g - OF_A_DROPOUT_SECONDS && t < g + DropoutFinder.LONGEST_SECONDS))
                .toList();
        FlatTops flat = tops.found().with(bottoms.found());
        return new Found(leaps, gone, flat, soundFrom, soundTo);
    }

    /**
     * What one channel has.
     *
     * @param clicks when
     * @param dropouts when they begin
     * @param flatTops of both sides of the wave
     * @param soundFrom when the first sound begins; ∞ where there is none
     * @param soundTo when the last ends
     */
    record Found(List<Double> clicks, List<Double> dropouts, FlatTops flatTops, double soundFrom, double soundTo) {}
}
