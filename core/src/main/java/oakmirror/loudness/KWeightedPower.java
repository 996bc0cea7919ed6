package oakmirror.loudness;

import oakmirror.filter.Biquad;

/**
 * K-weights one or two channels and sums their squares over a stretch. Both biquads run in transposed direct form II in double
 * precision. A filter waits for its own last output, so two channels in one loop cost little more than one.
 */
final class KWeightedPower {

    private final Biquad shelf;
    private final Biquad pass;
    /** Four values a channel: two of the shelf, two of the high-pass. */
    private final double[] state = new double[8];

    KWeightedPower(KWeighting weighting) {
        this.shelf = weighting.shelf();
        this.pass = weighting.highPass();
    }

    /**
     * Weights two channels.
     *
     * @return sum of squares of the weighted samples from {@code from} (included) to {@code to} (not included), each channel times
     *     its weight
     */
    double add(float[] first, double firstWeight, float[] second, double secondWeight, int from, int to) {
        double b01 = shelf.b0();
        double b11 = shelf.b1();
        double b21 = shelf.b2();
        double a11 = shelf.a1();
        double a21 = shelf.a2();
        double b02 = pass.b0();
        double b12 = pass.b1();
        double b22 = pass.b2();
        double a12 = pass.a1();
        double a22 = pass.a2();
        double p1 = state[0];
        double p2 = state[1];
        double q1 = state[2];
        double q2 = state[3];
        double r1 = state[4];
        double r2 = state[5];
        double s1 = state[6];
        double s2 = state[7];
        double sum = 0;
        double secondSum = 0;
        for (int i = from; i < to; i++) {
            double x = first[i];
            double y = b01 * x + p1;
            p1 = b11 * x - a11 * y + p2;
            p2 = b21 * x - a21 * y;
            double z = b02 * y + q1;
            q1 = b12 * y - a12 * z + q2;
            q2 = b22 * y - a22 * z;
            sum += z * z;
            double u = second[i];
            double v = b01 * u + r1;
            r1 = b11 * u - a11 * v + r2;
            r2 = b21 * u - a21 * v;
            double w = b02 * v + s1;
            s1 = b12 * v - a12 * w + s2;
            s2 = b22 * v - a22 * w;
            secondSum += w * w;
        }
        state[0] = flushed(p1);
        state[1] = flushed(p2);
        state[2] = flushed(q1);
        state[3] = flushed(q2);
        state[4] = flushed(r1);
        state[5] = flushed(r2);
        state[6] = flushed(s1);
        state[7] = flushed(s2);
        return firstWeight * sum + secondWeight * secondSum;
    }

    /** Keeps the state out of the denormal range, where arithmetic is slow, during long silences. */
    private static double flushed(double value) {
        return Math.abs(value) < 1e-30 ? 0 : value;
    }
}
