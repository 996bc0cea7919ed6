package oakmirror.filter;

/** The window of J. F. Kaiser, I₀(β·√(1 − x²))/I₀(β): the usual one for cutting a sinc off. */
public final class Kaiser {

    private Kaiser() {}

    /**
     * The window.
     *
     * @param beta how steeply it falls
     * @param x place in it, −1 and 1 being its ends; outside it is 0
     */
    public static double window(double beta, double x) {
        return Math.abs(x) >= 1 ? 0 : bessel(beta * Math.sqrt(1 - x * x)) / bessel(beta);
    }

    /** Modified Bessel function of the first kind, order 0, by its series. */
    private static double bessel(double x) {
        double sum = 1;
        double term = 1;
        for (int k = 1; term > 1e-12 * sum; k++) {
            term *= (x / (2 * k)) * (x / (2 * k));
            sum += term;
        }
        return sum;
    }
}
