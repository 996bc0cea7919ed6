package oakmirror.dsp;

import java.util.Arrays;
import oakmirror.filter.Kaiser;

/**
 * Values between samples: a windowed sinc (Kaiser, β = 6; with the usual {@value #TAPS} taps a phase flat within 0.01 dB up to 0.43 of the rate), run as a
 * polyphase filter. Phase 0 is the samples themselves; phase p lies p/factor of a sample behind them.
 *
 * <p>An interpolated value between two samples is their straight line plus what the filter adds for curvature: y = (1−p)·x₀ + p·x₁ + Σ c·Δ²x,
 * where Δ²x are second differences and c is the double running sum of the taps less the straight line's. So |y| ≤ (1+ε)·max|x| +
 * Σ|c|·max|Δ²x| over a stretch, ε being what rounding leaves of the filter's first moment. Σ|c| is below ½, and music curves little between
 * samples, so that this bound lies close above them.
 *
 * <p>Never changes, and can be used by any number of threads.
 */
public final class Interpolator {

    /** Taps of a phase, usually. */
    public static final int TAPS = 32;

    /** Samples that a value needs before the one it follows, with as many taps. */
    public static final int BEFORE = TAPS / 2 - 1;

    /** Samples that a value needs from the one it follows on, with as many taps. */
    public static final int AFTER = TAPS - BEFORE;

    /** Values that are worked out at a time: a constant, so that the compiler knows how long its loops are. */
    public static final int STRETCH = 128;

    private static final double KAISER_BETA = 6.0;

    private final int factor;
    private final int taps;
    private final int before;
    private final float[][] phases;
    private final double lineBound;
    private final double curveBound;

    /** An interpolator that puts factor − 1 values between each two samples. */
    public Interpolator(int factor) {
        this(factor, TAPS);
    }

    /**
     * The same with more taps, which is flat nearer to half the rate.
     *
     * @param taps of a phase, a multiple of four
     */
    public Interpolator(int factor, int taps) {
        if (factor < 1 || taps < 4 || taps % 4 != 0) {
            throw new IllegalArgumentException("not a factor or a number of taps: " + factor + ", " + taps);
        }
        this.factor = factor;
        this.taps = taps;
        before = taps / 2 - 1;
        phases = new float[factor][];
        double line = 1;
        double curve = 0;
        for (int p = 1; p < factor; p++) {
            double fraction = (double) p / factor;
            phases[p] = phase(fraction);
            double slope = 0;
            double sum = 0;
            double absolute = 0;
            for (int k = 0; k < taps; k++) {
                double straight = k == before ? 1 - fraction : k == before + 1 ? fraction : 0;
                slope += phases[p][k] - straight;
                sum += slope;
                absolute += Math.abs(sum);
            }
            line = Math.max(line, 1 + 2 * (Math.abs(slope) + Math.abs(sum)));
            curve = Math.max(curve, absolute);
        }
        lineBound = line;
        curveBound = curve;
    }

    /** Taps of the sinc moved by a fraction of a sample, scaled to unity gain at 0 Hz. */
    private float[] phase(double fraction) {
        double[] sinc = new double[taps];
        double sum = 0;
        for (int k = 0; k < taps; k++) {
            double t = k - before - fraction;
            double x = t / (taps / 2.0);
            sinc[k] = Math.sin(Math.PI * t) / (Math.PI * t) * Kaiser.window(KAISER_BETA, x);
            sum += sinc[k];
        }
        float[] scaled = new float[taps];
        for (int k = 0; k < taps; k++) {
            scaled[k] = (float) (sinc[k] / sum);
        }
        return scaled;
    }

    /** How many values for each sample, itself included. */
    public int factor() {
        return factor;
    }

    /** Taps of a phase. */
    public int taps() {
        return taps;
    }

    /** Samples that a value needs before the one it follows. */
    public int before() {
        return before;
    }

    /** 1 + ε: by how much a value can lie above the samples where these do not curve. */
    public double lineBound() {
        return lineBound;
    }

    /** Σ|c|: how much of the largest second difference comes on top. */
    public double curveBound() {
        return curveBound;
    }

    /** What works out stretches; for one thread. */
    public Stretches stretches() {
        return new Stretches();
    }

    /** Works out all phases along a stretch. For one thread; allocates nothing. */
    public final class Stretches {

        /** The samples moved by none to three places: a compiler makes vectors of what lies at the same place of several arrays, not of what lies beside it in one. */
        private final float[][] moved = new float[4][STRETCH];

        private Stretches() {}

        /**
         * Values of all phases between samples.
         *
         * @param samples {@value #STRETCH} + {@link #taps()} − 1 samples
         * @param values of phase p at p, 1 to factor − 1: {@value #STRETCH} values, of which the one at i follows the sample at i + {@link #before()}
         */
        public void run(float[] samples, float[][] values) {
            for (int p = 1; p < factor; p++) {
                Arrays.fill(values[p], 0, STRETCH, 0f);
            }
            for (int k = 0; k < taps; k += 4) {
                move(samples, k);
                for (int p = 1; p < factor; p++) {
                    add(phases[p], k, values[p]);
                }
            }
        }

        /** Values of one phase alone. */
        public void run(int phase, float[] samples, float[] values) {
            Arrays.fill(values, 0, STRETCH, 0f);
            for (int k = 0; k < taps; k += 4) {
                move(samples, k);
                add(phases[phase], k, values);
            }
        }

        private void move(float[] samples, int k) {
            for (int m = 0; m < 4; m++) {
                System.arraycopy(samples, k + m, moved[m], 0, STRETCH);
            }
        }

        private void add(float[] sinc, int k, float[] values) {
            float t0 = sinc[k];
            float t1 = sinc[k + 1];
            float t2 = sinc[k + 2];
            float t3 = sinc[k + 3];
            float[] m0 = moved[0];
            float[] m1 = moved[1];
            float[] m2 = moved[2];
            float[] m3 = moved[3];
            for (int i = 0; i < STRETCH; i++) {
                values[i] += t0 * m0[i] + t1 * m1[i] + t2 * m2[i] + t3 * m3[i];
            }
        }
    }

    /** Interpolates the value at a phase after one sample: the dot product of the phase's taps with the samples around it, of which {@link #before()} lie before it. */
    public float between(int phase, float[] samples, int place) {
        float[] sinc = phases[phase];
        float value = 0;
        for (int k = 0; k < sinc.length; k++) {
            value += sinc[k] * samples[place - before + k];
        }
        return value;
    }
}
