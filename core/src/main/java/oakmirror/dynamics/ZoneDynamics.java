package oakmirror.dynamics;

/**
 * Crest factor of a zone over time: peak over RMS of windows of 3 s, every 0.5 s, in dB. NaN where the zone is silent or lies above the
 * Nyquist frequency.
 *
 * @param lowDb a tenth of the windows have less
 * @param middleDb half of them
 * @param highDb nine tenths
 */
public record ZoneDynamics(double lowDb, double middleDb, double highDb) {

    /** Nothing known. */
    public static final ZoneDynamics UNKNOWN = new ZoneDynamics(Double.NaN, Double.NaN, Double.NaN);

    /** Whether there is a figure. */
    public boolean isKnown() {
        return !Double.isNaN(middleDb);
    }
}
