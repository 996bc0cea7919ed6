package oakmirror.limiter;

/**
 * How a reduction lets go, in nepers. Three parts. The fast one falls towards the higher of the others within milliseconds. The steady one is what has been needed in every wave of
 * late, so that the gain stands still where the sound does, which keeps low notes clean; when that is over, it is over at once. The slow one rises towards what has been needed of late
 * and gives way to what is needed less of late; when nothing is needed any more, it falls, the slower the longer something had been needed, down to
 * {@link #SLOWEST_DB_PER_SECOND}: a loud section ends without a swell. Of single beats neither carries anything, so that what follows them is left alone. No source: a release that
 * follows the programme is common practice, its figures are our own, found by measuring what is left of the difference from the music (docs/performance.md).
 */
final class Release {

    /** The fast part falls to 1/e within this. */
    private static final double FAST_SECONDS = 0.0046;

    /** The steady part rises to what is needed steadily by all but 1/e within this … */
    private static final double STEADY_RISE_SECONDS = 0.015;

    /** … and falls to it by all but 1/e within this. */
    private static final double STEADY_FALL_SECONDS = 0.005;

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
    /** What is left of the fast part after a step. */
    private final double kept;

    private final double steadyRise;
    private final double steadyFall;
    private final double rise;
    private final double hurriedRise;
    private final double giveWay;
    private final double quickestFall;
    private final double slowestFall;
    private double reduction;
    private double carried;
    private double steady;
    /** For how many seconds something has been needed. */
    private double needed;

    private double gap;
    private boolean hurries;

    /**
     * A release.
     *
     * @param stepSeconds from one value to the next
     * @param factor how much longer everything takes than usual
     */
    Release(double stepSeconds, double factor) {
        step = stepSeconds / factor;
        kept = Math.exp(-step / FAST_SECONDS);
        steadyRise = -Math.expm1(-step / STEADY_RISE_SECONDS);
        steadyFall = -Math.expm1(-step / STEADY_FALL_SECONDS);
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
     * @param needs what is needed at each
     * @param reductions takes nepers, never less than is needed
     */
    void run(Needs needs, double[] reductions) {
        for (int i = 0; i < reductions.length; i++) {
            reductions[i] = next(needs.needed[i], needs.ofLate[i], needs.steadily[i]);
        }
    }

    private double next(float least, float ofLate, float steadily) {
        if (ofLate > 0) {
            if (gap > 0) {
                endGap();
            }
            if (needed < LONG_SECONDS) {
                needed += hurries ? HURRY * step : step;
            }
            double up = hurries ? hurriedRise : rise;
            carried += (ofLate - carried) * (ofLate > carried ? up : giveWay);
        } else if (reduction > 0 || carried > 0 || gap > 0) {
            letGo();
        }
        steady += (steadily - steady) * (steadily > steady ? steadyRise : steadyFall);
        double base = steady > carried ? steady : carried;
        double released = base + (reduction - base) * kept;
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
        steady = steady < NOTHING ? 0 : steady;
        if (carried == 0 && steady == 0 && reduction < NOTHING) {
            reduction = 0;
        }
    }

    /** Whether what comes is the past, and stands for more of it. */
    void hurry(boolean value) {
        hurries = value;
    }

    /** Whether nothing is held back any more. */
    boolean isOver() {
        return reduction == 0 && carried == 0 && steady == 0;
    }

    void reset() {
        reduction = 0;
        carried = 0;
        steady = 0;
        needed = 0;
        gap = 0;
    }
}
