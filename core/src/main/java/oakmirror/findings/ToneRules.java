package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.compare.Gap;
import oakmirror.compare.MatchedTone;
import oakmirror.compare.Subject;
import oakmirror.evidence.ToneOdds;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Content;

/**
 * Ranges where the mix has too much or too little, and a mix that ends early.
 *
 * <p>A range is told where a fault of {@value #AUDIBLE_DB} dB and more is probable all over it ({@link ToneOdds}).
 */
final class ToneRules {

    /** Less than this is not heard as a fault. */
    private static final double AUDIBLE_DB = 1;

    /**
     * Less than this is none beside sides that have changed, which take level with them, nor at the low end of one recording, which codecs change.
     */
    private static final double FAINT_DB = 1.6;

    private static final double LOW_END_FAINT_HZ = 72;

    private static final int LOWEST = BandGrid.bandOf(30);
    private static final int HIGHEST = BandGrid.bandOf(16000);
    /** Below this only what is strong there is judged. */
    private static final double ALWAYS_FROM_HZ = 40;

    private static final double LOW_DEPTH_DB = 30;
    /** Holes up to this do not part a range. */
    private static final int HOLE = BandGrid.BANDS_PER_OCTAVE / 4;
    /** What is narrower is none. */
    private static final int SHORTEST = BandGrid.BANDS_PER_OCTAVE / 6;

    private static final double TOP_HZ = 11000;
    private static final double BOTTOM_HZ = 45;
    private static final double LOW_END_HZ = 130;
    /** The ear hears less of what lies at the ends. Ours. */
    private static final double END_WEIGHT = 0.6;

    private static final double MOST_OCTAVES = 3;
    private static final double ENDS_EARLY_WEIGHT = 8;
    /** An end above this is no fault: many finished recordings end there, and few hear it. */
    private static final double INAUDIBLE_HZ = 17000;

    private static final int ABOVE_EDGE_BANDS = BandGrid.BANDS_PER_OCTAVE / 6;
    /** What lies so far below what the mix has under its edge is noise a codec fills in. */
    private static final double NOISE_BELOW_DB = 30;

    /** A reference that falls by so much at the same place ends there as well, whatever a codec has filled in above. Ours. */
    private static final double CLIFF_DB = 10;

    private ToneRules() {}

    /**
     * Finds them.
     *
     * @param widthTold whether something is told of the mix's width already
     */
    static List<Finding> find(Subject mix, List<Subject> references, Content content, boolean widthTold) {
        Gap gap = content.evidence().gap();
        boolean[] known = gap.known();
        ToneOdds tone = content.toneOdds();
        double strongest = Arrays.stream(gap.mixDb()).max().orElse(0);
        double[] off = new double[BandGrid.SIZE];
        double[] sure = new double[BandGrid.SIZE];
        for (int b = LOWEST; b <= HIGHEST; b++) {
            boolean heard = BandGrid.centreHz(b) >= ALWAYS_FROM_HZ
                    || Math.max(gap.mixDb()[b], gap.referenceDb()[b]) > strongest - LOW_DEPTH_DB;
            if (known[b] && heard) {
                off[b] = tone.offDb(b);
                boolean faint = widthTold || content.isSameRecording() && BandGrid.centreHz(b) < LOW_END_FAINT_HZ;
                double probability = tone.beyond(b, faint ? FAINT_DB : AUDIBLE_DB);
                sure[b] = probability >= Certainty.PERHAPS.least() ? Math.signum(off[b]) * probability : 0;
            }
        }
        List<Finding> found = new ArrayList<>();
        for (int[] run : runs(sure)) {
            if (AddedNoise.explains(gap, tone.shiftDb(), run[0], run[1])) {
                continue;
            }
            finding(run, off, sure, references.size()).ifPresent(found::add);
        }
        SpectralEdge.of(mix.compared().spectrum()).stream()
                .filter(edge -> edge < INAUDIBLE_HZ)
                .filter(edge -> references.stream().anyMatch(r -> goesOn(r, mix, edge)))
                .forEach(edge -> found.add(endsEarly(edge)));
        return found;
    }

    /** Whether a reference has something to say above the mix's edge: not just what a codec fills in, far below what the mix has under it. */
    private static boolean goesOn(Subject reference, Subject mix, double edge) {
        int from = BandGrid.bandOf(edge) + 2;
        int to = Math.min(MatchedTone.meantBands(reference.compared().spectrum()), from + ABOVE_EDGE_BANDS);
        if (to <= from + 1) {
            return false;
        }
        double above = mean(reference.compared().spectrum(), from, to);
        double under = mean(reference.compared().spectrum(), from - 2 - ABOVE_EDGE_BANDS, from - 2);
        if (Decibels.ofPower(under) - Decibels.ofPower(above) > CLIFF_DB) {
            return false;
        }
        double offset = LevelMatch.difference(
                mix.compared().heardLufs(), reference.compared().heardLufs());
        double below = mean(mix.compared().spectrum(), from - 2 - ABOVE_EDGE_BANDS, from - 2);
        return Decibels.ofPower(above) + offset > Decibels.ofPower(below) - NOISE_BELOW_DB;
    }

    private static double mean(BandSpectrum spectrum, int from, int to) {
        return Arrays.stream(spectrum.power(), from, to).average().orElse(0);
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

    private static Optional<Finding> finding(int[] run, double[] off, double[] sure, int references) {
        int bands = run[1] - run[0] + 1;
        double octaves = (double) bands / BandGrid.BANDS_PER_OCTAVE;
        if (octaves < Thresholds.TONE_OCTAVES) {
            return Optional.empty();
        }
        double by = mean(off, run);
        double probability = Arrays.stream(sure, run[0], run[1] + 1)
                .map(Math::abs)
                .filter(p -> p > 0)
                .average()
                .orElse(0);
        Certainty certainty = Certainty.of(probability);
        boolean much = by > 0;
        double low = BandGrid.lowerEdgeHz(run[0]);
        double high = BandGrid.lowerEdgeHz(run[1] + 1);
        double centre = Math.sqrt(low * high);
        boolean atEnd = centre < 50 || centre > 12000;
        double weight =
                probability * Math.abs(by) * Math.sqrt(Math.min(MOST_OCTAVES, octaves)) * (atEnd ? END_WEIGHT : 1);
        Advice advice = Advice.at(centre);
        return Optional.of(new Finding(
                much ? Kind.TOO_MUCH : Kind.TOO_LITTLE,
                0,
                certainty,
                title(much, low, high),
                Texts.of(
                        "findings.dBAgainstTheBalance",
                        Numbers.gain(by),
                        references > 1 ? Texts.of("findings.references") : Texts.of("findings.references2")),
                advice.cause(much),
                advice.inTheMix(much),
                onTheMaster(by, low, high),
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
            return Texts.of(much ? "findings.brightAbove" : "findings.dullAbove", Numbers.about(low));
        }
        if (low < BOTTOM_HZ && high < LOW_END_HZ) {
            return Texts.of(much ? "findings.heavyBelow" : "findings.thinBelow", Numbers.about(high));
        }
        return Texts.of(much ? "findings.tooMuchAt" : "findings.tooLittleAt", Numbers.range(low, high));
    }

    private static String onTheMaster(double off, double low, double high) {
        String half = Numbers.gainDb(-off / 2);
        double centre = Math.sqrt(low * high);
        if (high > TOP_HZ && low > 1500) {
            return Texts.of("findings.aHighShelfOf", half, Numbers.about(low));
        }
        if (low < BOTTOM_HZ && high < LOW_END_HZ) {
            return Texts.of("findings.aLowShelfOf", half, Numbers.about(high));
        }
        double q = Math.max(0.4, centre / (high - low));
        return Texts.of("findings.aBellOfAt", half, Numbers.about(centre), Numbers.level(q));
    }

    private static Finding endsEarly(double edge) {
        return new Finding(
                Kind.ENDS_EARLY,
                0,
                Certainty.CERTAIN,
                Texts.of("findings.theMixEndsAt", Numbers.about(edge)),
                Texts.of("findings.nothingAboveWhereThe", Numbers.about(edge)),
                Texts.of("findings.aLossyFileSomewhere"),
                Texts.of("findings.exportAgainFromThe"),
                Texts.of("findings.nothingWhatIsNot"),
                ENDS_EARLY_WEIGHT,
                Place.at(Aspect.TONE, edge, 20000));
    }
}
