package oakmirror.spectrum;

import java.util.Arrays;
import java.util.OptionalDouble;
import oakmirror.audio.Decibels;

/**
 * Where a spectrum ends before it should, as that of a lossy file does: a fall of {@value #LEAST_FALL_DB} dB or more within a sixth of an
 * octave, between 10 and 19.5 kHz, with nothing higher up. What ends because of the file's own rate does not count. Common practice, no source.
 */
public final class SpectralEdge {

    private static final double LEAST_FALL_DB = 25;
    /** A band is held that is so far over the floor above the fall, and not so far below the mean of a third of an octave under it. */
    private static final double HELD_DB = 15;

    private static final int BELOW = BandGrid.BANDS_PER_OCTAVE / 3;

    private static final int WITHIN = BandGrid.BANDS_PER_OCTAVE / 6;
    private static final double LOWEST_HZ = 10_000;
    private static final double HIGHEST_HZ = 19_500;
    private static final double AUDIBLE_END_HZ = 20_000;

    /** Power that stands for none. */
    private static final double NOTHING = 1e-15;

    private SpectralEdge() {}

    /** The frequency from which on nothing follows; empty where there is no edge, which does not mean that the file is lossless. */
    public static OptionalDouble of(BandSpectrum spectrum) {
        int end = Math.min(spectrum.usableBands(), BandGrid.bandOf(AUDIBLE_END_HZ));
        int last = Math.min(end - WITHIN, BandGrid.bandOf(HIGHEST_HZ));
        double[] power = spectrum.power();
        double steepest = Math.pow(10, LEAST_FALL_DB / 10);
        int steepestAt = -1;
        for (int b = BandGrid.bandOf(LOWEST_HZ); b < last; b++) {
            double above = NOTHING;
            for (int i = b + WITHIN; i < end; i++) {
                above = Math.max(above, power[i]);
            }
            double fall = power[b] / above;
            if (fall >= steepest) {
                steepest = fall;
                steepestAt = b;
            }
        }
        return steepestAt < 0
                ? OptionalDouble.empty()
                : OptionalDouble.of(BandGrid.centreHz(highestHeld(power, steepestAt, end)));
    }

    /** The highest band that stands over what lies above the fall and has not yet fallen itself; found from the top down. */
    private static int highestHeld(double[] power, int fallsAt, int end) {
        double[] above = Arrays.copyOfRange(power, fallsAt + WITHIN, end);
        Arrays.sort(above);
        double floor = Math.max(NOTHING, above[above.length / 2]);
        int b = end - 1;
        while (b > fallsAt - WITHIN && !isHeld(power, b, floor)) {
            b--;
        }
        return b;
    }

    private static boolean isHeld(double[] power, int band, double floor) {
        double below = 0;
        for (int i = band - BELOW; i < band; i++) {
            below += Decibels.ofPower(Math.max(NOTHING, power[i])) / BELOW;
        }
        double level = Decibels.ofPower(Math.max(NOTHING, power[band]));
        return level > Decibels.ofPower(floor) + HELD_DB && level > below - HELD_DB;
    }

    /** How steeply a spectrum falls above a frequency, over a sixth of an octave, in dB an octave. */
    public static double fallDbPerOctave(BandSpectrum spectrum, double hz) {
        int from = BandGrid.bandOf(hz);
        int to = Math.min(from + WITHIN, BandGrid.SIZE - 1);
        double fall = Decibels.ofPower(spectrum.power()[from] / Math.max(spectrum.power()[to], NOTHING));
        return to > from ? fall * BandGrid.BANDS_PER_OCTAVE / (to - from) : 0;
    }
}
