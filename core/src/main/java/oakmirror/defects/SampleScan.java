package oakmirror.defects;

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

    private final int cellSize;
    private final double cellSeconds;
    private final ClickFinder clicks;
    private final DropoutFinder dropouts;
    private final FlatTopCounter tops = new FlatTopCounter();
    private final FlatTopCounter bottoms = new FlatTopCounter();

    private final float[] past = new float[4];
    private int inCell;
    private float low;
    private float high;
    private float leap;
    private long cells;
    private long firstSound = -1;
    private long lastSound = -1;

    /** A scan of one channel. */
    SampleScan(int sampleRate) {
        cellSize = Math.max(LEAST_CELL, (int) Math.round(CELL_SECONDS * sampleRate));
        cellSeconds = (double) cellSize / sampleRate;
        clicks = new ClickFinder(cellSeconds);
        dropouts = new DropoutFinder(cellSeconds);
        clearCell();
    }

    private void clearCell() {
        inCell = 0;
        low = Float.POSITIVE_INFINITY;
        high = Float.NEGATIVE_INFINITY;
        leap = 0;
    }

    /** Takes the next samples. */
    void add(float[] samples, int count) {
        float a = past[0];
        float b = past[1];
        float c = past[2];
        float d = past[3];
        for (int i = 0; i < count; i++) {
            float x = samples[i];
            leap = Math.max(leap, Math.abs(x + d - 4 * (a + c) + 6 * b));
            low = Math.min(low, x);
            high = Math.max(high, x);
            tops.add(x);
            bottoms.add(-x);
            d = c;
            c = b;
            b = a;
            a = x;
            if (++inCell == cellSize) {
                closeCell();
            }
        }
        past[0] = a;
        past[1] = b;
        past[2] = c;
        past[3] = d;
    }

    private void closeCell() {
        clicks.add(leap);
        dropouts.add(low, high);
        if (Math.max(high, -low) > SILENT) {
            firstSound = firstSound < 0 ? cells : firstSound;
            lastSound = cells;
        }
        cells++;
        clearCell();
    }

    /** What the channel has; ends the stream. */
    Found finish() {
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
