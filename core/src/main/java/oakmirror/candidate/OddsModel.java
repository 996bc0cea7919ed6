package oakmirror.candidate;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * How often a departure was a fault among known cases: a logistic regression (D. R. Cox, "The regression analysis of binary sequences", J. Roy. Statist. Soc. B 20,
 * 1958; from memory) on what is read of it, learned from planted and healthy comparisons by {@code bench/candidates}.
 *
 * @param mean of each feature where it was learned
 * @param deviation of each
 * @param weight of each, for one deviation
 * @param offset of the sum
 * @param share the part of a departure that was a fault where there was one and recordings hardly differ otherwise, on average
 * @param halfDb where recordings differ by so much at that width, half of it
 */
public record OddsModel(
        double[] mean, double[] deviation, double[] weight, double offset, double share, double halfDb) {

    private static final String LEARNED = "odds.tsv";
    private static final double MOST_DEVIATIONS = 3;

    /** Features of broad departures, in their order. */
    public static final List<String> BROAD =
            List.of("size", "content", "octaves", "low", "high", "least", "mix", "references");

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
            "where");

    /** Both kinds, as learned; only read where it is used, as features are also asked for to learn. */
    record Learned(OddsModel broad, OddsModel narrow) {
        static final Learned MODELS = read();
    }

    /** Of features the odds, 0 to 1. */
    public double odds(double[] features) {
        double sum = offset;
        for (int f = 0; f < features.length; f++) {
            double deviations = (features[f] - mean[f]) / deviation[f];
            sum += weight[f] * Math.max(-MOST_DEVIATIONS, Math.min(MOST_DEVIATIONS, deviations));
        }
        return 1 / (1 + Math.exp(-sum));
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

    private static OddsModel parsed(String kind, List<String> names, List<String[]> rows) {
        double[] mean = new double[names.size()];
        double[] deviation = new double[names.size()];
        double[] weight = new double[names.size()];
        List<String> found = new ArrayList<>();
        double offset = Double.NaN;
        double share = Double.NaN;
        double half = Double.NaN;
        for (String[] row : rows) {
            if (!row[0].equals(kind)) {
                continue;
            }
            switch (row[1]) {
                case "offset" -> offset = Double.parseDouble(row[2]);
                case "share" -> {
                    share = Double.parseDouble(row[2]);
                    half = Double.parseDouble(row[3]);
                }
                default -> {
                    int f = names.indexOf(row[1]);
                    mean[f] = Double.parseDouble(row[2]);
                    deviation[f] = Double.parseDouble(row[3]);
                    weight[f] = Double.parseDouble(row[4]);
                    found.add(row[1]);
                }
            }
        }
        if (!found.containsAll(names) || Double.isNaN(offset + share)) {
            throw new IllegalStateException(LEARNED + " lacks something about " + kind + " departures");
        }
        return new OddsModel(mean, deviation, weight, offset, share, half);
    }
}
