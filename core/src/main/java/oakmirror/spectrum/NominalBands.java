package oakmirror.spectrum;

/** The third-octave bands from 20 Hz to 20 kHz by their nominal names (IEC 61260-1, ISO 266). */
public final class NominalBands {

    /** How many. */
    public static final int COUNT = 31;

    private static final double[] NOMINAL = {
        20, 25, 31.5, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630, 800, 1000, 1250, 1600, 2000, 2500,
        3150, 4000, 5000, 6300, 8000, 10000, 12500, 16000, 20000
    };

    private static final int STEP = BandGrid.BANDS_PER_OCTAVE / 3;

    private NominalBands() {}

    /** The name of a band, as its centre in Hz. */
    public static double nominalHz(int band) {
        return NOMINAL[band];
    }

    /** Its exact centre in Hz, on the base-ten series. */
    public static double centreHz(int band) {
        return BandGrid.centreHz(STEP * band);
    }

    /** Its lower edge in Hz, which is the upper edge of the one below. */
    public static double lowerEdgeHz(int band) {
        return 1000 * Math.pow(10, (band - 17.5) / 10);
    }

    /** One value a band of a curve over the {@link BandGrid} that is already as wide as a third of an octave. */
    public static double[] of(double[] curve) {
        double[] values = new double[COUNT];
        for (int b = 0; b < COUNT; b++) {
            values[b] = curve[STEP * b];
        }
        return values;
    }
}
