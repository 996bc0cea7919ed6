package oakmirror.candidate;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How often a departure was a fault among known cases: a logistic regression (D. R. Cox, "The regression analysis of binary sequences", J. Roy. Statist. Soc. B 20,
 * 1958; from memory) on what is read of it and on the products of any two readings, learned from planted and healthy comparisons by {@code bench/candidates}.
 *
 * @param mean of each feature where it was learned
 * @param deviation of each
 * @param weight of each {@link #terms term}, its features in deviations from their mean
 * @param offset of the sum
 * @param scale what the sum is among those that are left of several that overlap
 * @param share the part of a departure that was a fault where there was one and recordings hardly differ otherwise, on average
 * @param halfDb where recordings differ by so much at that width, half of it
 */
public record OddsModel(
        double[] mean, double[] deviation, double[] weight, double offset, Scale scale, double share, double halfDb) {

    /**
     * Brings log odds of departures to log odds of those that are told: a line with one bend. Much that is small lies within a fault by chance, so that the smallest odds say little.
     *
     * @param slope below the bend
     * @param bend by how much it is steeper above
     * @param knot where it bends
     * @param offset what is added
     */
    public record Scale(double slope, double bend, double knot, double offset) {

        /** Leaves odds as they are. */
        public static final Scale NONE = new Scale(1, 0, 0, 0);

        double of(double logit) {
            return slope * logit + bend * Math.max(0, logit - knot) + offset;
        }
    }

    private static final String LEARNED = "odds.tsv";
    private static final double MOST_DEVIATIONS = 3;

    /** Features of broad departures, in their order. */
    public static final List<String> BROAD =
            List.of("size", "content", "octaves", "low", "high", "least", "mix", "references", "music");

    /** Features of narrow ones. */
    public static final List<String> NARROW = List.of(
            "size",
            "score",
            "nearby",
            "sign",
            "mix",
            "resonance",
            "references",
            "mostOfReferences",
            "octaves",
            "where",
            "music");

    /** Both kinds, as learned; only read where it is used, as features are also asked for to learn. */
    record Learned(OddsModel broad, OddsModel narrow) {
        static final Learned MODELS = read();
    }

    /** Of features the odds, 0 to 1. */
    public double odds(double[] features) {
        return 1 / (1 + Math.exp(0 - scale.of(logit(features))));
    }

    /** Of features the log odds, before they are brought to scale. */
    public double logit(double[] features) {
        double sum = offset;
        double[] terms = terms(scaled(features, mean, deviation));
        for (int t = 0; t < terms.length; t++) {
            sum += weight[t] * terms[t];
        }
        return sum;
    }

    /** Features in deviations from their mean, {@value #MOST_DEVIATIONS} at most. */
    public static double[] scaled(double[] features, double[] mean, double[] deviation) {
        double[] scaled = new double[features.length];
        for (int f = 0; f < features.length; f++) {
            double deviations = (features[f] - mean[f]) / deviation[f];
            scaled[f] = Math.max(-MOST_DEVIATIONS, Math.min(MOST_DEVIATIONS, deviations));
        }
        return scaled;
    }

    /** What is weighed: each feature, and the product of each with itself and those after it. */
    public static double[] terms(double[] scaled) {
        int n = scaled.length;
        double[] terms = Arrays.copyOf(scaled, n + n * (n + 1) / 2);
        int at = n;
        for (int i = 0; i < n; i++) {
            for (int j = i; j < n; j++) {
                terms[at++] = scaled[i] * scaled[j];
            }
        }
        return terms;
    }

    /** Names of terms, as they are kept. */
    public static List<String> names(List<String> features) {
        List<String> names = new ArrayList<>(features);
        for (int i = 0; i < features.size(); i++) {
            for (int j = i; j < features.size(); j++) {
                names.add(features.get(i) + "*" + features.get(j));
            }
        }
        return names;
    }

    /** The part of a departure that is a fault where there is one, on average; the less, the more recordings like these differ. */
    public double share(double[] features) {
        return share(features, share, halfDb);
    }

    /** The same with other figures, for learning them. */
    public static double share(double[] features, double share, double halfDb) {
        double contentDb = Math.exp(features[features.length == BROAD.size() ? 1 : 2]);
        return Math.min(1, share / (1 + contentDb * contentDb / (halfDb * halfDb)));
    }

    private static Learned read() {
        try (InputStream in = OddsModel.class.getResourceAsStream(LEARNED);
                BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            List<String[]> rows = lines.lines()
                    .filter(l -> !l.startsWith("#"))
                    .map(l -> l.split("\t"))
                    .toList();
            return new Learned(parsed("broad", BROAD, rows), parsed("narrow", NARROW, rows));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static OddsModel parsed(String kind, List<String> features, List<String[]> rows) {
        Map<String, String[]> of = new HashMap<>();
        for (String[] row : rows) {
            if (row[0].equals(kind)) {
                of.put(row[1], row);
            }
        }
        return new OddsModel(
                features.stream().mapToDouble(f -> figure(of, f, 3)).toArray(),
                features.stream().mapToDouble(f -> figure(of, f, 4)).toArray(),
                names(features).stream().mapToDouble(t -> figure(of, t, 2)).toArray(),
                figure(of, "offset", 2),
                new Scale(
                        figure(of, "scale", 2), figure(of, "scale", 3), figure(of, "scale", 4), figure(of, "scale", 5)),
                figure(of, "share", 2),
                figure(of, "share", 3));
    }

    private static double figure(Map<String, String[]> rows, String name, int column) {
        String[] row = rows.get(name);
        if (row == null || row.length <= column) {
            throw new IllegalStateException(LEARNED + " lacks something about " + name);
        }
        return Double.parseDouble(row[column]);
    }
}
