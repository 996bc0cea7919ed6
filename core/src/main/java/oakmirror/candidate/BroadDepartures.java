package oakmirror.candidate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.dynamics.Quantiles;
import oakmirror.spectrum.BandGrid;

/**
 * Departures from half an octave to a shelf: the peaks and dips of the excess, smoothed to several widths, each as far as it keeps half of its height. One that
 * goes on to the end of what is compared is a shelf.
 */
final class BroadDepartures {

    /** Widths the excess is smoothed to, in octaves. */
    private static final double[] SCALES = {0.17, 0.35, 0.8, 1.6};
    /** What is broader than a departure by so much is its surroundings. */
    private static final double SURROUNDINGS = 4;

    private static final double LEAST_OCTAVES = 0.45;
    private static final double LEAST_DB = 0.4;
    /** A departure's own slopes do not speak for what else goes on. */
    private static final int SLOPE_BANDS = BandGrid.BANDS_PER_OCTAVE / 4;

    private static final double RMS_PER_MEDIAN = 1.4826;
    private static final double LEAST_CONTENT_DB2 = 0.05;

    private BroadDepartures() {}

    static List<Departure> find(View view) {
        List<Departure> found = new ArrayList<>();
        for (double octaves : SCALES) {
            new Scale(view, octaves).find(found);
        }
        return found;
    }

    /** Everything at one width. */
    private static final class Scale {
        private final View view;
        private final double[] excess;
        private final double[][] each;
        /** How far references lie apart, as a deviation of their mean. */
        private final double[] spread;

        private final double spreadOfAll;
        /** By how much mix and references stand out of their own surroundings. */
        private final double[] mixBump;

        private final double[] referenceBump;

        Scale(View view, double octaves) {
            this.view = view;
            excess = view.smooth(view.excessDb, octaves);
            each = Arrays.stream(view.eachDb).map(e -> view.smooth(e, octaves)).toArray(double[][]::new);
            spread = spread();
            spreadOfAll = View.rms(spread, view.first, view.last);
            mixBump = bump(view.mixDb, octaves);
            referenceBump = bump(view.referenceDb, octaves);
        }

        private double[] spread() {
            double[] deviation = new double[BandGrid.SIZE];
            int k = each.length;
            for (int b = view.first; b <= view.last && k > 1; b++) {
                double squares = 0;
                for (double[] e : each) {
                    squares += (e[b] - excess[b]) * (e[b] - excess[b]);
                }
                deviation[b] = Math.sqrt(squares / (k - 1) * (1 + 1.0 / k));
            }
            return deviation;
        }

        private double[] bump(double[] curve, double octaves) {
            double[] bump = view.smooth(curve, octaves);
            double[] around = view.smooth(curve, SURROUNDINGS * octaves);
            for (int b = 0; b < bump.length; b++) {
                bump[b] -= around[b];
            }
            return bump;
        }

        void find(List<Departure> found) {
            for (int b = view.first; b <= view.last; b++) {
                double size = Math.abs(excess[b]);
                boolean rises = b == view.first || size >= Math.abs(excess[b - 1]);
                boolean falls = b == view.last || size > Math.abs(excess[b + 1]);
                if (size >= LEAST_DB && rises && falls) {
                    int from = edge(b, -1);
                    int to = edge(b, 1);
                    if (to - from + 1 >= LEAST_OCTAVES * BandGrid.BANDS_PER_OCTAVE) {
                        found.add(departure(b, from, to));
                    }
                }
            }
        }

        /** As far as half of a peak's height is kept. */
        private int edge(int peak, int step) {
            double half = excess[peak] / 2;
            int b = peak;
            while (b + step >= view.first && b + step <= view.last && excess[b + step] / half >= 1) {
                b += step;
            }
            return b;
        }

        private Departure departure(int peak, int from, int to) {
            double sign = Math.signum(excess[peak]);
            double size = Math.abs(excess[peak]);
            double[] says =
                    Arrays.stream(each).mapToDouble(e -> View.mean(e, from, to)).toArray();
            double least = Arrays.stream(says).map(s -> sign * s).min().orElse(0);
            double low = BandGrid.lowerEdgeHz(from);
            double high = BandGrid.lowerEdgeHz(to + 1);
            Shape shape = from == view.first ? Shape.LOW_SHELF : to == view.last ? Shape.HIGH_SHELF : Shape.BELL;
            double where = Math.log(Math.sqrt(low * high) / 1000) / Math.log(2);
            double[] features = {
                Math.log(size),
                Math.log(content(from, to)),
                Math.log(high / low) / Math.log(2),
                Math.min(0, where + 3),
                Math.max(0, where - 3),
                Math.tanh(least / size),
                sign * mixBump[peak] / size,
                0 - sign * referenceBump[peak] / size,
                view.music,
            };
            double centre =
                    switch (shape) {
                        case LOW_SHELF -> high;
                        case HIGH_SHELF -> low;
                        default -> Math.sqrt(low * high);
                    };
            return new Departure(
                    shape,
                    shape == Shape.LOW_SHELF ? BandGrid.lowerEdgeHz(0) : low,
                    shape == Shape.HIGH_SHELF ? BandGrid.lowerEdgeHz(BandGrid.SIZE) : high,
                    centre,
                    excess[peak],
                    features,
                    says);
        }

        /** How far recordings like these differ at this width though none is at fault: by the references there, by all of them, and by the rest of the excess. */
        private double content(int from, int to) {
            double[] elsewhere = IntStream.rangeClosed(view.first, view.last)
                    .filter(b -> b < from - SLOPE_BANDS || b > to + SLOPE_BANDS)
                    .mapToDouble(b -> Math.abs(excess[b]))
                    .toArray();
            double[] all = elsewhere.length > BandGrid.BANDS_PER_OCTAVE
                    ? elsewhere
                    : IntStream.rangeClosed(view.first, view.last)
                            .mapToDouble(b -> Math.abs(excess[b]))
                            .toArray();
            double rest = RMS_PER_MEDIAN * Quantiles.of(all, 0.5);
            double here = each.length > 1 ? View.rms(spread, from, to) : rest;
            double everywhere = each.length > 1 ? spreadOfAll : rest;
            return Math.sqrt(
                    LEAST_CONTENT_DB2 + 0.5 * here * here + 0.25 * everywhere * everywhere + 0.5 * rest * rest);
        }
    }
}
