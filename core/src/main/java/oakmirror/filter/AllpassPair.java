package oakmirror.filter;

import java.util.Arrays;

/**
 * Doubles the rate of one channel, or halves it again, with hardly any delay: two chains of first-order allpasses in z², whose sum lets the lower half through and
 * stops the upper one (R. A. Valenzuela and A. G. Constantinides, "Digital signal processing schemes for efficient interpolation and decimation", IEE
 * Proc. G 130, 1983; elliptic, so that the coefficients follow in closed form from their number and the width of the transition). Phase is not
 * linear. One object keeps the past of one way, up or down.
 */
public final class AllpassPair {

    private static final double TINY = 1e-18;

    /** Coefficients of the two chains, in turn. */
    private final double[] coefficients;
    /** For each coefficient what came in last, and what went out. */
    private final double[] in;

    private final double[] out;
    /** What the two chains have given last. */
    private double first;

    private double second;

    /**
     * A pair.
     *
     * @param count how many allpasses
     * @param transition how wide the transition is about a quarter of the higher rate, on one side, as a part of that rate, below 0.25
     */
    public AllpassPair(int count, double transition) {
        coefficients = design(count, transition);
        in = new double[count];
        out = new double[count];
    }

    private static double[] design(int count, double transition) {
        double k = Math.pow(Math.tan((1 - 4 * transition) * Math.PI / 4), 2);
        double root = Math.pow(1 - k * k, 0.25);
        double e = 0.5 * (1 - root) / (1 + root);
        double e4 = Math.pow(e, 4);
        double q = e * (1 + e4 * (2 + e4 * (15 + 150 * e4)));
        int order = 2 * count + 1;
        double[] coefficients = new double[count];
        for (int c = 1; c <= count; c++) {
            double top = 0;
            double bottom = 0.5;
            for (int i = 0; i < 8; i++) { // q is far below 1, and what follows below any rounding
                int sign = i % 2 == 0 ? 1 : -1;
                top += sign * Math.pow(q, i * (i + 1)) * Math.sin((2 * i + 1) * c * Math.PI / order);
                if (i > 0) {
                    bottom += sign * Math.pow(q, i * i) * Math.cos(2 * i * c * Math.PI / order);
                }
            }
            double w = Math.pow(Math.pow(q, 0.25) * top / bottom, 2);
            double x = Math.sqrt((1 - w * k) * (1 - w / k)) / (1 + w);
            coefficients[c - 1] = (1 - x) / (1 + x);
        }
        return coefficients;
    }

    /** Takes a sample of the lower rate; {@link #first} and {@link #second} then are those of the higher one. */
    public void up(double sample) {
        first = chain(0, sample);
        second = chain(1, sample);
    }

    /** Takes two samples of the higher rate and gives one of the lower. */
    public double down(double earlier, double later) {
        return (chain(1, earlier) + chain(0, later)) / 2;
    }

    private double chain(int start, double sample) {
        double x = sample;
        for (int c = start; c < coefficients.length; c += 2) {
            double y = coefficients[c] * (x - out[c]) + in[c];
            in[c] = x;
            out[c] = Math.abs(y) < TINY ? 0 : y;
            x = y;
        }
        return x;
    }

    /** The earlier of the two samples. */
    public double first() {
        return first;
    }

    /** The later of the two samples. */
    public double second() {
        return second;
    }

    /** Forgets the past. */
    public void reset() {
        Arrays.fill(in, 0);
        Arrays.fill(out, 0);
    }
}
