package oakmirror.correction;

import oakmirror.text.Texts;

/**
 * What was decided about a move.
 *
 * @param refused it is not applied
 * @param gainFactor its gain is multiplied by this, 0 to {@value #MOST}
 * @param widthFactor so is its width in octaves, {@value #LEAST_WIDTH} to {@value #MOST}
 */
public record Treatment(boolean refused, double gainFactor, double widthFactor) {

    /** Largest factor of gain and width. */
    public static final double MOST = 3;

    /** Smallest factor of width. */
    public static final double LEAST_WIDTH = 1.0 / 3;

    /** As it is proposed. */
    public static final Treatment NONE = new Treatment(false, 1, 1);

    /** Checks the ranges. */
    public Treatment {
        if (!(gainFactor >= 0 && gainFactor <= MOST)) {
            throw new IllegalArgumentException(Texts.of("invalid.treatmentGain"));
        }
        if (!(widthFactor >= LEAST_WIDTH && widthFactor <= MOST)) {
            throw new IllegalArgumentException(Texts.of("invalid.treatmentWidth"));
        }
    }

    /** The same, refused or taken. */
    public Treatment withRefused(boolean value) {
        return new Treatment(value, gainFactor, widthFactor);
    }

    /** The same with another gain, as far as the range goes. */
    public Treatment withGainFactor(double value) {
        return new Treatment(refused, Math.max(0, Math.min(MOST, value)), widthFactor);
    }

    /** The same with another width, as far as the range goes. */
    public Treatment withWidthFactor(double value) {
        return new Treatment(refused, gainFactor, Math.max(LEAST_WIDTH, Math.min(MOST, value)));
    }

    /** Whether it changes anything. */
    public boolean isNone() {
        return equals(NONE);
    }
}
