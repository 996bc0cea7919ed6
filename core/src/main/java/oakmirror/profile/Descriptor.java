package oakmirror.profile;

import java.util.Arrays;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import oakmirror.audio.Decibels;
import oakmirror.measure.TrackMeasurement;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.Rhythm;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.OctaveSmoothing;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.stereo.Width;
import oakmirror.text.Texts;

/**
 * As much of a track as is needed to tell how like another it is, so that thousands can be gone through in a moment: its tone in hundredths of a
 * decibel relative to its loudness, the same smoothed, and a few figures.
 *
 * @param centiDb level of each band of the {@link BandGrid} less the integrated loudness, in hundredths of a dB; {@link #NOTHING} where there is nothing
 * @param broad the same smoothed to {@value #BROAD_OCTAVES} octaves, every eighth band
 * @param lufs integrated loudness
 * @param peakToLoudnessDb peak to loudness ratio
 * @param widthDb side over mid
 * @param bpm tempo; NaN where it is not known
 */
public record Descriptor(
        short[] centiDb, short[] broad, double lufs, double peakToLoudnessDb, double widthDb, double bpm) {

    /** Stands for a band with nothing in it. */
    public static final short NOTHING = Short.MIN_VALUE;

    /** Every so many bands there is a broad value. */
    static final int BROAD_STEP = 8;

    /** How many bytes its two curves make. */
    public static final int BYTES = 2 * (BandGrid.SIZE + bands(BROAD_STEP));

    private static final double BROAD_OCTAVES = 1.5;
    private static final double NOTHING_DB = -150;

    /** Of nothing. */
    public static final Descriptor NONE = new Descriptor(
            every(1, new double[BandGrid.SIZE], new boolean[BandGrid.SIZE]),
            every(BROAD_STEP, new double[BandGrid.SIZE], new boolean[BandGrid.SIZE]),
            Double.NaN,
            Double.NaN,
            Double.NaN,
            Double.NaN);

    /** Checks the shapes. The arrays are not copied and must not be changed. */
    public Descriptor {
        if (centiDb.length != BandGrid.SIZE || broad.length != bands(BROAD_STEP)) {
            throw new IllegalArgumentException(Texts.of("invalid.sketch"));
        }
    }

    private static int bands(int step) {
        return (BandGrid.SIZE + step - 1) / step;
    }

    /** The sketch of what was measured. */
    public static Descriptor of(TrackMeasurement m, Rhythm rhythm) {
        BandSpectrum spectrum = m.spectrum();
        double lufs = m.heardLufs();
        int end = spectrum.usableBands();
        OptionalDouble edge = SpectralEdge.of(spectrum);
        if (edge.isPresent()) {
            end = Math.min(end, BandGrid.bandOf(edge.getAsDouble()) + 1);
        }
        double[] db = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < end; b++) {
            double level = Decibels.ofPower(spectrum.power()[b]) - lufs;
            known[b] = level > NOTHING_DB;
            db[b] = known[b] ? level : 0;
        }
        return new Descriptor(
                every(1, db, known),
                every(BROAD_STEP, OctaveSmoothing.smooth(db, known, BROAD_OCTAVES), known),
                lufs,
                m.heard().peakToLoudness(),
                Width.of(m.tone().spectrum(), BandGrid.lowerEdgeHz(0), BandGrid.lowerEdgeHz(BandGrid.SIZE))
                        .sideToMidDb(),
                rhythm.grid().map(BarGrid::bpm).orElse(Double.NaN));
    }

    /** The sketch of a profile. */
    public static Descriptor of(Measurements figures) {
        return of(figures.compared(), figures.rhythm());
    }

    private static short[] every(int step, double[] db, boolean[] known) {
        short[] kept = new short[bands(step)];
        for (int i = 0; i < kept.length; i++) {
            int b = i * step;
            kept[i] = known[b] ? (short) Math.max(-32_000, Math.min(32_000, Math.round(100 * db[b]))) : NOTHING;
        }
        return kept;
    }

    /** Level of a band less the loudness in dB; NaN where there is nothing. */
    public double levelDb(int band) {
        return centiDb[band] == NOTHING ? Double.NaN : centiDb[band] / 100.0;
    }

    /** Levels in bands of so many octaves about each centre of the grid, less the loudness, in dB; NaN where there is nothing. */
    public double[] levelsDb(double octaves) {
        double[] levels = FractionalOctave.levelsDb(spectrum(), octaves);
        for (int b = 0; b < levels.length; b++) {
            levels[b] = centiDb[b] == NOTHING ? Double.NaN : levels[b];
        }
        return levels;
    }

    /** Its spectrum as far as it is kept, at a loudness of 0 LUFS. */
    BandSpectrum spectrum() {
        double[] power = new double[BandGrid.SIZE];
        Arrays.setAll(power, b -> centiDb[b] == NOTHING ? 0 : Decibels.toPower(centiDb[b] / 100.0));
        int usable = IntStream.range(0, BandGrid.SIZE)
                .filter(b -> centiDb[b] != NOTHING)
                .max()
                .orElse(-1);
        return new BandSpectrum(power, usable + 1, 1);
    }

    /** Two equal sketches hold equal values. */
    @Override
    public boolean equals(Object other) {
        return other instanceof Descriptor s && lufs == s.lufs && Arrays.equals(centiDb, s.centiDb);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(centiDb);
    }

    @Override
    public String toString() {
        return "Sketch[" + lufs + " LUFS]";
    }
}
