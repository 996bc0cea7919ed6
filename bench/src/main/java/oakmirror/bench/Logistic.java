package oakmirror.bench;

import java.util.List;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.RealMatrix;

/** Logistic regression by Newton's method, features scaled to one deviation, with a small ridge. */
record Logistic(double[] mean, double[] deviation, double[] weight, double offset) {

    private static final double RIDGE = 3;
    private static final int ROUNDS = 25;
    private static final double MOST_DEVIATIONS = 3;

    static Logistic of(List<double[]> rows, List<Boolean> outcomes) {
        int n = rows.get(0).length;
        double[] mean = new double[n];
        double[] deviation = new double[n];
        for (double[] row : rows) {
            for (int f = 0; f < n; f++) {
                mean[f] += row[f] / rows.size();
            }
        }
        for (double[] row : rows) {
            for (int f = 0; f < n; f++) {
                deviation[f] += (row[f] - mean[f]) * (row[f] - mean[f]) / rows.size();
            }
        }
        for (int f = 0; f < n; f++) {
            deviation[f] = Math.sqrt(deviation[f]) + 1e-9;
        }
        double[] weight = new double[n + 1];
        for (int round = 0; round < ROUNDS; round++) {
            double[] slope = new double[n + 1];
            RealMatrix bend = new Array2DRowRealMatrix(n + 1, n + 1);
            for (int i = 0; i <= n; i++) {
                slope[i] = i < n ? -RIDGE * weight[i] : 0;
                bend.setEntry(i, i, RIDGE);
            }
            for (int r = 0; r < rows.size(); r++) {
                double[] z = scaled(rows.get(r), mean, deviation);
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
        return new Logistic(mean, deviation, java.util.Arrays.copyOf(weight, n), weight[n]);
    }

    private static double[] scaled(double[] row, double[] mean, double[] deviation) {
        double[] z = new double[row.length + 1];
        for (int f = 0; f < row.length; f++) {
            z[f] = Math.max(-MOST_DEVIATIONS, Math.min(MOST_DEVIATIONS, (row[f] - mean[f]) / deviation[f]));
        }
        z[row.length] = 1;
        return z;
    }
}
