package oakmirror.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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

/**
 * Where to listen: what is told of the tone anyway, and beside it the places that may be faults though nothing is sure.
 *
 * @param told places that findings are about, in the findings' order
 * @param offered places worth a listen, in the order in which to listen
 */
public record WorthAListen(List<Candidate> told, List<Candidate> offered) {

    /** Nothing to listen to. */
    public static final WorthAListen NOTHING = new WorthAListen(List.of(), List.of());

    private static final double TOLD_SHARE = 0.75;
    /** A place that is wider or narrower by more than this than what a finding tells is another matter. */
    private static final double MOST_TIMES = 2;

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
        return new WorthAListen(told, offered);
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
            return same.get().withOdds(Math.max(least, same.get().odds()));
        }
        int from = BandGrid.bandOf(band.lowHz());
        int to = BandGrid.bandOf(band.highHz());
        List<Double> says = evidence.references().stream()
                .map(r -> mean(r.gapDb(), from, to))
                .toList();
        double sign = much ? -1 : 1;
        double seen = sign * Math.abs(mean(evidence.gap().gapDb(), from, to));
        boolean low = from <= BandGrid.bandOf(45);
        boolean high = to >= BandGrid.bandOf(11000);
        Shape shape = low ? Shape.LOW_SHELF : high ? Shape.HIGH_SHELF : Shape.BELL;
        double centre = low ? band.highHz() : high ? band.lowHz() : Math.sqrt(band.lowHz() * band.highHz());
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
