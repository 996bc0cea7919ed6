package oakmirror.spectrum;

/**
 * The frequencies every spectrum and curve here is given at: 241 bands of 1/24 octave from 20 Hz to 20 kHz. The series is ours:
 * centres 1000·10^(n/80), n = −136 … 104, edges half a step away. Every eighth is an exact third-octave centre of IEC 61260-1, whose own
 * series for 24 bands an octave lies half a step beside.
 */
public final class BandGrid {

    /** Bands an octave, the octave being the base-ten one of 10^0.3. */
    public static final int BANDS_PER_OCTAVE = 24;

    /** How many bands. */
    public static final int SIZE = 241;

    private static final int FIRST = -136;
    private static final double STEPS_PER_DECADE = 80;

    private BandGrid() {}

    /** Centre frequency of a band in Hz. */
    public static double centreHz(int band) {
        return 1000 * Math.pow(10, (FIRST + band) / STEPS_PER_DECADE);
    }

    /** Lower edge of a band in Hz; the upper edge is the lower one of the next band, also for the last. */
    public static double lowerEdgeHz(int band) {
        return 1000 * Math.pow(10, (FIRST + band - 0.5) / STEPS_PER_DECADE);
    }

    /** All centres in Hz. */
    public static double[] centresHz() {
        double[] centres = new double[SIZE];
        for (int i = 0; i < SIZE; i++) {
            centres[i] = centreHz(i);
        }
        return centres;
    }

    /** Where a frequency lies on the grid: 0 at the first centre, may be outside the grid. */
    public static double positionOf(double hz) {
        return Math.log10(hz / 1000) * STEPS_PER_DECADE - FIRST;
    }

    /** The band a frequency lies in, or the nearest. */
    public static int bandOf(double hz) {
        return (int) Math.max(0, Math.min(SIZE - 1, Math.round(positionOf(hz))));
    }

    /** Value of a curve on the grid at a frequency: linear between centres over log frequency, held outside. */
    public static double interpolate(double[] curve, double hz) {
        double position = Math.max(0, Math.min(SIZE - 1.0, positionOf(hz)));
        int low = (int) Math.min(SIZE - 2, Math.floor(position));
        double part = position - low;
        return curve[low] * (1 - part) + curve[low + 1] * part;
    }
}
