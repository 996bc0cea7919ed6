package oakmirror.evidence;

import org.hipparchus.special.Erf;

/**
 * What a difference between mix and references tells of a fault: faults are taken for normal about 0 with a variance S, what other music makes different
 * for normal about 0 with a variance N; then, of a difference d, the fault is normal about d·S/(S + N) with the variance S·N/(S + N). The same as
 * corrections are founded on ({@link FaultEstimate}).
 *
 * @param mean of the fault
 * @param deviation about it
 */
public record Odds(double mean, double deviation) {

    public static Odds of(double difference, double faultVariance, double contentVariance) {
        double trust = faultVariance / (faultVariance + contentVariance);
        return new Odds(trust * difference, Math.sqrt(faultVariance * (1 - trust)));
    }

    /** The variance of what other music makes different, given that of faults; without end where nothing speaks for a fault. */
    public double contentVariance(double faultVariance) {
        double known = deviation * deviation;
        return known < faultVariance ? faultVariance * known / (faultVariance - known) : Double.POSITIVE_INFINITY;
    }

    /** How probable a fault of at least so much is, the way its mean goes. */
    public double beyond(double least) {
        double over = Math.abs(mean) - least;
        if (deviation < 1e-9) {
            return over >= 0 ? 1 : 0;
        }
        return 0.5 * (1 + Erf.erf(over / (deviation * Math.sqrt(2))));
    }
}
