package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.compare.Corridor;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.MatchedTone;
import oakmirror.compare.Subject;
import oakmirror.dynamics.Quantiles;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * Ranges where the mix has too much or too little, and a mix that ends early.
 *
 * <p>Balance is relative: one range raised lowers all others once levels are matched. So the mix is first moved by the median of its
 * difference from the middle of the corridor, from 60 Hz to 12 kHz, and what then lies outside the corridor is told: half of the ranges stay
 * where they are, however far one of them is off.
 */
final class ToneRules {

    private static final double OCTAVES = 1.0 / 3;
    private static final int LOWEST = BandGrid.bandOf(30);
    private static final int HIGHEST = BandGrid.bandOf(18000);
    /** Holes up to this do not part a range. */
    private static final int HOLE = BandGrid.BANDS_PER_OCTAVE / 4;
    /** What is narrower, half of what levels are read in, is none. */
    private static final int SHORTEST = BandGrid.BANDS_PER_OCTAVE / 6;

    private static final double TOP_HZ = 11000;
    private static final double BOTTOM_HZ = 45;
    private static final double LOW_END_HZ = 130;
    /** The ear hears less of what lies at the ends. Ours. */
    private static final double END_WEIGHT = 0.6;

    private static final double MOST_OCTAVES = 3;
    private static final double ENDS_EARLY_WEIGHT = 8;

    private ToneRules() {}

    static List<Finding> find(Subject mix, List<Subject> references, CorridorSettings settings) {
        double lufs = mix.compared().heardLufs();
        double[] mixDb = MatchedTone.whereMeant(
                MatchedTone.of(mix.compared(), lufs, OCTAVES, Part.STEREO),
                mix.compared().spectrum());
        List<double[]> curves = references.stream()
                .map(r -> MatchedTone.whereMeant(
                        MatchedTone.of(r.compared(), lufs, OCTAVES, Part.STEREO),
                        r.compared().spectrum()))
                .toList();
        Corridor corridor = Corridor.of(curves, settings);
        double[] middle = corridor.middleDb();
        double[] difference = new double[BandGrid.SIZE];
        double strongest = Double.NEGATIVE_INFINITY;
        for (int b = 0; b < difference.length; b++) {
            difference[b] = mixDb[b] - middle[b];
            strongest = Math.max(strongest, Math.max(or(mixDb[b], -300), or(middle[b], -300)));
        }
        double shift =
                Quantiles.of(Arrays.copyOfRange(difference, BandGrid.bandOf(60), BandGrid.bandOf(12000) + 1), 0.5);
        List<Finding> found = new ArrayList<>();
        double[] outside = new double[BandGrid.SIZE];
        for (int b = LOWEST; b <= HIGHEST; b++) {
            boolean heard = Math.max(mixDb[b], middle[b]) > strongest - Thresholds.TONE_DEPTH_DB;
            outside[b] = heard ? corridor.at(b).outside(mixDb[b] - shift) : 0;
            difference[b] -= shift;
        }
        for (int[] run : runs(outside)) {
            finding(run, outside, difference, references.size() > 1).ifPresent(found::add);
        }
        SpectralEdge.of(mix.compared().spectrum()).stream()
                .filter(edge -> references.stream()
                        .anyMatch(r -> MatchedTone.meantBands(r.compared().spectrum()) > BandGrid.bandOf(edge) + 2))
                .forEach(edge -> found.add(endsEarly(edge)));
        return found;
    }

    private static double or(double value, double otherwise) {
        return Double.isNaN(value) ? otherwise : value;
    }

    /** First and last band of each range that lies outside on one side. */
    private static List<int[]> runs(double[] outside) {
        List<int[]> runs = new ArrayList<>();
        for (int from = LOWEST; from <= HIGHEST; from++) {
            int to = from;
            while (to < HIGHEST && outside[from] != 0 && Math.signum(outside[to + 1]) == Math.signum(outside[from])) {
                to++;
            }
            if (outside[from] != 0 && to - from + 1 >= SHORTEST) {
                int[] last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
                if (last != null
                        && from - last[1] - 1 <= HOLE
                        && Math.signum(outside[last[1]]) == Math.signum(outside[from])) {
                    last[1] = to;
                } else {
                    runs.add(new int[] {from, to});
                }
            }
            from = to;
        }
        return runs;
    }

    private static Optional<Finding> finding(int[] run, double[] outside, double[] difference, boolean several) {
        int bands = run[1] - run[0] + 1;
        double octaves = (double) bands / BandGrid.BANDS_PER_OCTAVE;
        double excess = mean(outside, run);
        if (octaves < Thresholds.TONE_OCTAVES || Math.abs(excess) < Thresholds.TONE_EXCESS_DB) {
            return Optional.empty();
        }
        boolean much = excess > 0;
        double low = BandGrid.lowerEdgeHz(run[0]);
        double high = BandGrid.lowerEdgeHz(run[1] + 1);
        double centre = Math.sqrt(low * high);
        double off = mean(difference, run);
        boolean atEnd = centre < 50 || centre > 12000;
        double weight = (Math.abs(excess) + 1) * Math.sqrt(Math.min(MOST_OCTAVES, octaves)) * (atEnd ? END_WEIGHT : 1);
        String corridorWords = several ? ", " + Readings.level(Math.abs(excess)) + " outside the corridor" : "";
        String against = several ? " dB against the references' balance" : " dB against the reference's balance";
        Advice advice = Advice.at(centre);
        return Optional.of(new Finding(
                much ? Kind.TOO_MUCH : Kind.TOO_LITTLE,
                0,
                title(much, low, high),
                Readings.gain(off) + against + corridorWords,
                advice.cause(much),
                advice.inTheMix(much),
                onTheMaster(off, low, high),
                weight,
                Place.at(Aspect.TONE, low, high)));
    }

    private static double mean(double[] values, int[] run) {
        double sum = 0;
        for (int b = run[0]; b <= run[1]; b++) {
            sum += Double.isNaN(values[b]) ? 0 : values[b];
        }
        return sum / (run[1] - run[0] + 1);
    }

    private static String title(boolean much, double low, double high) {
        if (high > TOP_HZ && low > 1500) {
            return (much ? "Bright above " : "Dull above ") + Readings.about(low);
        }
        if (low < BOTTOM_HZ && high < LOW_END_HZ) {
            return (much ? "Heavy below " : "Thin below ") + Readings.about(high);
        }
        return (much ? "Too much at " : "Too little at ") + Readings.range(low, high);
    }

    private static String onTheMaster(double off, double low, double high) {
        String half = Readings.gainDb(-off / 2);
        double centre = Math.sqrt(low * high);
        if (high > TOP_HZ && low > 1500) {
            return "A high shelf of " + half + " from about " + Readings.about(low) + ", then listen.";
        }
        if (low < BOTTOM_HZ && high < LOW_END_HZ) {
            return "A low shelf of " + half + " below about " + Readings.about(high) + ", then listen.";
        }
        double q = Math.max(0.4, centre / (high - low));
        return "A bell of " + half + " at " + Readings.about(centre) + ", Q " + Readings.level(q) + ", then listen.";
    }

    private static Finding endsEarly(double edge) {
        return new Finding(
                Kind.ENDS_EARLY,
                0,
                "The mix ends at " + Readings.about(edge),
                "nothing above " + Readings.about(edge) + ", where the references go on",
                "A lossy file somewhere in the chain, or a low-pass on the mix bus.",
                "Export again from the session, without a lossy format in between.",
                "Nothing: what is not there cannot be raised.",
                ENDS_EARLY_WEIGHT,
                Place.at(Aspect.TONE, edge, 20000));
    }
}
