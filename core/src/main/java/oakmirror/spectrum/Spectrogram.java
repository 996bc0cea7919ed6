package oakmirror.spectrum;

import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;

/**
 * Levels over time and frequency.
 *
 * @param range what of the track it shows
 * @param levelsDb one column a moment, evenly spaced over the range; in it one level a twelfth of an octave, every second band of
 *     the {@link BandGrid} with half of its neighbours, in dB relative to full scale
 */
public record Spectrogram(TimeRange range, float[][] levelsDb) {

    /** Levels in a column. */
    public static final int ROWS = BandGrid.SIZE / 2 + 1;

    /** Bands of the grid to one row. */
    private static final int BANDS_PER_ROW = 2;

    private static final double BLOCK_SECONDS = 0.2;
    private static final int MOST_BLOCKS_PER_COLUMN = 64;

    /** Centre frequency of a row in Hz. */
    public static double rowHz(int row) {
        return BandGrid.centreHz(BANDS_PER_ROW * row);
    }

    /**
     * Works out the picture of a stretch of a track: in each column the mean of as many blocks as fill it, at least one, spread evenly.
     *
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static Spectrogram of(StereoSource source, TimeRange range, int columns, Progress progress) {
        int size = SpectrumAnalyser.blockSize(source.sampleRate(), BLOCK_SECONDS);
        StereoTransform transform = new StereoTransform(size);
        BandFold fold = new BandFold(size, source.sampleRate());
        float[] left = new float[size];
        float[] right = new float[size];
        double first = range.startSeconds() * source.sampleRate();
        double width = range.seconds() * source.sampleRate() / columns;
        int blocks = (int) Math.max(1, Math.min(MOST_BLOCKS_PER_COLUMN, Math.round(width / size)));
        float[][] levels = new float[columns][];
        for (int c = 0; c < columns; c++) {
            double[][] bands = new double[3][BandGrid.SIZE];
            for (int b = 0; b < blocks; b++) {
                double centre = first + width * (c + (b + 0.5) / blocks);
                source.read(Math.round(centre - size / 2.0), left, right, 0, size);
                transform.transform(left, right);
                fold.addTo(bands, transform);
            }
            levels[c] = column(bands, blocks);
            progress.check((c + 1.0) / columns);
        }
        return new Spectrogram(range, levels);
    }

    private static float[] column(double[][] bands, int blocks) {
        float[] levels = new float[ROWS];
        for (int row = 0; row < ROWS; row++) {
            int at = BANDS_PER_ROW * row;
            double power = 0;
            double width = 0;
            for (int d = -1; d <= 1; d++) {
                if (at + d >= 0 && at + d < BandGrid.SIZE) {
                    double share = d == 0 ? 1 : 0.5;
                    power += share * (bands[0][at + d] + bands[1][at + d]) / 2;
                    width += share;
                }
            }
            double mean = power * BANDS_PER_ROW / width / blocks;
            levels[row] = (float) Math.max(BandSpectrum.FLOOR_DB, Decibels.ofPower(mean));
        }
        return levels;
    }

    /** The level at a moment of the track and a frequency; NaN outside the range. */
    public double levelDb(double seconds, double hz) {
        int column = (int) Math.floor((seconds - range.startSeconds()) / range.seconds() * levelsDb.length);
        int row = (int) Math.round(BandGrid.positionOf(hz) / BANDS_PER_ROW);
        return column < 0 || column >= levelsDb.length || row < 0 || row >= ROWS ? Double.NaN : levelsDb[column][row];
    }
}
