package oakmirror.dsp;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import oakmirror.filter.Biquad;

/**
 * Biquads one after the other, alike on both sides or a row for each, in transposed direct form II in double precision, and a gain. A section whose state is no
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

    /** Coefficients of a section, those of the left side first. */
    private static final int BOTH = 10;

    private final double[] coefficients;
    private final double[] state;
    private final int sections;
    private final int memory;
    private final double gain;

    /** A cascade of sections with a linear gain at its end. */
    public BiquadCascade(List<Biquad> biquads, double gain) {
        this(biquads, biquads, gain);
    }

    /** A cascade with sections of its own on either side. */
    public BiquadCascade(List<Biquad> left, List<Biquad> right, double gain) {
        this.sections = Math.max(left.size(), right.size());
        this.gain = gain;
        this.coefficients = new double[BOTH * sections];
        this.state = new double[4 * sections];
        this.memory = Stream.concat(left.stream(), right.stream())
                .mapToInt(b -> Math.min(MOST_MEMORY, b.decayFrames(FORGOTTEN_DB)))
                .max()
                .orElse(0);
        for (int s = 0; s < sections; s++) {
            lay(left, s, BOTH * s);
            lay(right, s, BOTH * s + BOTH / 2);
        }
    }

    /** The shorter row passes what comes on as it is. */
    private void lay(List<Biquad> row, int section, int at) {
        Biquad b = section < row.size() ? row.get(section) : Biquad.IDENTITY;
        double[] c = {b.b0(), b.b1(), b.b2(), b.a1(), b.a2()};
        System.arraycopy(c, 0, coefficients, at, c.length);
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
        double b0 = coefficients[BOTH * s];
        double b1 = coefficients[BOTH * s + 1];
        double b2 = coefficients[BOTH * s + 2];
        double a1 = coefficients[BOTH * s + 3];
        double a2 = coefficients[BOTH * s + 4];
        double d0 = coefficients[BOTH * s + 5];
        double d1 = coefficients[BOTH * s + 6];
        double d2 = coefficients[BOTH * s + 7];
        double c1 = coefficients[BOTH * s + 8];
        double c2 = coefficients[BOTH * s + 9];
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
            double v = d0 * u + r1;
            r1 = d1 * u - c1 * v + r2;
            r2 = d2 * u - c2 * v;
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
