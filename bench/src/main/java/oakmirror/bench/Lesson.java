package oakmirror.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import oakmirror.bench.Ear.Fault;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidates;
import oakmirror.candidate.OddsModel;
import oakmirror.candidate.OddsModel.Scale;
import oakmirror.dynamics.Quantiles;

/** What was learned about one kind of departure. */
final class Lesson {
    /** This part of what is told lies below the bend of the scale. */
    private static final double BEND_AT = 0.9;

    private final String kind;
    private final List<String> names;
    private final List<double[]> rows = new ArrayList<>();
    private final List<Boolean> outcomes = new ArrayList<>();
    private final List<Double> told = new ArrayList<>();
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
        told.add(model(Scale.NONE).logit(features));
        toldRight.add(right);
    }

    void learn() {
        logistic = Logistic.of(rows, outcomes, OddsModel::terms);
    }

    double odds(double[] features) {
        return model(Scale.NONE).odds(features);
    }

    private OddsModel model(Scale scale) {
        return new OddsModel(logistic.mean(), logistic.deviation(), logistic.weight(), logistic.offset(), scale, 1, 1);
    }

    /** As in J. Platt, 1999 (from memory), with a bend. */
    private Scale scale() {
        double[] logits = told.stream().mapToDouble(Double::doubleValue).toArray();
        double knot = Quantiles.of(logits, BEND_AT);
        Logistic scale = Logistic.of(
                Arrays.stream(logits)
                        .mapToObj(l -> new double[] {l, Math.max(0, l - knot)})
                        .toList(),
                toldRight,
                UnaryOperator.identity());
        double slope = scale.weight()[0] / scale.deviation()[0];
        double bend = scale.weight()[1] / scale.deviation()[1];
        return new Scale(slope, bend, knot, scale.offset() - slope * scale.mean()[0] - bend * scale.mean()[1]);
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
        Scale scale = scale();
        OddsModel m = model(scale);
        List<String> terms = OddsModel.names(names);
        for (int t = 0; t < terms.size(); t++) {
            String line = String.format(Locale.ROOT, "%s\t%s\t%.5g", kind, terms.get(t), m.weight()[t]);
            lines.add(
                    t < names.size()
                            ? line + String.format(Locale.ROOT, "\t%.5g\t%.5g", m.mean()[t], m.deviation()[t])
                            : line);
        }
        lines.add(String.format(Locale.ROOT, "%s\toffset\t%.5g", kind, m.offset()));
        lines.add(String.format(
                Locale.ROOT,
                "%s\tscale\t%.5g\t%.5g\t%.5g\t%.5g",
                kind,
                scale.slope(),
                scale.bend(),
                scale.knot(),
                scale.offset()));
        double[] share = share();
        lines.add(String.format(Locale.ROOT, "%s\tshare\t%.2f\t%.2f", kind, share[0], share[1]));
        System.out.printf(
                Locale.ROOT,
                "%s: %d departures, %d told, slope %.2f and %.2f, share %.2f, half %.2f dB%n",
                kind,
                rows.size(),
                told.size(),
                scale.slope(),
                scale.slope() + scale.bend(),
                share[0],
                share[1]);
    }
}
