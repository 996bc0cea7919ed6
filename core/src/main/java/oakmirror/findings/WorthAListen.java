package oakmirror.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.candidate.Candidates;
import oakmirror.compare.Comparison;
import oakmirror.compare.Subject;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.evidence.Evidence;
import oakmirror.findings.Finding.Kind;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;
import oakmirror.spectrum.Zone;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDifference;
import oakmirror.zones.ZoneDifferences;
import oakmirror.zones.ZoneMoves;

/**
 * Where to listen: what is told anyway, and beside it the places that may be faults though nothing is sure, of the tone as of width and dynamics.
 *
 * @param told places that findings are about, in the findings' order
 * @param offered places worth a listen, in the order in which to listen
 */
public record WorthAListen(List<Candidate> told, List<Candidate> offered) {

    /** Nothing to listen to. */
    public static final WorthAListen NOTHING = new WorthAListen(List.of(), List.of());

    private static final double TOLD_SHARE = 0.75;
    /** What a finding tells of is seen as large as it is at its largest, read in bands of so many octaves. */
    private static final double PEAK_OCTAVES = 0.5;
    /** A place that is wider or narrower by more than this than what a finding tells is another matter. */
    private static final double MOST_TIMES = 3;

    /**
     * Where half of all mixes have one zone of half or twice its width, and half one whose crest factor is 3 dB off, so much of the probability of a zone's difference was
     * its odds: the spread of songs has longer tails than the normal one it is derived from. Measured on the recordings of {@code bench/recordings}.
     */
    private static final double ZONE_ODDS = 0.5;

    /** Copies the lists. */
    public WorthAListen {
        told = List.copyOf(told);
        offered = List.copyOf(offered);
    }

    /**
     * The places of a comparison.
     *
     * @param findings what is told of it
     */
    public static WorthAListen of(Comparison comparison, List<Finding> findings) {
        if (!comparison.isKnown()) {
            return NOTHING;
        }
        // As measured, not as looked at.
        List<Subject> subjects = comparison.subjects().stream()
                .filter(Subject::isHeard)
                .map(s -> s.withTone(s.compared().tone()))
                .toList();
        Evidence evidence = CorrectionSettings.DEFAULT.weigh(Material.of(subjects, Optional.empty()));
        List<Candidate> offered = new ArrayList<>(Candidates.of(evidence));
        List<Candidate> told = new ArrayList<>();
        for (Finding f : findings) {
            boolean much = f.kind() == Kind.TOO_MUCH;
            if (much || f.kind() == Kind.TOO_LITTLE) {
                f.place().band().ifPresent(band -> {
                    told.add(of(f, band, evidence, offered));
                    offered.removeIf(c -> c.isAbout(band.lowHz(), band.highHz(), much));
                });
            }
        }
        Subject.mix(subjects)
                .ifPresent(mix -> offered.removeIf(c ->
                        Causes.isExplained(findings, mix, c.isTooMuch(), new Finding.Band(c.lowHz(), c.highHz()))));
        for (Candidate zone : zones(comparison, subjects, evidence)) {
            findings.stream()
                    .filter(f -> isAbout(f, zone))
                    .findFirst()
                    .ifPresentOrElse(f -> told.add(asSureAs(f, zone)), () -> offered.add(zone));
        }
        return new WorthAListen(told, Candidates.foremost(offered));
    }

    private static Candidate asSureAs(Finding finding, Candidate place) {
        return place.withOdds(Math.max(finding.certainty().least(), place.odds()));
    }

    /** Whether a finding tells of a place. */
    public static boolean isAbout(Finding finding, Candidate place) {
        boolean tone = finding.kind() == Kind.TOO_MUCH || finding.kind() == Kind.TOO_LITTLE;
        boolean width = finding.kind() == Kind.WIDE || finding.kind() == Kind.NARROW;
        boolean much = finding.kind() == Kind.TOO_MUCH || finding.kind() == Kind.WIDE;
        return finding.place()
                .band()
                .filter(b -> tone && place.isAbout(b.lowHz(), b.highHz(), much)
                        || width
                                && place.shape() == Shape.WIDTH
                                && place.isTooMuch() == much
                                && place.lowHz() >= b.lowHz()
                                && place.highHz() <= b.highHz())
                .isPresent();
    }

    /** Zones whose width or dynamics a move is proposed for; neighbours that are off the same way are one place. */
    private static List<Candidate> zones(Comparison comparison, List<Subject> subjects, Evidence evidence) {
        ZoneDifferences differences = ZoneDifferences.of(subjects, comparison.settings());
        ZoneMoves moves = Subject.mix(subjects)
                .map(m -> ZoneMoves.of(differences, m.tone().spectrum(), false))
                .orElse(ZoneMoves.NONE);
        List<Candidate> places = new ArrayList<>();
        for (ZoneAspect aspect : ZoneAspect.values()) {
            List<ZoneDifference> run = new ArrayList<>();
            for (Zone zone : Zone.values()) {
                Optional<ZoneDifference> next = moves.difference(aspect, zone)
                        .filter(d -> moves.of(aspect).containsKey(zone));
                boolean goesOn = next.isPresent()
                        && !run.isEmpty()
                        && next.get().off() * run.get(0).off() > 0;
                if (!run.isEmpty() && !goesOn) {
                    places.add(of(run, aspect, moves, evidence));
                    run.clear();
                }
                next.ifPresent(run::add);
            }
            if (!run.isEmpty()) {
                places.add(of(run, aspect, moves, evidence));
            }
        }
        return places;
    }

    private static Candidate of(List<ZoneDifference> run, ZoneAspect aspect, ZoneMoves moves, Evidence evidence) {
        double low = run.get(0).zone().lowHz();
        double high = run.get(run.size() - 1).zone().highHz();
        double seen = 0 - mean(run, ZoneDifference::off);
        double proposed = mean(run, d -> moves.of(aspect).get(d.zone()));
        return new Candidate(
                aspect == ZoneAspect.WIDTH ? Shape.WIDTH : Shape.DYNAMICS,
                low,
                high,
                Math.sqrt(low * high),
                seen,
                proposed / seen,
                ZONE_ODDS * mean(run, ZoneDifference::probability),
                run.stream().mapToInt(ZoneDifference::agree).min().orElse(0),
                run.stream().mapToInt(ZoneDifference::of).min().orElse(0),
                run.stream()
                        .mapToDouble(d -> Math.abs(d.span().outside(d.own())))
                        .min()
                        .orElse(0),
                Candidates.audibility(evidence, low, high));
    }

    private static double mean(List<ZoneDifference> zones, ToDoubleFunction<ZoneDifference> reading) {
        return zones.stream().mapToDouble(reading).average().orElse(0);
    }

    /** The place of a finding: the candidate about it, as sure as the finding, or its range as it is. */
    private static Candidate of(Finding finding, Finding.Band band, Evidence evidence, List<Candidate> offered) {
        boolean much = finding.kind() == Kind.TOO_MUCH;
        double least = finding.certainty().least();
        double octaves = Math.log(band.highHz() / band.lowHz()) / Math.log(2);
        Optional<Candidate> same = offered.stream()
                .filter(c -> c.isAbout(band.lowHz(), band.highHz(), much))
                .filter(c -> c.octaves() < MOST_TIMES * octaves && octaves < MOST_TIMES * c.octaves())
                .findFirst();
        if (same.isPresent()) {
            return asSureAs(finding, same.get());
        }
        int from = BandGrid.bandOf(band.lowHz());
        int to = BandGrid.bandOf(band.highHz());
        List<Double> says = evidence.references().stream()
                .map(r -> mean(r.gapDb(), from, to))
                .toList();
        double sign = much ? -1 : 1;
        double[] gap =
                OctaveSmoothing.smooth(evidence.gap().gapDb(), evidence.gap().known(), PEAK_OCTAVES);
        int peak = IntStream.rangeClosed(from, to)
                .boxed()
                .max(Comparator.comparingDouble(b -> sign * gap[b]))
                .orElseThrow();
        double seen = sign * Math.abs(gap[peak]);
        boolean low = from <= BandGrid.bandOf(45);
        boolean high = to >= BandGrid.bandOf(11000);
        Shape shape = low ? Shape.LOW_SHELF : high ? Shape.HIGH_SHELF : Shape.BELL;
        double centre = low ? band.highHz() : high ? band.lowHz() : BandGrid.centreHz(peak);
        return new Candidate(
                shape,
                band.lowHz(),
                band.highHz(),
                centre,
                seen,
                TOLD_SHARE,
                least,
                (int) says.stream().filter(s -> sign * s > 0).count(),
                says.size(),
                says.stream().mapToDouble(s -> sign * s).min().orElse(0),
                1);
    }

    private static double mean(double[] curve, int from, int to) {
        double sum = 0;
        for (int b = from; b <= to; b++) {
            sum += curve[b];
        }
        return sum / (to - from + 1);
    }

    /** All, in the order in which to listen: those that are told, then those that are offered. */
    public List<Candidate> all() {
        return Stream.concat(told.stream(), offered.stream()).toList();
    }
}
