package oakmirror.place;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.Span;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * How much of the mix gets through at each place, against the span of the references there.
 *
 * @param places one for each place, in their order
 */
public record GettingThrough(List<AtPlace> places) {

    /** Nothing to compare. */
    public static final GettingThrough NOTHING = new GettingThrough(List.of());

    /** How far outside the references' span a reading is told, in LU. Set on recordings, see docs/measured.md. */
    static final double TELLING_LU = 2;
    /** How much longer than with any reference a mix is covered before that is told, as a part of its time. */
    static final double TELLING_SHARE = 0.08;
    /** A range that is softer than this of the whole is not told of. */
    static final double LEAST_SHARE_LU = -22;

    /** What of the references comes out below this is lost anyway, and more of it means nothing. */
    static final double LOST_ANYWAY_LU = -15;

    private static final double SIDE_LU = 2;
    private static final double OVERTONES_DB = 2;
    private static final int MOST_SENTENCES = 3;

    /** Copies the list. */
    public GettingThrough {
        places = List.copyOf(places);
    }

    /**
     * A place.
     *
     * @param id what it is known by in files
     * @param name what it is called
     * @param mix what gets through of the mix
     * @param ranges the references' span for each {@link Range}, in LU
     * @param covered the references' span of the time they are covered, from 0 to 1
     */
    public record AtPlace(
            String id, String name, Through mix, List<Span> ranges, Span covered, List<Through> references) {

        /** Copies the lists. */
        public AtPlace {
            ranges = List.copyOf(ranges);
            references = List.copyOf(references);
        }

        /** How far the mix lies above (+) or below (−) the references' span in a range, in LU; 0 inside. */
        public double outside(int range) {
            return ranges.get(range).outside(mix.rangesLu()[range]);
        }
    }

    /** Compares a mix with its references at a place; nothing where one of both is missing. */
    public static Optional<AtPlace> at(Comparison comparison, String id, String name, PlaceEar ear) {
        Optional<Member> mix = comparison.mix().filter(m -> m.subject().isHeard());
        List<Through> references = comparison.references().stream()
                .filter(r -> r.subject().isHeard())
                .map(r -> ear.of(r.measured()))
                .toList();
        if (mix.isEmpty() || references.isEmpty()) {
            return Optional.empty();
        }
        List<Span> spans = new ArrayList<>();
        for (int r = 0; r < Range.all().size(); r++) {
            int range = r;
            spans.add(span(
                    comparison,
                    references,
                    t -> t.rangesLu()[range],
                    comparison.settings().toleranceDb()));
        }
        Span covered = span(comparison, references, Through::coveredShare, 0);
        return Optional.of(new AtPlace(id, name, ear.of(mix.get().measured()), spans, covered, references));
    }

    private static Span span(
            Comparison comparison, List<Through> references, ToDoubleFunction<Through> reading, double tolerance) {
        double[] values = references.stream().mapToDouble(reading).toArray();
        return Span.of(values, comparison.settings().kind(), tolerance);
    }

    /** Something that is told: how far outside, and the sentence. */
    private record Told(String subject, double outside, String sentence) {}

    /** What is worth telling, what is furthest outside first; of each range only the place where it is furthest. */
    public List<String> sentences() {
        List<Told> all = new ArrayList<>();
        List<Range> ranges = Range.all();
        for (AtPlace at : places) {
            for (int r = 0; r < ranges.size(); r++) {
                double outside = at.outside(r);
                boolean isMuch = at.mix().sharesLu()[r] > LEAST_SHARE_LU;
                boolean canBe = at.ranges().get(r).middle() > LOST_ANYWAY_LU;
                if (outside <= -TELLING_LU && isMuch && canBe) {
                    all.add(new Told(ranges.get(r).key(), -outside, lost(at, ranges.get(r), r)));
                }
            }
            double longer = at.covered().outside(at.mix().coveredShare());
            if (longer > TELLING_SHARE) {
                all.add(new Told("covered", TELLING_LU * longer / TELLING_SHARE, covered(at)));
            }
        }
        all.sort(Comparator.comparingDouble(Told::outside).reversed());
        List<String> subjects = new ArrayList<>();
        List<String> sentences = new ArrayList<>();
        for (Told told : all) {
            if (!subjects.contains(told.subject()) && sentences.size() < MOST_SENTENCES) {
                subjects.add(told.subject());
                sentences.add(told.sentence());
            }
        }
        return sentences;
    }

    /** What is worth telling most, in one sentence; that nothing is, where nothing is. Empty where nothing is compared. */
    public Optional<String> summary() {
        return places.isEmpty()
                ? Optional.empty()
                : Optional.of(sentences().stream().findFirst().orElse(Texts.of("places.nothingLost", places.size())));
    }

    private static String lost(AtPlace at, Range range, int r) {
        Span span = at.ranges().get(r);
        String said = Texts.of(
                "places.loses",
                at.name(),
                Texts.inside(range.label()),
                change(at.mix().rangesLu()[r]),
                change(span.low()),
                change(span.high()));
        double side = mean(at, t -> t.sideLossLu()[r]);
        if (at.mix().sideLossLu()[r] < side - SIDE_LU) {
            return said + " " + Texts.of("places.onlyWide");
        }
        double overtones = mean(at, Through::overtonesDb);
        return r == 0 && at.mix().overtonesDb() < overtones - OVERTONES_DB
                ? said + " " + Texts.of("places.fewOvertones")
                : said;
    }

    private static double mean(AtPlace at, ToDoubleFunction<Through> reading) {
        return at.references().stream().mapToDouble(reading).average().orElse(0);
    }

    private static String covered(AtPlace at) {
        return Texts.of(
                "places.isCovered",
                at.name(),
                Numbers.level(100 * at.mix().coveredShare()),
                Numbers.level(100 * Math.max(0, at.covered().high())));
    }

    private static String change(double lu) {
        return Numbers.gainDb(lu).replace(" dB", "");
    }
}
