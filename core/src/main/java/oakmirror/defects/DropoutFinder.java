package oakmirror.defects;

import java.util.ArrayList;
import java.util.List;

/** Finds dropouts: stretches in which the wave is flat, between sound that is there until their first moment and back at their last. */
final class DropoutFinder {

    /** Sound before it, −30 dBFS at least. */
    private static final float SOUND = 0.03f;

    private static final double BESIDE_SECONDS = 0.02;
    private static final double EDGE_SECONDS = 0.002;

    /** At the edges the sound is there by this part of what it is beside. */
    private static final float EDGE_PART = 1 / 4f;

    /** What moves by no more than this part of the sound is flat: −60 dB. */
    private static final float FLAT = 0.001f;

    private static final double SHORTEST_SECONDS = 0.0012;

    /** What is longer is a pause. */
    static final double LONGEST_SECONDS = 1;

    private final double cellSeconds;
    private final int beside;
    private final int edge;
    private final CellRing peaks;
    private final List<Double> found = new ArrayList<>();

    /** Where a flat stretch began; −1 outside one. */
    private long from = -1;

    /** Where it ended, until it is judged by what follows. */
    private long to = -1;

    private float sound;
    private float level;

    DropoutFinder(double cellSeconds) {
        this.cellSeconds = cellSeconds;
        beside = (int) Math.round(BESIDE_SECONDS / cellSeconds);
        edge = (int) Math.ceil(EDGE_SECONDS / cellSeconds);
        peaks = new CellRing(beside + 1);
    }

    /** Takes the lowest and highest sample of the next cell. */
    void add(float low, float high) {
        long cell = peaks.count();
        if (to >= 0) {
            if (cell == to + beside) {
                judge();
            }
        } else if (from < 0) {
            begin(cell, low, high);
        } else if (high - low > FLAT * sound || Math.abs(high - level) > 2 * FLAT * sound) {
            to = (cell - from) * cellSeconds >= SHORTEST_SECONDS ? cell : -1;
            from = to < 0 ? -1 : from;
        } else if ((cell - from) * cellSeconds > LONGEST_SECONDS) {
            from = -1;
        }
        peaks.add(Math.max(high, -low));
    }

    private void begin(long cell, float low, float high) {
        float range = high - low;
        if (range > FLAT || Math.max(high, -low) > 0.5f) { // most are told by this, as no sound is far above full scale
            return;
        }
        float before = peaks.highest(cell - beside, cell);
        boolean begins = before >= SOUND
                && range <= FLAT * before
                && Math.max(high, -low) <= before / 2
                && peaks.highest(cell - edge, cell) >= EDGE_PART * before;
        if (begins) {
            from = cell;
            sound = before;
            level = high;
        }
    }

    /** Whether the sound came back at once. */
    private void judge() {
        float after = peaks.highest(to, to + beside);
        if (after >= EDGE_PART * sound && peaks.highest(to, to + edge) >= EDGE_PART * after) {
            found.add(from * cellSeconds);
        }
        from = -1;
        to = -1;
    }

    /** When they begin, in seconds. */
    List<Double> found() {
        return found;
    }
}
