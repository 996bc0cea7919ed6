package oakmirror.limiter;

import java.util.Arrays;
import oakmirror.dsp.Interpolator;

/**
 * How high one channel is around each of its samples, between them as well: what a gain at that sample has to answer for, which is all that lies between the
 * sample before and the one behind it. Eight values a sample are looked at: four of a long {@link Interpolator}, and between each two of them the cubic through the four
 * nearest. How far a curve can come above values so close together follows from how much it bends, h²·|x″|/8, and is added: 0.16 dB at half the rate, 0.01 dB at an eighth of that.
 * What an ordinary meter's interpolation reads counts as well. Where the interpolator cannot come over the threshold, nothing is worked out. For one
 * thread; allocates nothing.
 */
final class PeakEnvelope {

    /** Samples that are taken at a time. */
    static final int STRETCH = Interpolator.STRETCH;

    /** Three times as many as a meter has: what lies near half the rate counts as well. */
    private static final int TAPS = 96;

    private static final Interpolator INTERPOLATOR = new Interpolator(4, TAPS);

    /** As meters interpolate, which near half the rate read higher or lower than that. */
    private static final Interpolator METER = new Interpolator(4);

    /** Less than this part of the threshold near half the rate makes no difference worth a hundredth of a dB. */
    private static final float HIGH_PART = 0.02f;

    /** By how many samples what the meter needs begins later. */
    private static final int METER_FROM = INTERPOLATOR.before() - METER.before();

    /** By how many samples an envelope lags what was taken. */
    static final int LAG = TAPS / 2 + 1;

    /** Samples that are kept: as many as values of the stretch need, and two more for the two values before it. */
    private static final int OLD = TAPS - 1 + 2;

    private static final int BEFORE = INTERPOLATOR.before();
    private static final float LINE_BOUND = (float) (Math.max(INTERPOLATOR.lineBound(), METER.lineBound()) * 1.00001);
    private static final float CURVE_BOUND =
            (float) (Math.max(INTERPOLATOR.curveBound(), METER.curveBound()) * 1.00001);

    private final float threshold;
    private final float[] window = new float[OLD + STRETCH];
    private final float[] stretch = new float[TAPS - 1 + STRETCH];
    private final Interpolator.Stretches stretches = INTERPOLATOR.stretches();
    private final Interpolator.Stretches meterStretches = METER.stretches();
    private final float[][] values = new float[INTERPOLATOR.factor()][STRETCH];
    private final float[] meterStretch = new float[Interpolator.TAPS - 1 + STRETCH];
    /** The highest value a meter has between each sample and the next, as {@link #between} has them. */
    private final float[] metered = new float[1 + STRETCH];
    /** Each phase: its last two values before the stretch, and those of the stretch. */
    private final float[][] phases = new float[INTERPOLATOR.factor()][2 + STRETCH];
    /** The highest value between each sample and the next, from the last before the stretch on. */
    private final float[] between = new float[STRETCH];

    private float newestBefore;
    private float bendBefore;
    private float lastBetween;
    private boolean wasOver;

    /**
     * An envelope for one channel.
     *
     * @param threshold below which it need not be known, linear
     */
    PeakEnvelope(double threshold) {
        this.threshold = (float) threshold;
    }

    /**
     * Takes {@value #STRETCH} samples and gives the envelope {@link #LAG} samples before each.
     *
     * @param samples from 0 on
     * @param envelope takes it; left as it is when nothing lies over the threshold
     * @return whether anything may lie over the threshold
     */
    boolean take(float[] samples, float[] envelope) {
        System.arraycopy(window, STRETCH, window, 0, OLD);
        System.arraycopy(samples, 0, window, OLD, STRETCH);
        boolean isOver = bound() > threshold;
        boolean either = isOver || wasOver;
        if (either) {
            meter();
            interpolate();
            lookBetween();
            float before = lastBetween;
            for (int i = 0; i < STRETCH; i++) {
                float behind = between[i];
                float at = Math.abs(phases[0][i + 1]);
                float higher = before > behind ? before : behind;
                envelope[i] = at > higher ? at : higher;
                before = behind;
            }
            lastBetween = before;
        } else {
            lastBetween = 0;
        }
        wasOver = isOver;
        return either;
    }

    /** What lies between samples cannot come over this, nor can they. */
    private float bound() {
        float newest = 0;
        float bend = 0;
        for (int i = OLD; i < OLD + STRETCH; i++) {
            float a = window[i];
            float second = a - window[i - 1] - window[i - 1] + window[i - 2];
            newest = Math.max(newest, Math.abs(a));
            bend = Math.max(bend, Math.abs(second));
        }
        float bound = LINE_BOUND * Math.max(newest, newestBefore) + CURVE_BOUND * Math.max(bend, bendBefore);
        newestBefore = newest;
        bendBefore = bend;
        return bound;
    }

    private void meter() {
        if (!isHigh()) {
            Arrays.fill(metered, 0f);
            return;
        }
        System.arraycopy(window, 2 + METER_FROM, meterStretch, 0, meterStretch.length);
        meterStretches.run(meterStretch, values);
        metered[0] = wasOver ? metered[STRETCH] : 0; // nothing there came over the threshold
        float[] a = values[1];
        float[] b = values[2];
        float[] c = values[3];
        for (int i = 0; i < STRETCH; i++) {
            metered[i + 1] = Math.max(Math.max(Math.abs(a[i]), Math.abs(b[i])), Math.abs(c[i]));
        }
    }

    /** Whether there is anything near half the rate, where interpolations differ: fourth differences are sixteen times that, and next to nothing of what lies lower. */
    private boolean isHigh() {
        float highest = 0;
        for (int i = METER_FROM; i + 4 < window.length; i++) {
            float even = window[i] + window[i + 4] + 6 * window[i + 2];
            highest = Math.max(highest, Math.abs(even - 4 * (window[i + 1] + window[i + 3])));
        }
        return highest > 16 * HIGH_PART * threshold;
    }

    private void interpolate() {
        System.arraycopy(window, 2, stretch, 0, stretch.length);
        stretches.run(stretch, values);
        System.arraycopy(stretch, BEFORE, values[0], 0, STRETCH);
        for (int p = 0; p < phases.length; p++) {
            float[] phase = phases[p];
            if (wasOver) {
                phase[0] = phase[STRETCH];
                phase[1] = phase[STRETCH + 1];
            } else { // which nobody has worked out
                phase[0] = p == 0 ? window[BEFORE] : INTERPOLATOR.between(p, window, BEFORE);
                phase[1] = p == 0 ? window[BEFORE + 1] : INTERPOLATOR.between(p, window, BEFORE + 1);
            }
            System.arraycopy(values[p], 0, phase, 2, STRETCH);
        }
    }

    private void lookBetween() {
        float[] p0 = phases[0];
        float[] p1 = phases[1];
        float[] p2 = phases[2];
        float[] p3 = phases[3];
        for (int i = 0; i < STRETCH; i++) {
            float before = p3[i];
            float a = p0[i + 1];
            float b = p1[i + 1];
            float c = p2[i + 1];
            float d = p3[i + 1];
            float e = p0[i + 2];
            float behind = p1[i + 2];
            float grid = Math.max(Math.max(Math.abs(b), Math.abs(c)), Math.abs(d));
            float early = Math.max(Math.abs(9 * (a + b) - (before + c)), Math.abs(9 * (b + c) - (a + d)));
            float late = Math.max(Math.abs(9 * (c + d) - (b + e)), Math.abs(9 * (d + e) - (c + behind)));
            float bend = Math.max(
                    Math.max(Math.abs(a - b - b + c), Math.abs(b - c - c + d)),
                    Math.max(Math.abs(c - d - d + e), Math.abs(d - e - e + behind)));
            float curve = Math.max(grid, Math.max(early, late) * (1 / 16f)) + bend * (1 / 32f);
            between[i] = Math.max(curve, metered[i]);
        }
    }

    void reset() {
        Arrays.fill(window, 0f);
        newestBefore = 0;
        bendBefore = 0;
        lastBetween = 0;
        wasOver = false;
        Arrays.fill(metered, 0f);
    }
}
