package oakmirror.correction;

import oakmirror.correction.EqBand.Type;

/**
 * Decibels of a list of bells and shelves at fixed frequencies, and their derivatives.
 *
 * <p>Each band has three parameters: ln f, gain in dB, ln Q. With x = f/f₀ a section's power gain is T/B, T = (n0 − n2·x²)² +
 * n1²·x², B likewise from d2, d1, d0. Every coefficient is A^e·Q^−k with A = 10^(gain/40), so that
 *
 * <ul>
 *   <li>∂/∂ln A multiplies each coefficient by its exponent e, and ln A changes by ln 10/40 for each dB;
 *   <li>∂/∂ln Q changes the sign of the middle coefficients and drops the others;
 *   <li>∂/∂ln f₀ is −x·∂/∂x.
 * </ul>
 */
final class BandModel {

    static final int PARAMETERS = 3;

    private static final double DB = 10 / Math.log(10);
    private static final double LN_A_PER_DB = Math.log(10) / 40;

    private final double[] frequenciesHz;

    BandModel(double[] frequenciesHz) {
        this.frequenciesHz = frequenciesHz;
    }

    /** Exponents of A in n2, n1, n0, d2, d1, d0. */
    private static double[] exponents(Type type) {
        return switch (type) {
            case BELL -> new double[] {0, 1, 0, 0, -1, 0};
            case LOW_SHELF -> new double[] {1, 1.5, 2, 1, 0.5, 0};
            case HIGH_SHELF -> new double[] {2, 1.5, 1, 0, 0.5, 1};
        };
    }

    /**
     * Adds one band.
     *
     * @param type its shape
     * @param p its parameters from index {@code at}
     * @param valueDb receives its decibels, added
     * @param jacobian receives its derivatives in columns {@code at} to {@code at + 2}
     */
    void add(Type type, double[] p, int at, double[] valueDb, double[][] jacobian) {
        double[] e = exponents(type);
        double f0 = Math.exp(p[at]);
        double lnA = p[at + 1] * LN_A_PER_DB;
        double invQ = Math.exp(-p[at + 2]);
        double n2 = Math.exp(e[0] * lnA);
        double n1 = Math.exp(e[1] * lnA) * invQ;
        double n0 = Math.exp(e[2] * lnA);
        double d2 = Math.exp(e[3] * lnA);
        double d1 = Math.exp(e[4] * lnA) * invQ;
        double d0 = Math.exp(e[5] * lnA);
        for (int i = 0; i < frequenciesHz.length; i++) {
            double x = frequenciesHz[i] / f0;
            double x2 = x * x;
            double u = n0 - n2 * x2;
            double v = d0 - d2 * x2;
            double m = n1 * n1 * x2;
            double w = d1 * d1 * x2;
            double t = u * u + m;
            double b = v * v + w;
            valueDb[i] += DB * Math.log(t / b);
            double tA = 2 * u * (e[2] * n0 - e[0] * n2 * x2) + 2 * e[1] * m;
            double bA = 2 * v * (e[5] * d0 - e[3] * d2 * x2) + 2 * e[4] * w;
            jacobian[i][at] = DB * ((4 * u * n2 * x2 - 2 * m) / t - (4 * v * d2 * x2 - 2 * w) / b);
            jacobian[i][at + 1] = DB * LN_A_PER_DB * (tA / t - bA / b);
            jacobian[i][at + 2] = DB * (-2 * m / t + 2 * w / b);
        }
    }
}
