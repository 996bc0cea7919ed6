package oakmirror.candidate;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.BarGrid;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Spectrogram;

/**
 * How much a stretch of a track has in any range, moment by moment: to find the bars in which a place worth a listen is heard best.
 *
 * @param range which stretch
 * @param levels of it, evenly spaced over the range
 */
public record PowerOverTime(TimeRange range, Spectrogram levels) {

    private static final double STEP_SECONDS = 0.2;
    private static final int MOST_STEPS = 3000;
    private static final int BARS = 4;
    /** About four bars, where no tempo is known. */
    private static final double USUAL_SECONDS = 8;

    /**
     * Of a stretch of a track.
     *
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static PowerOverTime of(StereoSource source, TimeRange range, Progress progress) {
        int steps = (int) Math.max(1, Math.min(MOST_STEPS, Math.round(range.seconds() / STEP_SECONDS)));
        return new PowerOverTime(range, Spectrogram.of(source, range, steps, progress));
    }

    /**
     * Of the mix's stretch the part of four bars in which it and its references have most in a range; all of it where it is not longer.
     *
     * @param references their stretches, which go with the mix's from their beginnings to their ends
     * @param bars of the mix, where they are known
     */
    public TimeRange telling(List<PowerOverTime> references, Optional<BarGrid> bars, double lowHz, double highHz) {
        double length = bars.map(b -> BARS * b.barSeconds()).orElse(USUAL_SECONDS);
        double step = bars.map(BarGrid::barSeconds).orElse(USUAL_SECONDS / 4);
        double first = bars.map(b -> b.secondsAt(Math.ceil(b.barsAt(range.startSeconds()) - 0.05)))
                .orElse(range.startSeconds());
        TimeRange best = range;
        double most = Double.NEGATIVE_INFINITY;
        List<PowerOverTime> all =
                Stream.concat(Stream.of(this), references.stream()).toList();
        List<double[]> sums = new ArrayList<>();
        all.forEach(p -> sums.add(p.sums(lowHz, highHz)));
        for (double from = first; from + length <= range.endSeconds() + 0.05; from += step) {
            double a = (from - range.startSeconds()) / range.seconds();
            double b = (from + length - range.startSeconds()) / range.seconds();
            double score = 0;
            for (double[] sum : sums) {
                score += Math.log(1e-20 + between(sum, a, b)) / sums.size();
            }
            if (score > most) {
                most = score;
                best = new TimeRange(Math.max(range.startSeconds(), from), Math.min(range.endSeconds(), from + length));
            }
        }
        return best;
    }

    /** Power in a range, added up from the beginning to each moment, over all of it. */
    private double[] sums(double lowHz, double highHz) {
        float[][] columns = levels.levelsDb();
        double[] sums = new double[columns.length + 1];
        for (int c = 0; c < columns.length; c++) {
            double power = 0;
            for (int row = 0; row < Spectrogram.ROWS; row++) {
                double hz = Spectrogram.rowHz(row);
                boolean nearest = BandGrid.bandOf(Math.sqrt(lowHz * highHz)) / 2 == row;
                if (hz >= lowHz && hz <= highHz || nearest) {
                    power += Math.pow(10, columns[c][row] / 10);
                }
            }
            sums[c + 1] = sums[c] + power;
        }
        double all = sums[sums.length - 1];
        for (int c = 0; c < sums.length && all > 0; c++) {
            sums[c] /= all;
        }
        return sums;
    }

    private static double between(double[] sums, double from, double to) {
        int last = sums.length - 1;
        int a = (int) Math.max(0, Math.min(last, Math.round(from * last)));
        int b = (int) Math.max(a, Math.min(last, Math.round(to * last)));
        return sums[b] - sums[a];
    }
}
