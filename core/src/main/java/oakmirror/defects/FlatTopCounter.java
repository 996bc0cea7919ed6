package oakmirror.defects;

import oakmirror.audio.Decibels;

/**
 * Counts the flat tops of one side of one channel's wave: three or more samples in a row that are alike, within a thousandth of the highest level so far, with a
 * corner at each end, where a smooth wave has none. A higher level begins the count again, as what is below it was not cut off there.
 */
final class FlatTopCounter {

    /** Samples are alike within so much: a bit and a third of 16. */
    private static final float ALIKE = 4e-5f;

    /** At a corner the wave falls by so much in a sample. */
    private static final float CORNER = 10 * ALIKE;

    private static final int LEAST = 3;
    private static final float WITHIN = 0.999f;
    /** Below this, −40 dBFS, tops of quiet sound are flat by themselves. */
    private static final float LOWEST = 0.01f;

    private float highest = LOWEST;
    private float gate = WITHIN * LOWEST;
    private float before;
    private float first;
    private int run;
    private boolean corner;
    private long count;

    /** Takes the next samples, of which the highest and the last are known: as nearly all cells of a wave are too low to matter, most are told by that. */
    void add(float[] wave, int from, int to, float sign, float highestOfThem) {
        if (run == 0 && highestOfThem < gate) {
            before = sign * wave[to - 1];
            return;
        }
        for (int i = from; i < to; i++) {
            add(sign * wave[i]);
        }
    }

    /** Takes the next sample; what is below 0 is of the other side. */
    private void add(float x) {
        if (run == 0 && x < gate) { // as nearly all are
            before = x;
            return;
        }
        if (run > 0 && Math.abs(x - first) <= ALIKE) {
            run++;
        } else {
            count += run >= LEAST && corner && x < first - CORNER ? 1 : 0;
            boolean isHigh = x >= gate;
            run = isHigh ? 1 : 0;
            first = x;
            corner = isHigh && before < x - CORNER;
        }
        if (x * WITHIN > highest) {
            highest = x;
            gate = WITHIN * highest;
            count = 0;
        }
        before = x;
    }

    FlatTops found() {
        return count == 0 ? FlatTops.NONE : new FlatTops(count, Decibels.ofAmplitude(highest));
    }
}
