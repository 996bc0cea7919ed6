package oakmirror.defects;

/** The newest readings of a row of cells; those before the first and after the newest are 0. */
final class CellRing {

    private final float[] values;
    private final int mask;
    private long count;

    /** Keeps so many, or more: a power of two, so that finding a place is no division. */
    CellRing(int length) {
        values = new float[length == 1 ? 1 : 2 * Integer.highestOneBit(length - 1)];
        mask = values.length - 1;
    }

    void add(float value) {
        values[(int) count++ & mask] = value;
    }

    /** How many came. */
    long count() {
        return count;
    }

    /** The reading of a cell that is still kept. */
    float at(long cell) {
        return cell < 0 || cell >= count ? 0 : values[(int) cell & mask];
    }

    /** The highest of some cells. */
    float highest(long from, long to) {
        float most = 0;
        for (long c = from; c < to; c++) {
            most = Math.max(most, at(c));
        }
        return most;
    }
}
