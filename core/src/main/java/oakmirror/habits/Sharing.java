package oakmirror.habits;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.ConjugateGradient;
import org.hipparchus.linear.RealLinearOperator;
import org.hipparchus.linear.RealVector;

/**
 * What songs have in common besides their engineer: references. What a reference has of its own stands in the reading of every song that was held against it, so that ten
 * songs against the same one say of it ten times the same. A song's content is its own, of variance V, and that of each reference r by its weight w, V·w²;
 * that of references which no other song has stays with the song.
 */
final class Sharing {

    private static final int MOST_STEPS = 200;
    private static final double EXACT = 1e-6;

    /** For each song, what of its variance of content is its own and that of references it has alone. */
    private final double[] own;

    private final int[][] shared;
    /** Deviation that a shared reference brings, for each of {@link #shared}, by deviation of content of the song. */
    private final double[][] weight;

    private final int count;

    /** Of songs, each with its references by what they are known by, their weights adding up to 1. */
    Sharing(List<Map<String, Double>> references) {
        Map<String, Integer> uses = new HashMap<>();
        references.forEach(r -> r.keySet().forEach(k -> uses.merge(k, 1, Integer::sum)));
        Map<String, Integer> numbers = new LinkedHashMap<>();
        own = new double[references.size()];
        shared = new int[own.length][];
        weight = new double[own.length][];
        for (int s = 0; s < own.length; s++) {
            Map<String, Double> all = references.get(s);
            // the variance of content is that of the song and of its references together
            double whole = 1 + all.values().stream().mapToDouble(w -> w * w).sum();
            List<Map.Entry<String, Double>> common = all.entrySet().stream()
                    .filter(e -> uses.get(e.getKey()) > 1)
                    .toList();
            shared[s] = common.stream()
                    .mapToInt(e -> numbers.computeIfAbsent(e.getKey(), k -> numbers.size()))
                    .toArray();
            weight[s] = common.stream()
                    .mapToDouble(e -> e.getValue() / Math.sqrt(whole))
                    .toArray();
            own[s] = 1;
            for (double w : weight[s]) {
                own[s] -= w * w;
            }
        }
        count = numbers.size();
    }

    /** What of a song's variance of content no other song has. */
    double own(int song) {
        return own[song];
    }

    /**
     * By how much each song counts for the best mean of all.
     *
     * @param content variance of content of each song
     * @param extra variance of each song beside that
     * @param counts which songs have something to say
     * @return weights that add up to 1
     */
    double[] weights(double[] content, double[] extra, boolean[] counts) {
        int n = own.length;
        double[] weights = new double[n];
        double[] inverse = new double[n];
        for (int s = 0; s < n; s++) {
            inverse[s] = counts[s] ? 1 / (own[s] * content[s] + extra[s]) : 0;
        }
        // with C = D + Z·Zᵀ, weights are proportional to C⁻¹·1; scaled by the root of D the matrix is the identity and
        // something of low rank
        RealVector ones = new ArrayRealVector(n);
        for (int s = 0; s < n; s++) {
            ones.setEntry(s, Math.sqrt(inverse[s]));
        }
        RealVector solved = count == 0
                ? ones
                : new ConjugateGradient(MOST_STEPS, EXACT, false).solve(operator(content, inverse), ones);
        double sum = 0;
        for (int s = 0; s < n; s++) {
            weights[s] = solved.getEntry(s) * Math.sqrt(inverse[s]);
            sum += weights[s];
        }
        for (int s = 0; s < n; s++) {
            weights[s] = sum == 0 ? 0 : weights[s] / sum;
        }
        return weights;
    }

    private RealLinearOperator operator(double[] content, double[] inverse) {
        return new RealLinearOperator() {
            @Override
            public int getRowDimension() {
                return own.length;
            }

            @Override
            public int getColumnDimension() {
                return own.length;
            }

            @Override
            public RealVector operate(RealVector x) {
                double[] sums = new double[count];
                for (int s = 0; s < own.length; s++) {
                    double root = Math.sqrt(inverse[s] * content[s]) * x.getEntry(s);
                    for (int r = 0; r < shared[s].length; r++) {
                        sums[shared[s][r]] += weight[s][r] * root;
                    }
                }
                RealVector y = new ArrayRealVector(x);
                for (int s = 0; s < own.length; s++) {
                    double sum = 0;
                    for (int r = 0; r < shared[s].length; r++) {
                        sum += weight[s][r] * sums[shared[s][r]];
                    }
                    y.addToEntry(s, Math.sqrt(inverse[s] * content[s]) * sum);
                }
                return y;
            }
        };
    }

    /** Variance of a weighted sum of songs; the weights need not add up to anything. */
    double variance(double[] weights, double[] content, double[] extra) {
        double[] sums = new double[count];
        double variance = 0;
        for (int s = 0; s < own.length; s++) {
            if (weights[s] != 0) {
                variance += weights[s] * weights[s] * (own[s] * content[s] + extra[s]);
                for (int r = 0; r < shared[s].length; r++) {
                    sums[shared[s][r]] += weights[s] * weight[s][r] * Math.sqrt(content[s]);
                }
            }
        }
        for (double sum : sums) {
            variance += sum * sum;
        }
        return variance;
    }
}
