package oakmirror.dsp;

import java.util.Arrays;
import java.util.List;
import oakmirror.filter.Biquad;

/**
 * Biquads one after the other on both sides, in transposed direct form II in double precision, and a gain. A section whose state is no
 * number any more gives silence for the rest of the block and starts over: otherwise it would stay silent, or worse, for ever. What is far
 * below hearing becomes zero between sections, as arithmetic with denormal numbers is slow.
 */
public final class BiquadCascade implements StereoProcessor {

    /** What has died away by so much does not matter any more; 20 dB of it for sections that ring together. */
    private static final double FORGOTTEN_DB = 80;

    /** A section that rings on and on is given as many frames as this, 10 s at 48 kHz. */
    private static final int MOST_MEMORY = 480_000;

    /** −400 dBFS. */
    private static final double AUDIBLE = 1e-20;

    private final double[] coefficients;
    private final double[] state;
    private final int sections;
    private final int memory;
    private final double gain;

    /** A cascade of sections with a linear gain at its end. */
    public BiquadCascade(List<Biquad> biquads, double gain) {
        this.sections = biquads.size();
        this.gain = gain;
        this.coefficients = new double[5 * sections];
        this.state = new double[4 * sections];
        this.memory = biquads.stream()
                .mapToInt(b -> Math.min(MOST_MEMORY, b.decayFrames(FORGOTTEN_DB)))
                .max()
                .orElse(0);
        for (int s = 0; s < sections; s++) {
            Biquad b = biquads.get(s);
            double[] c = {b.b0(), b.b1(), b.b2(), b.a1(), b.a2()};
            System.arraycopy(c, 0, coefficients, 5 * s, 5);
        }
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        int end = offset + count;
        for (int s = 0; s < sections; s++) {
            section(s, left, right, offset, end);
        }
        if (gain != 1) {
            for (int i = offset; i < end; i++) {
                left[i] *= (float) gain;
                right[i] *= (float) gain;
            }
        }
    }

    private void section(int s, float[] left, float[] right, int offset, int end) {
        double b0 = coefficients[5 * s];
        double b1 = coefficients[5 * s + 1];
        double b2 = coefficients[5 * s + 2];
        double a1 = coefficients[5 * s + 3];
        double a2 = coefficients[5 * s + 4];
        double l1 = state[4 * s];
        double l2 = state[4 * s + 1];
        double r1 = state[4 * s + 2];
        double r2 = state[4 * s + 3];
        for (int i = offset; i < end; i++) {
            double x = left[i];
            double y = b0 * x + l1;
            l1 = b1 * x - a1 * y + l2;
            l2 = b2 * x - a2 * y;
            left[i] = audible(y);
            double u = right[i];
            double v = b0 * u + r1;
            r1 = b1 * u - a1 * v + r2;
            r2 = b2 * u - a2 * v;
            right[i] = audible(v);
        }
        if (!Double.isFinite(l1 + l2 + r1 + r2)) {
            Arrays.fill(left, offset, end, 0f);
            Arrays.fill(right, offset, end, 0f);
            l1 = 0;
            l2 = 0;
            r1 = 0;
            r2 = 0;
        }
        state[4 * s] = flushed(l1);
        state[4 * s + 1] = flushed(l2);
        state[4 * s + 2] = flushed(r1);
        state[4 * s + 3] = flushed(r2);
    }

    private static float audible(double sample) {
        return Math.abs(sample) < AUDIBLE ? 0 : (float) sample;
    }

    /** Keeps the state out of the denormal range, where arithmetic is slow. */
    private static double flushed(double state) {
        return Math.abs(state) < 1e-30 ? 0 : state;
    }

    @Override
    public int latencyFrames() {
        return 0;
    }

    @Override
    public int memoryFrames() {
        return memory;
    }

    @Override
    public void reset() {
        Arrays.fill(state, 0);
    }
}
