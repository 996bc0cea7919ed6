package oakmirror.habits;

import java.util.List;
import java.util.stream.IntStream;

/**
 * What habits may be, learned from several measurements of one: normal about nothing with one of some deviations. How often which holds is found by expectation and
 * maximisation from the nodes together; each measurement is then drawn towards nothing by just that (adaptive shrinkage, M. Stephens, “False discovery rates: a new deal”,
 * Biostatistics 18, 2017; from memory). Apart from that stands the question whether there is a habit at all: half of engineers are taken to have none, and nothing is told
 * until that is out of the question.
 */
final class Shrinkage {

    private static final double[] DEVIATIONS_DB = {0.25, 0.5, 0.7, 1, 1.4, 2, 2.8, 4};
    /** As if so many nodes of each deviation had been seen before. No source. */
    private static final double[] SEEN_BEFORE = {0.1, 0.2, 0.3, 0.4, 0.5, 0.5, 0.4, 0.2};

    private static final int STEPS = 40;
    private static final double HALF = 0.5;
    private static final double TAIL = 0.05;
    private static final int ITERATIONS = 40;
    private static final double NEAR_DB = 1e-3;
    private static final double MOST_LOG = 600;
    private static final double NEGLIGIBLE = 1e-3;

    private final double scaleDb;
    private final double[] share;
    private final double any;

    /** A measurement of a habit as one way of taking the noise has it. */
    record Measured(double probability, double db, double variance) {}

    /**
     * Learns it.
     *
     * @param nodes of each node what was measured, by each way of taking the noise
     * @param scaleDb how large habits are
     */
    Shrinkage(List<List<Measured>> nodes, double scaleDb) {
        this.scaleDb = scaleDb;
        double total = IntStream.range(0, SEEN_BEFORE.length)
                .mapToDouble(k -> SEEN_BEFORE[k])
                .sum();
        double[][] likelihood = nodes.stream().map(this::likelihood).toArray(double[][]::new);
        double[] now = new double[SEEN_BEFORE.length];
        for (int k = 0; k < now.length; k++) {
            now[k] = SEEN_BEFORE[k] / total;
        }
        double[] usual = now;
        for (int i = 0; i < STEPS; i++) {
            now = maximised(likelihood, now, total);
        }
        share = now;
        any = any(nodes, likelihood, usual);
    }

    private static double[] maximised(double[][] likelihood, double[] before, double total) {
        double[] next = SEEN_BEFORE.clone();
        for (double[] node : likelihood) {
            double sum = IntStream.range(0, node.length)
                    .mapToDouble(k -> before[k] * node[k])
                    .sum();
            for (int k = 0; k < node.length && sum > 0; k++) {
                next[k] += before[k] * node[k] / sum;
            }
        }
        for (int k = 0; k < next.length; k++) {
            next[k] /= total + likelihood.length;
        }
        return next;
    }

    /** How probable it is that there is a habit, in all nodes or as well in one alone, against nothing in any. */
    private static double any(List<List<Measured>> nodes, double[][] likelihood, double[] usual) {
        double[] logs = new double[usual.length];
        double[] alone = new double[usual.length];
        for (int n = 0; n < likelihood.length; n++) {
            double nothing = Math.log(likelihood(nodes.get(n), 0));
            for (int k = 0; k < logs.length; k++) {
                double log = Math.log(likelihood[n][k]) - nothing;
                logs[k] += log;
                alone[k] += Math.exp(Math.min(MOST_LOG, log)) / likelihood.length;
            }
        }
        double sum = 0;
        for (int k = 0; k < logs.length; k++) {
            sum += usual[k] * HALF * (Math.exp(Math.min(MOST_LOG, logs[k])) + alone[k]);
        }
        return HALF * sum / (1 - HALF + HALF * sum);
    }

    private double[] likelihood(List<Measured> ways) {
        return IntStream.range(0, DEVIATIONS_DB.length)
                .mapToDouble(k -> likelihood(ways, prior(k)))
                .toArray();
    }

    private double prior(int k) {
        return scaleDb * scaleDb * DEVIATIONS_DB[k] * DEVIATIONS_DB[k];
    }

    private static double likelihood(List<Measured> ways, double prior) {
        return Math.max(
                1e-300, ways.stream().mapToDouble(m -> likelihood(m, prior)).sum());
    }

    private static double likelihood(Measured m, double prior) {
        double v = m.variance() + prior;
        return m.probability() * Math.exp(-0.5 * m.db() * m.db() / v) / Math.sqrt(v);
    }

    /** How probable it is that there is a habit at all. */
    double any() {
        return any;
    }

    /** A part of what a habit may be. */
    private record Part(double probability, double mean, double deviation) {}

    /** What a measurement comes to. */
    Estimate estimate(List<Measured> ways, int songs, int agreeing, boolean certain) {
        double sum = 0;
        double[][] likely = new double[ways.size()][DEVIATIONS_DB.length];
        for (int w = 0; w < likely.length; w++) {
            for (int k = 0; k < DEVIATIONS_DB.length; k++) {
                likely[w][k] = share[k] * likelihood(ways.get(w), prior(k));
                sum += likely[w][k];
            }
        }
        List<Part> parts = new java.util.ArrayList<>();
        double first = 0;
        double second = 0;
        for (int w = 0; w < likely.length; w++) {
            Measured m = ways.get(w);
            for (int k = 0; k < DEVIATIONS_DB.length; k++) {
                double p = likely[w][k] / sum;
                if (p > NEGLIGIBLE) {
                    double kept = prior(k) / (prior(k) + m.variance());
                    Part part = new Part(p, kept * m.db(), Math.sqrt(kept * m.variance()));
                    parts.add(part);
                    first += p * part.mean();
                    second += p * (part.mean() * part.mean() + part.deviation() * part.deviation());
                }
            }
        }
        double deviation = Math.sqrt(Math.max(0, second - first * first));
        return new Estimate(
                first,
                quantile(parts, first, deviation, TAIL),
                quantile(parts, first, deviation, 1 - TAIL),
                deviation,
                songs,
                agreeing,
                certain);
    }

    /** Where a part of what it may be lies below: by Newton's steps, halving where those would leave what is known to hold it. */
    private static double quantile(List<Part> parts, double mean, double deviation, double part) {
        double low = mean - 8 * deviation - NEAR_DB;
        double high = mean + 8 * deviation + NEAR_DB;
        double at = mean + (part < HALF ? -1.645 : 1.645) * deviation;
        for (int i = 0; i < ITERATIONS && high - low > NEAR_DB; i++) {
            double below = 0;
            double density = 0;
            for (Part p : parts) {
                double off = (at - p.mean()) / p.deviation();
                below += p.probability() * StandardNormal.below(off);
                density += p.probability() * Math.exp(-0.5 * off * off) / (p.deviation() * Math.sqrt(2 * Math.PI));
            }
            if (below < part) {
                low = at;
            } else {
                high = at;
            }
            double next = at - (below - part) / density;
            boolean isWithin = next > low && next < high;
            double step = isWithin ? next - at : (low + high) / 2 - at;
            at += step;
            if (isWithin && Math.abs(step) < NEAR_DB) {
                return at;
            }
        }
        return at;
    }
}
