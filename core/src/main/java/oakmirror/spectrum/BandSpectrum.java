package oakmirror.spectrum;

import java.util.Arrays;

/**
 * Mean power in each band of the {@link BandGrid}, full scale being 1, left and right averaged.
 *
 * @param power one value a band, never negative
 * @param usableBands how many bands from the bottom lie wholly below the Nyquist frequency of the file; the rest hold 0
 * @param analysedSeconds how much audio passed the gate
 */
public record BandSpectrum(double[] power, int usableBands, double analysedSeconds) {

    /** Level that stands for no power at all, in dB. */
    public static final double FLOOR_DB = -180;

    /** Checks the shape. The array is not copied and must not be changed. */
    public BandSpectrum {
        if (power.length != BandGrid.SIZE) {
            throw new IllegalArgumentException("expected " + BandGrid.SIZE + " bands, not " + power.length);
        }
    }

    /** Nothing heard. */
    public static BandSpectrum silent() {
        return new BandSpectrum(new double[BandGrid.SIZE], BandGrid.SIZE, 0);
    }

    /** Whether there is nothing in it. */
    public boolean isSilent() {
        return Arrays.stream(power).allMatch(p -> p <= 0);
    }

    /** Two equal spectra hold equal figures. */
    @Override
    public boolean equals(Object other) {
        return other instanceof BandSpectrum s
                && usableBands == s.usableBands
                && analysedSeconds == s.analysedSeconds
                && Arrays.equals(power, s.power);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(power);
    }

    @Override
    public String toString() {
        return "BandSpectrum[" + usableBands + " bands, " + analysedSeconds + " s]";
    }
}
