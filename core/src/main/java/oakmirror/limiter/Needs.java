package oakmirror.limiter;

import java.util.Arrays;

/**
 * What is needed of a reduction, from what peaks ask for, in nepers. What lasts longer than the tip of a wave is told from what is over at once: it is needed from earlier on, so that
 * the gain is down before a low note's first crest and does not follow the wave up, and what lasts of every wave is known to be steady. So low notes stay clean from their
 * beginning, and single peaks are left as short as they are. For one thread; allocates nothing.
 */
final class Needs {

    /** What is asked for so long lasts: no single peak. */
    private static final double LASTS_SECONDS = 0.0011;

    /** By so much sooner than a peak what lasts is needed. */
    private static final double SOONER_SECONDS = 0.0035;

    /** What counts as of late: longer than a low note's half period. */
    static final double OF_LATE_SECONDS = 0.025;

    /** What is asked for so long can be the crest of a wave. */
    private static final double CREST_SECONDS = 0.0003;

    /** Within this the next crest comes: longer than the half period of 28 Hz. */
    private static final double WAVE_SECONDS = 0.018;

    /** What has been asked for in every wave for so long is steady. */
    private static final double STEADY_SECONDS = 0.07;

    /** What is needed at each value. */
    final float[] needed;

    /** The most that has been needed within {@link #OF_LATE_SECONDS} then. */
    final float[] ofLate;

    /** What has been needed in every wave for {@link #STEADY_SECONDS} then. */
    final float[] steadily;

    private final SlidingMax held;
    private final SlidingMin lasting;
    private final SlidingMax sooner;
    private final SlidingMax mostOfLate;
    private final SlidingMin crests;
    private final SlidingMax mostOfWave;
    private final SlidingMin leastOfWaves;
    private final float[] lasts;
    private final float[] line;
    private final int later;
    private final int stretch;
    private final int memory;
    /** For how many values nothing has been asked for. */
    private int rest;

    /**
     * Needs.
     *
     * @param stepSeconds from one value to the next
     * @param window for how many values each is held
     * @param stretch how many values are given at a time
     */
    Needs(double stepSeconds, int window, int stretch) {
        this.stretch = stretch;
        later = values(SOONER_SECONDS, stepSeconds);
        int lastingValues = window + values(LASTS_SECONDS, stepSeconds);
        int crestValues = window + values(CREST_SECONDS, stepSeconds);
        held = new SlidingMax(window);
        lasting = new SlidingMin(lastingValues);
        sooner = new SlidingMax(lastingValues + later);
        mostOfLate = new SlidingMax(values(OF_LATE_SECONDS, stepSeconds));
        crests = new SlidingMin(crestValues);
        mostOfWave = new SlidingMax(crestValues + values(WAVE_SECONDS, stepSeconds));
        leastOfWaves = new SlidingMin(values(STEADY_SECONDS, stepSeconds));
        memory = window + crestValues + values(WAVE_SECONDS + STEADY_SECONDS, stepSeconds) + later;
        needed = new float[stretch];
        ofLate = new float[stretch];
        steadily = new float[stretch];
        lasts = new float[stretch];
        line = new float[later + stretch];
        rest = memory;
    }

    private static int values(double seconds, double step) {
        return (int) Math.ceil(seconds / step - 1e-9);
    }

    /** By how many values what is needed lags what asked for it, beyond the window. */
    int lag() {
        return later;
    }

    /** Takes what the next values ask for, none negative. */
    void run(float[] asked) {
        boolean isNothing = true;
        for (float value : asked) {
            isNothing &= value == 0;
        }
        rest = isNothing ? Math.min(memory, rest + stretch) : 0;
        held.run(asked, needed);
        crests.run(needed, steadily);
        mostOfWave.run(steadily, steadily);
        leastOfWaves.run(steadily, steadily);
        lasting.run(needed, lasts);
        sooner.run(lasts, lasts);
        System.arraycopy(needed, 0, line, later, stretch);
        for (int i = 0; i < stretch; i++) {
            needed[i] = line[i] > lasts[i] ? line[i] : lasts[i];
        }
        System.arraycopy(line, stretch, line, 0, later);
        mostOfLate.run(needed, ofLate);
    }

    /** Whether nothing of what was asked for is left. */
    boolean isAtRest() {
        return rest == memory;
    }

    void reset() {
        held.reset();
        lasting.reset();
        sooner.reset();
        mostOfLate.reset();
        crests.reset();
        mostOfWave.reset();
        leastOfWaves.reset();
        Arrays.fill(line, 0f);
        rest = memory;
    }
}
