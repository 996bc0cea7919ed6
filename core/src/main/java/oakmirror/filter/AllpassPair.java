package oakmirror.filter;

import java.util.Arrays;

/**
 * Doubles the rate of one channel, or halves it again, with hardly any delay: two chains of first-order allpasses in z², whose sum lets the lower half through and
 * stops the upper one (R. A. Valenzuela and A. G. Constantinides, "Digital signal processing schemes for efficient interpolation and decimation", IEE
 * Proc. G 130, 1983; elliptic, so that the coefficients follow in closed form from their number and the width of the transition). Phase is not
 * linear. One object keeps the past of one way, up or down, and takes many samples at a time: each allpass waits for its own past alone, so that four of them, one behind the
 * other and beside each other in one loop, take as long as one.
 */
public final class AllpassPair {

    private static final double TINY = 1e-18;

    /** Coefficients of the two chains, in turn. */
    private final double[] coefficients;
    /** For each coefficient what came in last, and what went out. */
    private final double[] in;

    private final double[] out;

    /**
     * A pair.
     *
     * @param count how many allpasses, a multiple of four
     * @param transition how wide the transition is about a quarter of the higher rate, on one side, as a part of that rate, below 0.25
     */
    public AllpassPair(int count, double transition) {
        if (count < 4 || count % 4 != 0) {
            throw new IllegalArgumentException("no number of allpasses: " + count);
        }
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

    /** Doubles the rate: takes samples of the lower rate, which become the earlier ones of each two of the higher, and gives the later ones. */
    public void up(double[] samples, double[] later, int count) {
        System.arraycopy(samples, 0, later, 0, count);
        run(samples, later, count);
    }

    /** Halves the rate: takes the earlier and the later of each two samples of the higher rate, and puts those of the lower in place of the earlier. What was later is lost. */
    public void down(double[] earlier, double[] later, int count) {
        run(later, earlier, count);
        for (int i = 0; i < count; i++) {
            earlier[i] = (earlier[i] + later[i]) / 2;
        }
    }

    /** What the first chain makes of one row of samples, and the second of another. */
    private void run(double[] first, double[] second, int count) {
        for (int c = 0; c < coefficients.length; c += 4) {
            two(c, first, second, count);
        }
    }

    /** Two allpasses of either chain: y = c·x + x₁ − c·y₁, of which only the last product waits for what came out before. */
    private void two(int c, double[] first, double[] second, int count) {
        double a = coefficients[c];
        double b = coefficients[c + 1];
        double e = coefficients[c + 2];
        double f = coefficients[c + 3];
        double aIn = in[c];
        double bIn = in[c + 1];
        double eIn = in[c + 2];
        double fIn = in[c + 3];
        double aOut = out[c];
        double bOut = out[c + 1];
        double eOut = out[c + 2];
        double fOut = out[c + 3];
        for (int i = 0; i < count; i++) {
            double x = first[i];
            aOut = (a * x + aIn) - a * aOut;
            aIn = x;
            eOut = (e * aOut + eIn) - e * eOut;
            eIn = aOut;
            first[i] = eOut;
            double u = second[i];
            bOut = (b * u + bIn) - b * bOut;
            bIn = u;
            fOut = (f * bOut + fIn) - f * fOut;
            fIn = bOut;
            second[i] = fOut;
        }
        keep(c, aIn, aOut);
        keep(c + 1, bIn, bOut);
        keep(c + 2, eIn, eOut);
        keep(c + 3, fIn, fOut);
    }

    private void keep(int c, double cameIn, double wentOut) {
        in[c] = audible(cameIn);
        out[c] = audible(wentOut);
    }

    /** Keeps the past out of the denormal range, where arithmetic is slow, and from what is no number, which would never go again. */
    private static double audible(double value) {
        return Math.abs(value) >= TINY && Math.abs(value) <= Double.MAX_VALUE ? value : 0;
    }

    /** Forgets the past. */
    public void reset() {
        Arrays.fill(in, 0);
        Arrays.fill(out, 0);
    }
}
