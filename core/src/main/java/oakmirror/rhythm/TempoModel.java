package oakmirror.rhythm;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * How likely each of some tempos is, from what is read of each: a conditional logit (D. McFadden, "Conditional logit analysis of qualitative choice
 * behavior", 1974), the likelihood of a tempo being proportional to the exponential of a weighted sum of its readings and of products of two of them.
 * The weights are learned from music of known tempo by {@code bench/tempo}.
 *
 * @param mean of each reading where it was learned
 * @param deviation of each; readings are taken as so many deviations from the mean, 3 at the most
 * @param terms of the sum
 */
public record TempoModel(double[] mean, double[] deviation, List<Term> terms) {

    /**
     * A part of the sum.
     *
     * @param one a reading by its number
     * @param other one it is multiplied by; −1 for none
     */
    public record Term(int one, int other, double weight) {}

    private static final String LEARNED = "tempo.tsv";
    private static final double MOST_DEVIATIONS = 3;

    /** Names of the readings. */
    public static List<String> readings() {
        return PulseReadings.NAMES;
    }

    /** What was learned and ships; only read where it is used, as what is read of a tempo is also asked for to learn. */
    private static final class Learned {
        static final TempoModel MODEL = read();
    }

    /** What was learned and ships. */
    static TempoModel learned() {
        return Learned.MODEL;
    }

    private static TempoModel read() {
        try (InputStream in = TempoModel.class.getResourceAsStream(LEARNED);
                BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            return parsed(lines.lines().filter(l -> !l.startsWith("#")).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static TempoModel parsed(List<String> lines) {
        List<String> names = PulseReadings.NAMES;
        double[] mean = new double[names.size()];
        double[] deviation = new double[names.size()];
        List<Term> terms = new ArrayList<>();
        for (String line : lines) {
            String[] cells = line.split("\t");
            int one = names.indexOf(cells[1]);
            if (cells[0].equals("reading")) {
                mean[one] = Double.parseDouble(cells[2]);
                deviation[one] = Double.parseDouble(cells[3]);
            } else {
                terms.add(new Term(one, names.indexOf(cells[2]), Double.parseDouble(cells[3])));
            }
        }
        return new TempoModel(mean, deviation, List.copyOf(terms));
    }

    /** The parts of the sum before they are weighted. */
    public double[] parts(double[] readings) {
        double[] z = new double[readings.length];
        for (int i = 0; i < z.length; i++) {
            double deviations = (readings[i] - mean[i]) / deviation[i];
            z[i] = Math.max(-MOST_DEVIATIONS, Math.min(MOST_DEVIATIONS, deviations));
        }
        return terms.stream()
                .mapToDouble(t -> z[t.one] * (t.other < 0 ? 1 : z[t.other]))
                .toArray();
    }

    /** How likely each of some tempos is, adding up to 1. */
    public double[] shares(List<double[]> readings) {
        double[] sums = new double[readings.size()];
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < sums.length; i++) {
            double[] parts = parts(readings.get(i));
            for (int k = 0; k < parts.length; k++) {
                sums[i] += terms.get(k).weight * parts[k];
            }
            most = Math.max(most, sums[i]);
        }
        double all = 0;
        for (int i = 0; i < sums.length; i++) {
            sums[i] = Math.exp(sums[i] - most);
            all += sums[i];
        }
        for (int i = 0; i < sums.length; i++) {
            sums[i] /= all;
        }
        return sums;
    }
}
