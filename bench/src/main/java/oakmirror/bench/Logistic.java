package oakmirror.bench;

import java.util.Arrays;
import java.util.List;
import java.util.function.UnaryOperator;
import oakmirror.candidate.OddsModel;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.RealMatrix;

/** Logistic regression by Newton's method on terms of features that are scaled to one deviation, with a small ridge. */
record Logistic(double[] mean, double[] deviation, double[] weight, double offset) {

    private static final double RIDGE = 3;
    private static final int ROUNDS = 25;

    /** Learns; {@code terms} makes what is weighed of scaled features. */
    static Logistic of(List<double[]> rows, List<Boolean> outcomes, UnaryOperator<double[]> terms) {
        int features = rows.get(0).length;
        double[] mean = new double[features];
        double[] deviation = new double[features];
        for (double[] row : rows) {
            for (int f = 0; f < features; f++) {
                mean[f] += row[f] / rows.size();
            }
        }
        for (double[] row : rows) {
            for (int f = 0; f < features; f++) {
                deviation[f] += (row[f] - mean[f]) * (row[f] - mean[f]) / rows.size();
            }
        }
        for (int f = 0; f < features; f++) {
            deviation[f] = Math.sqrt(deviation[f]) + 1e-9;
        }
        int n = terms.apply(mean).length;
        double[] weight = new double[n + 1];
        for (int round = 0; round < ROUNDS; round++) {
            double[] slope = new double[n + 1];
            RealMatrix bend = new Array2DRowRealMatrix(n + 1, n + 1);
            for (int i = 0; i <= n; i++) {
                slope[i] = i < n ? -RIDGE * weight[i] : 0;
                bend.setEntry(i, i, RIDGE);
            }
            for (int r = 0; r < rows.size(); r++) {
                double[] z = Arrays.copyOf(terms.apply(OddsModel.scaled(rows.get(r), mean, deviation)), n + 1);
                z[n] = 1;
                double sum = 0;
                for (int i = 0; i <= n; i++) {
                    sum += weight[i] * z[i];
                }
                double p = 1 / (1 + Math.exp(-sum));
                double off = (outcomes.get(r) ? 1 : 0) - p;
                for (int i = 0; i <= n; i++) {
                    slope[i] += off * z[i];
                    for (int j = 0; j <= n; j++) {
                        bend.addToEntry(i, j, p * (1 - p) * z[i] * z[j]);
                    }
                }
            }
            double[] step = new LUDecomposition(bend)
                    .getSolver()
                    .solve(new ArrayRealVector(slope))
                    .toArray();
            for (int i = 0; i <= n; i++) {
                weight[i] += step[i];
            }
        }
        return new Logistic(mean, deviation, Arrays.copyOf(weight, n), weight[n]);
    }
}
