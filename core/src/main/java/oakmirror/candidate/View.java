package oakmirror.candidate;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import oakmirror.compare.Gap;
import oakmirror.dynamics.Quantiles;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * A comparison as departures are looked for in it: mix minus reference, for all references together and for each, with the common level taken off.
 *
 * <p>Balance is relative: one range raised lowers all others once levels are matched. So every curve is moved by its median from 60 Hz to 12 kHz, read at half an
 * octave: half of the ranges stay where they are, however far one of them is off.
 */
final class View {

    /** Where departures are looked for; beyond lie rumble and the ends of files. */
    private static final double LOWEST_HZ = 40;

    private static final double HIGHEST_HZ = 14000;
    private static final double MIDDLE_OCTAVES = 0.5;
    private static final double LEAST_CONTENT_DB = 0.1;

    /** Bands that count. */
    final boolean[] counts;

    final double[] mixDb;
    /** Mean of the references' levels. */
    final double[] referenceDb;
    /** Mix minus the mean of the references. */
    final double[] excessDb;
    /** Mix minus each reference. */
    final double[][] eachDb;

    final int first;
    final int last;

    /** How far the music itself differs, in dB, as a logarithm. */
    final double music;

    View(Gap gap, List<Gap.Each> references, boolean[] allowed, double contentDb) {
        music = Math.log(contentDb + LEAST_CONTENT_DB);
        int from = BandGrid.bandOf(LOWEST_HZ);
        int to = BandGrid.bandOf(HIGHEST_HZ);
        counts = new boolean[BandGrid.SIZE];
        for (int b = from; b <= to; b++) {
            counts[b] = allowed[b] && gap.known()[b];
        }
        first = IntStream.rangeClosed(from, to)
                .filter(b -> counts[b])
                .findFirst()
                .orElse(to + 1);
        last = IntStream.rangeClosed(from, to).filter(b -> counts[b]).max().orElse(first - 1);
        mixDb = gap.mixDb();
        double[][] each = new double[references.size()][];
        double[] mean = new double[BandGrid.SIZE];
        double[] speaking = new double[BandGrid.SIZE];
        for (int r = 0; r < each.length; r++) {
            Gap.Each reference = references.get(r);
            each[r] = Arrays.stream(reference.gapDb()).map(d -> 0 - d).toArray();
            for (int b = 0; b < mean.length; b++) {
                if (reference.known()[b]) {
                    mean[b] += reference.weight() * each[r][b];
                    speaking[b] += reference.weight();
                }
            }
        }
        for (int b = 0; b < mean.length; b++) {
            mean[b] = speaking[b] > 0 ? mean[b] / speaking[b] : 0;
        }
        for (int r = 0; r < each.length; r++) {
            for (int b = 0; b < mean.length; b++) { // where one says nothing, it says what the others do
                each[r][b] = references.get(r).known()[b] ? each[r][b] : mean[b];
            }
            each[r] = levelled(each[r]);
        }
        excessDb = levelled(mean);
        referenceDb = new double[BandGrid.SIZE];
        for (int b = 0; b < mean.length; b++) {
            referenceDb[b] = mixDb[b] - mean[b];
        }
        eachDb = each;
    }

    private double[] levelled(double[] curve) {
        double[] smooth = smooth(curve, MIDDLE_OCTAVES);
        double[] middle = IntStream.rangeClosed(BandGrid.bandOf(60), BandGrid.bandOf(12000))
                .filter(b -> counts[b])
                .mapToDouble(b -> smooth[b])
                .toArray();
        double level = middle.length == 0 ? 0 : Quantiles.of(middle, 0.5);
        return Arrays.stream(curve).map(d -> d - level).toArray();
    }

    double[] smooth(double[] curve, double octaves) {
        return OctaveSmoothing.smooth(curve, counts, octaves);
    }

    /**
     * Whether the excess itself is at least half as large where a departure is: beside a resonance of one recording there is nothing, but a fit to its slopes.
     */
    boolean holds(Departure d) {
        return excessDb[BandGrid.bandOf(d.centreHz())] / d.excessDb() >= 0.5;
    }

    /** Whether there is enough to look at: two octaves. */
    boolean isEnough() {
        return last - first > 2 * BandGrid.BANDS_PER_OCTAVE && eachDb.length > 0;
    }

    static double mean(double[] curve, int from, int to) {
        return Arrays.stream(curve, from, to + 1).average().orElse(0);
    }

    static double rms(double[] curve, int from, int to) {
        return Math.sqrt(
                Arrays.stream(curve, from, to + 1).map(d -> d * d).average().orElse(0));
    }
}
