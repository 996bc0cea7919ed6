package oakmirror.loudness;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.spectrum.BandGrid;

/** Loudness by an averaged spectrum: its power weighted with the K filter's, without the gate. Good enough to listen by, while a render measures. */
public final class KWeightedSpectrum {

    private static final double[] WEIGHTS =
            Arrays.stream(BandGrid.centresHz()).map(LoudnessScale::weightAt).toArray();

    private KWeightedSpectrum() {}

    /** Power weight of a band. */
    public static double weight(int band) {
        return WEIGHTS[band];
    }

    /** K-weighted power of a spectrum, given by power for each band of the {@link BandGrid}. */
    public static double power(double[] bands) {
        double sum = 0;
        for (int b = 0; b < bands.length; b++) {
            sum += WEIGHTS[b] * bands[b];
        }
        return sum;
    }

    /** By how much one spectrum is louder than another, in LU; 0 where one of them is silent. */
    public static double changeLu(double[] before, double[] after) {
        double was = power(before);
        double is = power(after);
        return was > 0 && is > 0 ? Decibels.ofPower(is / was) : 0;
    }

    /** By how much a spectrum becomes louder with so many dB more in each band, in LU. */
    public static double changeOf(double[] power, double[] db) {
        double[] after = power.clone();
        for (int b = 0; b < after.length; b++) {
            after[b] *= Decibels.toPower(db[b]);
        }
        return changeLu(power, after);
    }
}
