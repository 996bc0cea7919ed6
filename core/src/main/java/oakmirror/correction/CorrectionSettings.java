package oakmirror.correction;

/**
 * How a gap becomes a correction.
 *
 * @param strength how much of the gap is closed, 0 to 1
 * @param resolutionOctaves width of the smoothing kernel at half its height, 1/12 to 1 octave
 * @param mostBoostDb no rise gets higher than this, above 0
 * @param mostCutDb no dip gets deeper than this, above 0
 * @param lowHz below this the gap does not count: a dip holds on down to 0 Hz, a rise fades to nothing at 20 Hz
 * @param highHz above this the gap does not count: the correction holds on
 */
public record CorrectionSettings(
        double strength, double resolutionOctaves, double mostBoostDb, double mostCutDb, double lowHz, double highHz) {

    /** Finest resolution in octaves. */
    public static final double FINEST_OCTAVES = 1.0 / 12;

    /** Broadest resolution in octaves. */
    public static final double BROADEST_OCTAVES = 1;

    /** Half of the gap, at a third of an octave, +6/−9 dB, 30 Hz to 16 kHz. Common practice, no source. */
    public static final CorrectionSettings DEFAULT = new CorrectionSettings(0.5, 1.0 / 3, 6, 9, 30, 16000);

    /** Checks the ranges. */
    public CorrectionSettings {
        require(strength >= 0 && strength <= 1, "strength lies between 0 and 1");
        require(
                resolutionOctaves >= FINEST_OCTAVES - 1e-9 && resolutionOctaves <= BROADEST_OCTAVES + 1e-9,
                "resolution lies between 1/12 and 1 octave");
        require(mostBoostDb > 0 && mostBoostDb <= 24, "the most boost lies between 0 and 24 dB");
        require(mostCutDb > 0 && mostCutDb <= 24, "the most cut lies between 0 and 24 dB");
        require(
                lowHz >= 10 && highHz > lowHz && highHz <= 200_000,
                "the range of a correction goes from a low to a high frequency, from 10 Hz to 200 kHz");
    }

    private static void require(boolean holds, String message) {
        if (!holds) {
            throw new IllegalArgumentException(message);
        }
    }

    /** Whether a frequency lies in the range. */
    public boolean covers(double hz) {
        return hz >= lowHz && hz <= highHz;
    }

    /** The same with another strength. */
    public CorrectionSettings withStrength(double value) {
        return new CorrectionSettings(value, resolutionOctaves, mostBoostDb, mostCutDb, lowHz, highHz);
    }

    /** The same with another resolution. */
    public CorrectionSettings withResolution(double octaves) {
        return new CorrectionSettings(strength, octaves, mostBoostDb, mostCutDb, lowHz, highHz);
    }

    /** The same with other limits. */
    public CorrectionSettings withLimits(double boostDb, double cutDb) {
        return new CorrectionSettings(strength, resolutionOctaves, boostDb, cutDb, lowHz, highHz);
    }
}
