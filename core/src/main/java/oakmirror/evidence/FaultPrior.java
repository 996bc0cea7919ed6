package oakmirror.evidence;

import oakmirror.text.Texts;

/**
 * What faults are expected before anything is compared: broad ones, as often up as down, of this variance in dB² at any frequency. Caution
 * moves it.
 */
public record FaultPrior(double varianceDb2) {

    private static final double BOLDEST_DB2 = 6;
    private static final double MOST_CAREFUL_DB2 = 0.7;

    /** The caution at which the variance is 1.55 dB²; chosen on bench/recordings by error against harm. */
    public static final double USUAL_CAUTION = 0.63;

    /** Checks the range. */
    public FaultPrior {
        if (!(varianceDb2 > 0 && varianceDb2 <= 100)) {
            throw new IllegalArgumentException(Texts.of("invalid.variance"));
        }
    }

    /** The prior of a caution from 0 (bold, 6 dB²) to 1 (careful, 0.7 dB²), in equal ratios. */
    public static FaultPrior ofCaution(double caution) {
        return new FaultPrior(BOLDEST_DB2 * Math.pow(MOST_CAREFUL_DB2 / BOLDEST_DB2, caution));
    }
}
