package oakmirror.bench;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import oakmirror.rhythm.Activity;
import oakmirror.rhythm.ActivityAnalyser;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.TempoFinder;
import oakmirror.rhythm.TempoFinder.Possible;
import oakmirror.rhythm.TempoModel;
import oakmirror.rhythm.TempoModel.Term;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.CholeskyDecomposition;

/**
 * Learns what tells a beat from its half, its double and its thirds from made-up music of known tempo, and writes the weights. Terms are added
 * one by one, always the one the likelihood of the truth rises most steeply with, and all weights fitted again by Newton's method with a small ridge.
 * Three quarters are learned from; the last one tells how well. The argument is the file the weights go to.
 */
public final class TempoTraining {

    private static final int SONGS = 2400;
    private static final int TERMS = 24;
    private static final double RIDGE = 1e-3;
    private static final double NEAR = 0.015;
    private static final double SURE = 0.8;

    /** Readings of the tempos a piece may have, and which of them is its own; the piece by its seed. */
    private record Example(int seed, List<double[]> readings, int truth) {}

    private TempoTraining() {}

    /** Runs it. */
    public static void main(String[] args) throws IOException {
        List<Example> all = IntStream.range(0, SONGS)
                .parallel()
                .mapToObj(TempoTraining::example)
                .filter(Objects::nonNull)
                .toList();
        List<Example> learned = all.subList(0, all.size() * 3 / 4);
        TempoModel model = empty(learned);
        List<Term> left = new ArrayList<>(everyTerm());
        while (model.terms().size() < TERMS) {
            model = fitted(with(model, steepest(model, left, learned)), learned);
        }
        report(model, all.subList(learned.size(), all.size()));
        reportBars(all.subList(learned.size(), all.size()));
        write(model, Path.of(args[0]));
    }

    private static Example example(int seed) {
        Groove groove = Groove.of(seed);
        List<Possible> possible = TempoFinder.possible(activity(groove));
        for (int i = 0; i < possible.size(); i++) {
            if (Math.abs(possible.get(i).bpm() / groove.bpm() - 1) < NEAR) {
                return new Example(
                        seed, possible.stream().map(Possible::readings).toList(), i);
            }
        }
        return null;
    }

    private static Activity activity(Groove groove) {
        ActivityAnalyser analyser = new ActivityAnalyser(Groove.RATE);
        analyser.add(groove.samples(), groove.samples(), groove.samples().length);
        return analyser.finish();
    }

    private static TempoModel empty(List<Example> examples) {
        int count = TempoModel.readings().size();
        double[] mean = new double[count];
        double[] deviation = new double[count];
        List<double[]> rows =
                examples.stream().flatMap(e -> e.readings.stream()).toList();
        for (int i = 0; i < count; i++) {
            int at = i;
            double m = rows.stream().mapToDouble(r -> r[at]).average().orElseThrow();
            mean[i] = m;
            deviation[i] = Math.sqrt(rows.stream()
                    .mapToDouble(r -> (r[at] - m) * (r[at] - m))
                    .average()
                    .orElseThrow());
        }
        return new TempoModel(mean, deviation, List.of());
    }

    private static List<Term> everyTerm() {
        List<Term> terms = new ArrayList<>();
        for (int i = 0; i < TempoModel.readings().size(); i++) {
            terms.add(new Term(i, -1, 0));
            for (int j = i; j < TempoModel.readings().size(); j++) {
                terms.add(new Term(i, j, 0));
            }
        }
        return terms;
    }

    private static TempoModel with(TempoModel model, Term term) {
        List<Term> terms = new ArrayList<>(model.terms());
        terms.add(term);
        return new TempoModel(model.mean(), model.deviation(), terms);
    }

    /** The term the likelihood rises most steeply with, of those that are left; it is taken from them. */
    private static Term steepest(TempoModel model, List<Term> left, List<Example> examples) {
        TempoModel rest = new TempoModel(model.mean(), model.deviation(), left);
        double[] slope = new double[left.size()];
        double[] mean = new double[left.size()];
        double[] squares = new double[left.size()];
        int count = 0;
        for (Example e : examples) {
            double[] shares = model.shares(e.readings);
            for (int i = 0; i < shares.length; i++) {
                double[] parts = rest.parts(e.readings.get(i));
                double part = (i == e.truth ? 1 : 0) - shares[i];
                for (int k = 0; k < parts.length; k++) {
                    slope[k] += part * parts[k];
                    mean[k] += parts[k];
                    squares[k] += parts[k] * parts[k];
                }
                count++;
            }
        }
        int best = 0;
        double most = 0;
        for (int k = 0; k < slope.length; k++) {
            double m = mean[k] / count;
            double deviation = Math.sqrt(Math.max(1e-12, squares[k] / count - m * m));
            if (Math.abs(slope[k]) / deviation > most) {
                most = Math.abs(slope[k]) / deviation;
                best = k;
            }
        }
        return left.remove(best);
    }

    private static TempoModel fitted(TempoModel model, List<Example> examples) {
        int n = model.terms().size();
        TempoModel now = model;
        for (int step = 0; step < 12; step++) {
            double[] slope = new double[n];
            double[][] curvature = new double[n][n];
            for (Example e : examples) {
                double[] shares = now.shares(e.readings);
                double[] mean = new double[n];
                double[][] parts = new double[shares.length][];
                for (int i = 0; i < shares.length; i++) {
                    parts[i] = now.parts(e.readings.get(i));
                    for (int k = 0; k < n; k++) {
                        mean[k] += shares[i] * parts[i][k];
                    }
                }
                for (int k = 0; k < n; k++) {
                    slope[k] += parts[e.truth][k] - mean[k];
                    for (int l = 0; l < n; l++) {
                        for (int i = 0; i < shares.length; i++) {
                            curvature[k][l] += shares[i] * (parts[i][k] - mean[k]) * (parts[i][l] - mean[l]);
                        }
                    }
                }
            }
            double ridge = RIDGE * examples.size();
            for (int k = 0; k < n; k++) {
                slope[k] -= ridge * now.terms().get(k).weight();
                curvature[k][k] += ridge;
            }
            double[] by = new CholeskyDecomposition(new Array2DRowRealMatrix(curvature), 1e-6, 1e-10)
                    .getSolver()
                    .solve(new ArrayRealVector(slope))
                    .toArray();
            List<Term> terms = new ArrayList<>();
            for (int k = 0; k < n; k++) {
                Term t = now.terms().get(k);
                terms.add(new Term(t.one(), t.other(), t.weight() + Math.max(-1, Math.min(1, by[k]))));
            }
            now = new TempoModel(model.mean(), model.deviation(), terms);
        }
        return now;
    }

    private static void report(TempoModel model, List<Example> examples) {
        int right = 0;
        int sure = 0;
        int surelyWrong = 0;
        for (Example e : examples) {
            double[] shares = model.shares(e.readings);
            int best = IntStream.range(0, shares.length)
                    .reduce((a, b) -> shares[b] > shares[a] ? b : a)
                    .orElseThrow();
            right += best == e.truth ? 1 : 0;
            sure += shares[best] > SURE ? 1 : 0;
            surelyWrong += shares[best] > SURE && best != e.truth ? 1 : 0;
        }
        System.out.printf(
                Locale.ROOT,
                "of %d kept apart: right %d, sure %d, of these wrong %d%n",
                examples.size(),
                right,
                sure,
                surelyWrong);
    }

    /** How often bars are as long as they should be and begin where they should, where the tempo that ships is right. */
    private static void reportBars(List<Example> examples) {
        int[] counts = new int[6];
        examples.parallelStream().forEach(e -> {
            Groove groove = Groove.of(e.seed);
            Optional<BarGrid> found = TempoFinder.find(activity(groove)).grid();
            if (found.isPresent() && Math.abs(found.get().bpm() / groove.bpm() - 1) < NEAR) {
                BarGrid bars = found.get();
                boolean asLong = bars.beatsPerBar() == groove.beatsPerBar();
                double off = (groove.downbeatSeconds() - bars.downbeatSeconds()) / bars.barSeconds();
                boolean first = asLong && Math.abs(off - Math.rint(off)) < 0.5 / bars.beatsPerBar();
                int at = groove.beatsPerBar() == 3 ? 0 : 3;
                synchronized (counts) {
                    counts[at]++;
                    counts[at + 1] += asLong ? 1 : 0;
                    counts[at + 2] += first ? 1 : 0;
                }
            }
        });
        System.out.printf(
                "of bars of three %d: so long %d, begun right %d; of four %d: so long %d, begun right %d%n",
                counts[0], counts[1], counts[2], counts[3], counts[4], counts[5]);
    }

    private static void write(TempoModel model, Path file) throws IOException {
        List<String> names = TempoModel.readings();
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(file))) {
            out.println("# What tells a tempo from its half and its double, as bench/tempo learned it.");
            for (int i = 0; i < names.size(); i++) {
                out.printf(
                        Locale.ROOT, "reading\t%s\t%.4f\t%.4f%n", names.get(i), model.mean()[i], model.deviation()[i]);
            }
            for (Term t : model.terms()) {
                String other = t.other() < 0 ? "-" : names.get(t.other());
                out.printf(Locale.ROOT, "term\t%s\t%s\t%.3f%n", names.get(t.one()), other, t.weight());
            }
        }
    }
}
