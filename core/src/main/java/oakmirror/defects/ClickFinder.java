package oakmirror.defects;

import java.util.ArrayList;
import java.util.List;

/**
 * Finds clicks by the largest fourth difference of each cell, in which music is small and a leap of one sample is six times itself. A click is a cell whose
 * difference is many times that of every cell within {@value #NEAR_SECONDS} s: an instrument that begins as suddenly goes on sounding. It must also be the largest
 * within {@value #FAR_SECONDS} s, since low waves with edges leap in every period.
 */
final class ClickFinder {

    private static final double NEAR_SECONDS = 0.012;
    private static final double FAR_SECONDS = 0.1;

    /** Cells beside a click hold a part of it. */
    private static final int OWN_CELLS = 2;

    /** A click is so many times as large as what is near; the most that music without clicks showed was 8. Measured on bench/findings. */
    private static final float TIMES = 12;

    private static final double FAR_TIMES = 1.6;

    /** What is near counts as this at least, so that what is below −48 dBFS is no click. */
    private static final float FLOOR = 0.002f;

    private final int near;
    private final int far;
    private final double cellSeconds;
    private final CellRing leaps;
    private final List<Double> found = new ArrayList<>();

    ClickFinder(double cellSeconds) {
        this.cellSeconds = cellSeconds;
        near = (int) Math.round(NEAR_SECONDS / cellSeconds);
        far = (int) Math.round(FAR_SECONDS / cellSeconds);
        leaps = new CellRing(2 * far + 1);
    }

    /** Takes the largest difference of the next cell. */
    void add(float leap) {
        leaps.add(leap);
        long cell = leaps.count() - 1 - far;
        if (cell >= near && isClick(cell)) {
            found.add(cell * cellSeconds);
        }
    }

    private boolean isClick(long cell) {
        float own = leaps.at(cell);
        float most = own / TIMES;
        if (most <= FLOOR || own <= leaps.at(cell - 1) || own < leaps.at(cell + 1)) {
            return false;
        }
        for (int d = OWN_CELLS; d <= far; d++) {
            double limit = d <= near ? most : own / FAR_TIMES;
            if (leaps.at(cell - d) >= limit || leaps.at(cell + d) >= limit) {
                return false;
            }
        }
        return true;
    }

    /** When they are, in seconds; ends the stream: its own last moments are not judged. */
    List<Double> finish() {
        long end = leaps.count() - near;
        for (int i = 0; i < far; i++) {
            add(0);
        }
        found.removeIf(t -> t >= end * cellSeconds);
        return found;
    }
}
