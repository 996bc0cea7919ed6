package oakmirror.audio;

/**
 * How often levels occurred, for many series at once, so that a level which a part of the time is not reached can be told at the end however long the
 * stream is. Levels are counted by the decibel, from {@value #LOWEST_DB} dB on.
 */
public final class LevelCounts {

    private static final int LOWEST_DB = -150;
    private static final int BINS = 160;

    private final int[][] counts;
    private int taken;

    /** Counts for so many series. */
    public LevelCounts(int series) {
        counts = new int[series][BINS];
    }

    /** Takes the next power of each series, full scale being 1. */
    public void add(double[] powers) {
        for (int s = 0; s < counts.length; s++) {
            int bin = (int) Math.floor(Decibels.ofPower(powers[s] + 1e-15) - LOWEST_DB);
            counts[s][Math.max(0, Math.min(BINS - 1, bin))]++;
        }
        taken++;
    }

    /** How many were taken. */
    public int taken() {
        return taken;
    }

    /** The level in dB that a series was below for a part of the time, 0 to 1; NaN where nothing was taken. */
    public double quantileDb(int series, double part) {
        double before = part * taken;
        double sum = 0;
        for (int b = 0; b < BINS; b++) {
            int here = counts[series][b];
            if (here > 0 && sum + here >= before) {
                return LOWEST_DB + b + (before - sum) / here;
            }
            sum += here;
        }
        return Double.NaN;
    }
}
