package oakmirror.dsp;

import java.util.Arrays;
import oakmirror.filter.Kaiser;

/**
 * Values between samples: a windowed sinc of {@value #TAPS} taps a phase (Kaiser, β = 6; flat within 0.01 dB up to 0.43 of the rate), run as a
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

    /** Taps of a phase. */
    public static final int TAPS = 32;

    /** Samples that a value needs before the one it follows. */
    public static final int BEFORE = TAPS / 2 - 1;

    /** Samples that a value needs from the one it follows on. */
    public static final int AFTER = TAPS - BEFORE;

    /** Values that are worked out at a time: a constant, so that the compiler knows how long its loops are. */
    public static final int STRETCH = 128;

    private static final double KAISER_BETA = 6.0;

    private final int factor;
    private final float[][] phases;
    private final double lineBound;
    private final double curveBound;

    /** An interpolator that puts factor − 1 values between each two samples. */
    public Interpolator(int factor) {
        if (factor < 1) {
            throw new IllegalArgumentException("not a factor: " + factor);
        }
        this.factor = factor;
        phases = new float[factor][];
        double line = 1;
        double curve = 0;
        for (int p = 1; p < factor; p++) {
            double fraction = (double) p / factor;
            phases[p] = phase(fraction);
            double slope = 0;
            double sum = 0;
            double absolute = 0;
            for (int k = 0; k < TAPS; k++) {
                double straight = k == BEFORE ? 1 - fraction : k == BEFORE + 1 ? fraction : 0;
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
    private static float[] phase(double fraction) {
        double[] taps = new double[TAPS];
        double sum = 0;
        for (int k = 0; k < TAPS; k++) {
            double t = k - BEFORE - fraction;
            double x = t / (TAPS / 2.0);
            taps[k] = Math.sin(Math.PI * t) / (Math.PI * t) * Kaiser.window(KAISER_BETA, x);
            sum += taps[k];
        }
        float[] scaled = new float[TAPS];
        for (int k = 0; k < TAPS; k++) {
            scaled[k] = (float) (taps[k] / sum);
        }
        return scaled;
    }

    /** How many values for each sample, itself included. */
    public int factor() {
        return factor;
    }

    /** 1 + ε: by how much a value can lie above the samples where these do not curve. */
    public double lineBound() {
        return lineBound;
    }

    /** Σ|c|: how much of the largest second difference comes on top. */
    public double curveBound() {
        return curveBound;
    }

    /**
     * Values of a phase along a stretch, four taps at once, so that the inner loop runs along the samples.
     *
     * @param phase 1 to factor − 1
     * @param samples {@value #STRETCH} + {@value #TAPS} − 1 samples
     * @param values takes {@value #STRETCH} values: the one at i follows the sample at i + {@link #BEFORE}
     */
    public void run(int phase, float[] samples, float[] values) {
        float[] taps = phases[phase];
        Arrays.fill(values, 0f);
        for (int k = 0; k < TAPS; k += 4) {
            float t0 = taps[k];
            float t1 = taps[k + 1];
            float t2 = taps[k + 2];
            float t3 = taps[k + 3];
            for (int i = 0; i < STRETCH; i++) {
                values[i] += t0 * samples[i + k]
                        + t1 * samples[i + k + 1]
                        + t2 * samples[i + k + 2]
                        + t3 * samples[i + k + 3];
            }
        }
    }

    /** The value of a phase behind one sample; {@link #BEFORE} samples before it and {@link #AFTER} from it on are needed. */
    public float between(int phase, float[] samples, int place) {
        float[] taps = phases[phase];
        float value = 0;
        for (int k = 0; k < TAPS; k++) {
            value += taps[k] * samples[place - BEFORE + k];
        }
        return value;
    }
}
