package oakmirror.defects;

/** The newest readings of a row of cells; those before the first and after the newest are 0. */
final class CellRing {

    private final float[] values;
    private long count;

    /** Keeps so many. */
    CellRing(int length) {
        values = new float[length];
    }

    void add(float value) {
        values[(int) (count++ % values.length)] = value;
    }

    /** How many came. */
    long count() {
        return count;
    }

    /** The reading of a cell that is still kept. */
    float at(long cell) {
        return cell < 0 || cell >= count ? 0 : values[(int) (cell % values.length)];
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
