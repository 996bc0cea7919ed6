package oakmirror.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import oakmirror.bench.Ear.Fault;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidates;
import oakmirror.candidate.OddsModel;

/** What was learned about one kind of departure. */
final class Lesson {
    private final String kind;
    private final List<String> names;
    private final List<double[]> rows = new ArrayList<>();
    private final List<Boolean> outcomes = new ArrayList<>();
    private final List<double[]> told = new ArrayList<>();
    private final List<Boolean> toldRight = new ArrayList<>();
    /** Features of departures that are a fault, how large they are seen, and how large the fault is. */
    private final List<double[]> right = new ArrayList<>();

    private final List<double[]> sizes = new ArrayList<>();
    private Logistic logistic;

    Lesson(String kind, List<String> names) {
        this.kind = kind;
        this.names = names;
    }

    void add(Candidates.Read read, List<Fault> faults) {
        Candidate c = read.candidate();
        rows.add(read.features());
        outcomes.add(faults.stream().anyMatch(f -> f.isUndoneAt(c)));
        faults.stream().filter(f -> f.isHeardCloselyAt(c)).forEach(f -> {
            right.add(read.features());
            sizes.add(new double[] {Math.abs(c.seenDb()), Math.abs(f.gainDb())});
        });
    }

    /** A candidate that would be told: those that overlap have been left out, so what they were before does not hold for them. */
    void tell(double[] features, boolean right) {
        told.add(new double[] {logit(features)});
        toldRight.add(right);
    }

    private double logit(double[] features) {
        double p = model(1, 0).odds(features);
        return Math.log(p / (1 - p));
    }

    void learn() {
        logistic = Logistic.of(rows, outcomes);
    }

    double odds(double[] features) {
        return model(1, 0).odds(features);
    }

    private OddsModel model(double slope, double shift) {
        double[] weight = Arrays.stream(logistic.weight()).map(w -> slope * w).toArray();
        return new OddsModel(logistic.mean(), logistic.deviation(), weight, slope * logistic.offset() + shift, 1, 1);
    }

    /** Share and half of it, by least squares. */
    private double[] share() {
        double[] best = {1, 1};
        double least = Double.POSITIVE_INFINITY;
        for (double share = 0.5; share <= 1.2; share += 0.05) {
            for (double half = 0.8; half <= 20; half *= 1.15) {
                double squares = 0;
                for (int i = 0; i < right.size(); i++) {
                    double off = sizes.get(i)[1] - sizes.get(i)[0] * OddsModel.share(right.get(i), share, half);
                    squares += off * off;
                }
                if (squares < least) {
                    least = squares;
                    best = new double[] {share, half};
                }
            }
        }
        return best;
    }

    void write(List<String> lines) {
        Logistic scale = Logistic.of(told, toldRight); // J. Platt, 1999; from memory
        double slope = scale.weight()[0] / scale.deviation()[0];
        OddsModel m = model(slope, scale.offset() - slope * scale.mean()[0]);
        for (int f = 0; f < names.size(); f++) {
            lines.add(String.format(
                    Locale.ROOT,
                    "%s\t%s\t%.5g\t%.5g\t%.5g",
                    kind,
                    names.get(f),
                    m.mean()[f],
                    m.deviation()[f],
                    m.weight()[f]));
        }
        lines.add(String.format(Locale.ROOT, "%s\toffset\t%.5g", kind, m.offset()));
        double[] share = share();
        lines.add(String.format(Locale.ROOT, "%s\tshare\t%.2f\t%.2f", kind, share[0], share[1]));
        System.out.printf(
                Locale.ROOT,
                "%s: %d departures, %d told, slope %.2f, share %.2f, half %.2f dB%n",
                kind,
                rows.size(),
                told.size(),
                slope,
                share[0],
                share[1]);
    }
}
