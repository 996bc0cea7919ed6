package oakmirror.dynamics;

import java.util.List;

/**
 * How far peaks stand above the rest.
 *
 * @param peakToShortTerm peak to short-term loudness in dB every half second, see {@link PeakToShortTerm}
 * @param zones crest factors, one for each zone in their order
 */
public record Dynamics(float[] peakToShortTerm, List<ZoneDynamics> zones) {

    /** Copies the list. */
    public Dynamics {
        zones = List.copyOf(zones);
    }

    /** Nothing known. */
    public static Dynamics unknown() {
        return new Dynamics(new float[0], java.util.Collections.nCopies(7, ZoneDynamics.UNKNOWN));
    }

    /** The peak to short-term loudness that half of the time is not reached, in dB; NaN where there is none. */
    public double middlePeakToShortTerm() {
        double[] values = new double[peakToShortTerm.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = peakToShortTerm[i];
        }
        return Quantiles.of(values, 0.5);
    }
}
