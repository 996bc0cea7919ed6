package oakmirror.blind;

import java.math.BigInteger;

/** Exact probabilities of fair guessing, by counting. */
public final class Binomial {

    private Binomial() {}

    /**
     * How likely at least so many of a number of fair guesses between two are right: Σ C(n,i) / 2ⁿ for i from k to n, counted in whole
     * numbers and rounded once at the end.
     */
    public static double atLeast(int right, int trials) {
        if (right < 0 || trials < 0 || right > trials) {
            throw new IllegalArgumentException(right + " of " + trials);
        }
        BigInteger sum = BigInteger.ZERO;
        BigInteger ways = BigInteger.ONE; // C(n, n), then C(n, n−1) …
        for (int i = trials; i >= right; i--) {
            sum = sum.add(ways);
            ways = ways.multiply(BigInteger.valueOf(i)).divide(BigInteger.valueOf(trials - i + 1L));
        }
        return new java.math.BigDecimal(sum)
                .divide(new java.math.BigDecimal(BigInteger.TWO.pow(trials)), java.math.MathContext.DECIMAL64)
                .doubleValue();
    }

    /** How many of so many trials must be right for guessing to be at most that likely; more than the trials when it cannot be. */
    public static int needed(int trials, double probability) {
        for (int right = 0; right <= trials; right++) {
            if (atLeast(right, trials) <= probability) {
                return right;
            }
        }
        return trials + 1;
    }
}
