package oakmirror.limiter;

/**
 * How a reduction lets go, in nepers. Two parts. The fast one falls towards the slow one: within milliseconds when a single peak is over, later the longer something has been
 * needed without a gap. The slow one rises towards what has been needed of late and gives way to what is needed less of late; when nothing is needed any more, it falls, the slower the
 * longer something had been needed, down to {@link #SLOWEST_DB_PER_SECOND}. Of a steady sound the slow part soon carries all, so that the gain stands still, which is what
 * keeps low notes clean; of single beats it carries nothing, so that what follows them is left alone. No source: a release that follows the programme is common practice, its figures
 * are our own, found by measuring what is left of the difference from the music (docs/performance.md).
 */
final class Release {

    /** The fast part falls to 1/e within this after a single peak. */
    private static final double FAST_SECONDS = 0.005;

    /** The same when something has been needed for {@link #GROWN_SECONDS}. */
    private static final double GROWN_FAST_SECONDS = 0.01;

    private static final double GROWN_SECONDS = 0.15;

    /** What counts as of late: longer than a low note's period. */
    static final double OF_LATE_SECONDS = 0.025;

    /** The slow part rises by all but 1/e within this. */
    private static final double RISE_SECONDS = 0.8;

    /** It gives way to a lesser need by all but 1/e within this. */
    private static final double GIVE_WAY_SECONDS = 0.01;

    /** How fast it falls when something has hardly been needed. */
    private static final double QUICKEST_DB_PER_SECOND = 44;

    /** How fast it falls when something has been needed for {@link #LONG_SECONDS}. */
    static final double SLOWEST_DB_PER_SECOND = 5.5;

    private static final double LONG_SECONDS = 0.8;

    /** A gap takes so many times its length off what has been needed before it. */
    private static final double GAP_COUNTS = 8;

    /** While the past is gone through, of which there is only a little, the slow part and the time count for so many times as long. */
    private static final double HURRY = 4;

    private static final double NOTHING = 1e-6;

    private final double step;
    private final double fast;
    private final double slow;
    private final double rise;
    private final double hurriedRise;
    private final double giveWay;
    private final double quickestFall;
    private final double slowestFall;
    private double reduction;
    private double carried;
    /** For how many seconds something has been needed. */
    private double needed;

    private double gap;
    private boolean hurries;
    /** What is left of the fast part after a step. */
    private double kept;

    /**
     * A release.
     *
     * @param stepSeconds from one value to the next
     * @param factor how much longer everything takes than usual
     */
    Release(double stepSeconds, double factor) {
        step = stepSeconds / factor;
        fast = Math.exp(-step / FAST_SECONDS);
        slow = Math.exp(-step / GROWN_FAST_SECONDS);
        kept = fast;
        rise = -Math.expm1(-step / RISE_SECONDS);
        hurriedRise = -Math.expm1(-HURRY * step / RISE_SECONDS);
        giveWay = -Math.expm1(-step / GIVE_WAY_SECONDS);
        quickestFall = nepers(QUICKEST_DB_PER_SECOND * step);
        slowestFall = nepers(SLOWEST_DB_PER_SECOND * step);
    }

    /** Nepers of a ratio in dB. */
    static double nepers(double db) {
        return db * Math.log(10) / 20;
    }

    /**
     * The next reductions.
     *
     * @param least what is needed at each
     * @param ofLate the most that has been needed within {@link #OF_LATE_SECONDS} then
     * @param reductions takes nepers, never less than is needed
     */
    void run(float[] least, float[] ofLate, double[] reductions) {
        for (int i = 0; i < reductions.length; i++) {
            reductions[i] = next(least[i], ofLate[i]);
        }
    }

    /** The next reduction alone. */
    double next(float least, float ofLate) {
        if (ofLate > 0) {
            if (gap > 0) {
                endGap();
            }
            if (needed < LONG_SECONDS) {
                needed += hurries ? HURRY * step : step;
                kept = Math.min(slow, fast + (slow - fast) / GROWN_SECONDS * needed);
            }
            double up = hurries ? hurriedRise : rise;
            carried += (ofLate - carried) * (ofLate > carried ? up : giveWay);
        } else if (reduction > 0 || carried > 0 || gap > 0) {
            letGo();
        }
        double released = carried + (reduction - carried) * kept;
        reduction = released > least ? released : least;
        return reduction;
    }

    private void endGap() {
        needed = Math.max(0, needed - GAP_COUNTS * gap);
        gap = 0;
    }

    private void letGo() {
        gap = Math.min(LONG_SECONDS, gap + step);
        double fall = quickestFall + (slowestFall - quickestFall) * (needed / LONG_SECONDS);
        carried = Math.max(0, carried - fall);
        if (carried == 0 && reduction < NOTHING) {
            reduction = 0;
        }
    }

    /** Whether what comes is the past, and stands for more of it. */
    void hurry(boolean value) {
        hurries = value;
    }

    /** Whether nothing is held back any more. */
    boolean isOver() {
        return reduction == 0 && carried == 0;
    }

    void reset() {
        reduction = 0;
        carried = 0;
        needed = 0;
        gap = 0;
        kept = fast;
    }
}
