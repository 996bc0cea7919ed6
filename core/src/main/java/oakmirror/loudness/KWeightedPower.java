package oakmirror.loudness;

import java.util.Arrays;
import oakmirror.filter.Biquad;

/**
 * K-weights two channels and sums their squares over a stretch. Both biquads run in direct form I in double precision: of its own past
 * a filter then waits only for one product and one sum a sample, and two channels in one loop fill the time it waits.
 */
public final class KWeightedPower {

    private final Biquad shelf;
    private final Biquad pass;
    /** Six values a channel: the last two inputs, shelf outputs and high-pass outputs. */
    private final double[] state = new double[12];

    /** A meter of power with a weighting. */
    public KWeightedPower(KWeighting weighting) {
        this.shelf = weighting.shelf();
        this.pass = weighting.highPass();
    }

    /**
     * Weights two channels.
     *
     * @return sum of squares, 0 where one is not finite of the weighted samples from {@code from} (included) to {@code to} (not included), each channel times
     *     its weight
     */
    public double add(float[] first, double firstWeight, float[] second, double secondWeight, int from, int to) {
        double b0 = shelf.b0();
        double b1 = shelf.b1();
        double b2 = shelf.b2();
        double a1 = shelf.a1();
        double a2 = shelf.a2();
        double gain = pass.b0();
        double c1 = pass.a1();
        double c2 = pass.a2();
        double x1 = state[0];
        double x2 = state[1];
        double y1 = state[2];
        double y2 = state[3];
        double z1 = state[4];
        double z2 = state[5];
        double u1 = state[6];
        double u2 = state[7];
        double v1 = state[8];
        double v2 = state[9];
        double w1 = state[10];
        double w2 = state[11];
        double sum = 0;
        double secondSum = 0;
        for (int i = from; i < to; i++) {
            double x = first[i];
            double y = (b0 * x + b1 * x1 + b2 * x2 - a2 * y2) - a1 * y1;
            // The high-pass has the numerator 1, −2, 1, scaled at the end.
            double z = (y - 2 * y1 + y2 - c2 * z2) - c1 * z1;
            sum += z * z;
            x2 = x1;
            x1 = x;
            y2 = y1;
            y1 = y;
            z2 = z1;
            z1 = z;
            double u = second[i];
            double v = (b0 * u + b1 * u1 + b2 * u2 - a2 * v2) - a1 * v1;
            double w = (v - 2 * v1 + v2 - c2 * w2) - c1 * w1;
            secondSum += w * w;
            u2 = u1;
            u1 = u;
            v2 = v1;
            v1 = v;
            w2 = w1;
            w1 = w;
        }
        keep(x1, x2, y1, y2, z1, z2, 0);
        keep(u1, u2, v1, v2, w1, w2, 6);
        return finite(gain * gain * (firstWeight * sum + secondWeight * secondSum));
    }

    /** A power, or 0 and a fresh start: what is not finite would never go again. */
    private double finite(double power) {
        if (!Double.isFinite(power)) {
            Arrays.fill(state, 0);
            return 0;
        }
        return power;
    }

    private void keep(double x1, double x2, double y1, double y2, double z1, double z2, int at) {
        state[at] = x1;
        state[at + 1] = x2;
        state[at + 2] = flushed(y1);
        state[at + 3] = flushed(y2);
        state[at + 4] = flushed(z1);
        state[at + 5] = flushed(z2);
    }

    /** Keeps the state out of the denormal range, where arithmetic is slow, during long silences. */
    private static double flushed(double value) {
        return Math.abs(value) < 1e-30 ? 0 : value;
    }
}
