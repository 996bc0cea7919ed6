package oakmirror.limiter;

import java.util.Arrays;

/** From what peaks ask for to the gain: needed, let go, averaged. For one thread; allocates nothing. */
final class GainPath {

    private static final int STRETCH = PeakEnvelope.STRETCH;

    private final GainWindow window;
    private final Needs needs;
    private final Release release;

    GainPath(int sampleRate, double releaseFactor) {
        window = new GainWindow(Limiter.aheadFrames(sampleRate), STRETCH);
        needs = new Needs(1.0 / sampleRate, window.length(), STRETCH);
        release = new Release(1.0 / sampleRate, releaseFactor);
    }

    /** By how many samples a gain lags what asked for it. */
    int lag() {
        return window.length() - 1 + needs.lag();
    }

    /** Whether nothing is reduced any more while nothing asks for it. */
    boolean isAtRest() {
        return needs.isAtRest() && release.isOver() && window.isAtRest();
    }

    /**
     * The gains of the next stretch.
     *
     * @param asked nepers that peaks ask for, none negative
     * @param gains takes as many gains, linear
     */
    void run(float[] asked, double[] gains) {
        needs.run(asked);
        release.run(needs, gains);
        for (int i = 0; i < STRETCH; i++) {
            gains[i] = gains[i] == 0 ? 1 : Math.exp(-gains[i]);
        }
        window.run(gains);
    }

    /** Whether what comes is the past, and stands for more of it. */
    void hurry(boolean value) {
        release.hurry(value);
    }

    /** Gains of 1, while at rest. */
    static void rest(double[] gains) {
        Arrays.fill(gains, 1);
    }

    void reset() {
        window.reset();
        needs.reset();
        release.reset();
    }
}
