package oakmirror.spectrum;

import java.util.OptionalDouble;
import oakmirror.audio.Decibels;

/**
 * Where a spectrum ends before it should, as that of a lossy file does: a fall of {@value #LEAST_FALL_DB} dB or more within a sixth of an
 * octave, between 10 and 19.5 kHz, with nothing higher up. What ends because of the file's own rate does not count. Common practice, no source.
 */
public final class SpectralEdge {

    private static final double LEAST_FALL_DB = 25;
    private static final int WITHIN = BandGrid.BANDS_PER_OCTAVE / 6;
    private static final double LOWEST_HZ = 10_000;
    private static final double HIGHEST_HZ = 19_500;
    private static final double AUDIBLE_END_HZ = 20_000;

    /** Power that stands for none. */
    private static final double NOTHING = 1e-15;

    private SpectralEdge() {}

    /** The frequency from which on nothing follows; empty where there is no edge. */
    public static OptionalDouble of(BandSpectrum spectrum) {
        int end = Math.min(spectrum.usableBands(), BandGrid.bandOf(AUDIBLE_END_HZ));
        int last = Math.min(end - WITHIN, BandGrid.bandOf(HIGHEST_HZ));
        double steepest = Math.pow(10, LEAST_FALL_DB / 10);
        int steepestAt = -1;
        for (int b = BandGrid.bandOf(LOWEST_HZ); b < last; b++) {
            double above = NOTHING;
            for (int i = b + WITHIN; i < end; i++) {
                above = Math.max(above, spectrum.power()[i]);
            }
            double fall = spectrum.power()[b] / above;
            if (fall >= steepest) {
                steepest = fall;
                steepestAt = b;
            }
        }
        return steepestAt < 0
                ? OptionalDouble.empty()
                : OptionalDouble.of(BandGrid.centreHz(lastHeld(spectrum, steepestAt)));
    }

    /** How steeply a spectrum falls above a frequency, over a sixth of an octave, in dB an octave. */
    public static double fallDbPerOctave(BandSpectrum spectrum, double hz) {
        int from = BandGrid.bandOf(hz);
        int to = Math.min(from + WITHIN, BandGrid.SIZE - 1);
        double fall = Decibels.ofPower(spectrum.power()[from] / Math.max(spectrum.power()[to], NOTHING));
        return to > from ? fall * BandGrid.BANDS_PER_OCTAVE / (to - from) : 0;
    }

    /** The last band within 12 dB of what lies below the fall. */
    private static int lastHeld(BandSpectrum spectrum, int fallsAt) {
        double held = 0;
        for (int b = fallsAt - 3 * WITHIN; b < fallsAt - WITHIN; b++) {
            held += spectrum.power()[b] / (2 * WITHIN);
        }
        int b = fallsAt - WITHIN;
        while (b + 1 < spectrum.usableBands() && spectrum.power()[b + 1] > held / 16) {
            b++;
        }
        return b;
    }
}
