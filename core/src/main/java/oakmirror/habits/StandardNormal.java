package oakmirror.habits;

import org.hipparchus.special.Erf;

/** The standard normal distribution out of a table, for where it is asked a million times: a cubic between known values and slopes, right to 10⁻⁹. */
final class StandardNormal {

    private static final double FAR = 8;
    private static final int IN_ONE = 64;
    private static final double[] BELOW = new double[2 * (int) FAR * IN_ONE + 1];
    private static final double[] DENSITY = new double[BELOW.length];

    static {
        for (int i = 0; i < BELOW.length; i++) {
            double at = i / (double) IN_ONE - FAR;
            BELOW[i] = 0.5 * Erf.erfc(-at / Math.sqrt(2));
            DENSITY[i] = Math.exp(-0.5 * at * at) / Math.sqrt(2 * Math.PI);
        }
    }

    private StandardNormal() {}

    /** What part of it lies below a value. */
    static double below(double value) {
        double at = (value + FAR) * IN_ONE;
        if (!(at >= 0 && at < BELOW.length - 1)) {
            return value < 0 ? 0 : 1;
        }
        int i = (int) at;
        double t = at - i;
        double rest = 1 - t;
        return BELOW[i] * (1 + 2 * t) * rest * rest
                + BELOW[i + 1] * t * t * (3 - 2 * t)
                + (DENSITY[i] * rest - DENSITY[i + 1] * t) * t * rest / IN_ONE;
    }
}
