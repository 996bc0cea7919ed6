package oakmirror.spectrum;

import oakmirror.audio.Decibels;

/** Reads wider bands from the 1/24-octave ones of a {@link BandSpectrum}. */
public final class FractionalOctave {

    /** Fall of density against constant-percentage bands: 10·log10(2) dB an octave. */
    private static final double DENSITY_DB_PER_OCTAVE = 10 * Math.log10(2);

    private FractionalOctave() {}

    /**
     * Level around each centre of the grid in a band of the given width: the powers within half the width to either side, summed,
     * bands that the edge cuts counting in part; at the ends of the grid scaled up for what is missing.
     *
     * @param spectrum what was measured
     * @param octaves width, 1/24 octave or more
     * @return dB relative to full scale, at least {@link BandSpectrum#FLOOR_DB}
     */
    public static double[] levelsDb(BandSpectrum spectrum, double octaves) {
        double[] power = spectrum.power();
        double bands = octaves * BandGrid.BANDS_PER_OCTAVE;
        double half = (bands - 1) / 2;
        int whole = (int) Math.floor(Math.max(0, half) + 1e-9);
        double part = Math.max(0, half - whole);
        double[] levels = new double[power.length];
        for (int b = 0; b < power.length; b++) {
            double sum = 0;
            double width = 0;
            for (int d = -whole - 1; d <= whole + 1; d++) {
                int at = b + d;
                double share = Math.abs(d) <= whole ? 1 : part;
                if (at >= 0 && at < power.length) {
                    sum += share * power[at];
                    width += share;
                }
            }
            levels[b] = Math.max(BandSpectrum.FLOOR_DB, Decibels.ofPower(sum * bands / width));
        }
        return levels;
    }

    /**
     * Levels tilted for display: as density (which falls by 3 dB an octave against bands of constant percentage), raised by so
     * many decibels an octave about 1 kHz.
     */
    public static double[] tilted(double[] levelsDb, double tiltDbPerOctave) {
        return raised(levelsDb, tiltDbPerOctave - DENSITY_DB_PER_OCTAVE);
    }

    /** The levels that {@link #tilted} made others of. */
    public static double[] tiltedBack(double[] tiltedDb, double tiltDbPerOctave) {
        return raised(tiltedDb, DENSITY_DB_PER_OCTAVE - tiltDbPerOctave);
    }

    private static double[] raised(double[] levelsDb, double dbPerOctave) {
        double[] levels = levelsDb.clone();
        for (int b = 0; b < levels.length; b++) {
            levels[b] += dbPerOctave * Math.log(BandGrid.centreHz(b) / 1000) / Math.log(2);
        }
        return levels;
    }
}
