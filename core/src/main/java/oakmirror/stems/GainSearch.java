package oakmirror.stems;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import oakmirror.evidence.Evidence;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * Looks for a few small gains of stems that close the supported part of a gap.
 *
 * <p>What gains x (in dB) do to the mix, equally loud, is a curve Δ(x) that the {@link StemPowers} tell; read at the resolution the gap is judged at, it
 * should come near to what is supported, t. Wanted is the least
 *
 * <pre>  Σ w·(t − Δ(x))² / Σ w  +  λ·Σ |xᵢ|,   |xᵢ| ≤ limit</pre>
 *
 * over the bands that count, w being their trust and a little; a difference that is the same everywhere is level and does not count. The second term asks
 * for small gains (R. Tibshirani, "Regression shrinkage and selection via the lasso", J. R. Stat. Soc. B 58, 1996). λ follows from how well t is known:
 * with c² the mean variance of what is supported, n ranges that say something of their own (one each {@value #BROAD_OCTAVES} octaves) and gains of
 * which {@value #EXPECTED_DB} dB is a usual size, the most probable gains have λ = 2c²/(n·{@value #EXPECTED_DB} dB); where nothing is uncertain, it is 0.
 *
 * <p>Many sets of gains do nearly the same, as all stems a decibel louder do nothing at all; wanted are few. So every set of up to {@value #TOGETHER}
 * stems is tried where Δ is taken for linear, the {@value #PROMISING} best are solved as they are (Δ made linear where x is, one gain
 * after the other, again until nothing moves), and of these that one is taken whose ln(misfit + c² + {@value #FLOOR_DB2} dB²) + {@value #PART_PER_STEM}
 * for each stem is least: a stem more has to take away a fifth of what is neither closed nor uncertain.
 */
final class GainSearch {

    private static final double EXPECTED_DB = 1;
    /** Keeps gains from running off along what changes nothing. */
    private static final double RIDGE = 1e-6;
    /** ln of what a stem more has to leave of what is not closed. */
    private static final double PART_PER_STEM = 0.25;
    /** What cannot be told from rounding: 0.05 dB RMS. */
    private static final double FLOOR_DB2 = 0.0025;
    /** Sets of up to so many stems are all looked at, where there are not too many stems. */
    private static final int TOGETHER = 3;

    private static final int MANY = 12;
    /** So many sets are looked at closely. */
    private static final int PROMISING = 6;
    /** A gain below this is not worth anybody's while. */
    private static final double LEAST_GAIN_DB = 0.3;

    private static final double LEAST_WEIGHT = 0.05;
    /** Widths that the gap is read at: see {@code Weighing}. */
    private static final double BROAD_OCTAVES = 1.5;

    static final double FINE_OCTAVES = 1.0 / 12;
    private static final int ROUNDS = 30;
    private static final int SWEEPS = 200;
    private static final double STILL_DB = 1e-4;

    private final StemPowers powers;
    private final Evidence evidence;
    private final double limitDb;
    private final boolean[] counts;
    private final double[] weight;
    private final double[] target;
    /** What uncertainty makes a gain cost, in dB² a dB. */
    private final double cost;
    /** Mean variance of what is supported. */
    private final double variance;

    GainSearch(StemPowers powers, Evidence evidence, double limitDb) {
        this.powers = powers;
        this.evidence = evidence;
        this.limitDb = limitDb;
        counts = new boolean[BandGrid.SIZE];
        weight = new double[BandGrid.SIZE];
        double sum = 0;
        for (int b = 0; b < counts.length; b++) {
            counts[b] = evidence.trust()[b] > 0 && powers.isKnown(b);
            weight[b] = counts[b] ? LEAST_WEIGHT + evidence.trust()[b] : 0;
            sum += weight[b];
        }
        double spread = 0;
        int bands = 0;
        for (int b = 0; b < counts.length && sum > 0; b++) {
            weight[b] /= sum;
            spread += weight[b] * evidence.credibleDb()[b] * evidence.credibleDb()[b];
            bands += counts[b] ? 1 : 0;
        }
        target = centred(evidence.supportedDb().clone());
        double ranges = Math.max(1, bands / (BROAD_OCTAVES * BandGrid.BANDS_PER_OCTAVE));
        variance = spread;
        cost = 2 * variance / (ranges * EXPECTED_DB);
    }

    /** The gains of the set of stems that is best. */
    double[] best() {
        double[] chosen = new double[powers.stems()];
        double bestScore = score(chosen);
        for (boolean[] free : promising()) {
            double[] gains = descend(new double[chosen.length], free);
            for (int i = 0; i < gains.length; i++) {
                gains[i] = Math.round(10 * gains[i]) / 10.0 + 0.0;
            }
            double score = score(gains);
            if (score < bestScore && worthwhile(gains, free)) {
                chosen = gains;
                bestScore = score;
            }
        }
        return chosen;
    }

    private static boolean worthwhile(double[] gains, boolean[] free) {
        for (int i = 0; i < gains.length; i++) {
            if (free[i] && Math.abs(gains[i]) < LEAST_GAIN_DB) {
                return false;
            }
        }
        return true;
    }

    /** What is least for the best gains: each stem has to take its part of what is not closed and not uncertain either. */
    private double score(double[] gains) {
        long count = Arrays.stream(gains).filter(g -> g != 0).count();
        return score(misfit(gains), count);
    }

    private double score(double misfit, long count) {
        return Math.log(misfit + variance + FLOOR_DB2) + PART_PER_STEM * count;
    }

    /** The sets of a few stems that do best where all is taken for linear; then those that do best with one more, as long as it helps. */
    private List<boolean[]> promising() {
        int n = powers.stems();
        Linear linear = linear(new double[n]);
        List<Candidate> found = new ArrayList<>();
        collect(new boolean[n], 0, n <= MANY ? TOGETHER : 2, linear, found);
        found.sort(Comparator.comparingDouble(Candidate::score));
        List<boolean[]> sets = new ArrayList<>(
                found.stream().limit(PROMISING).map(Candidate::free).toList());
        boolean[] grown = sets.isEmpty() ? new boolean[n] : sets.get(0).clone();
        double before = sets.isEmpty() ? Double.POSITIVE_INFINITY : found.get(0).score();
        while (true) {
            List<Candidate> larger = new ArrayList<>();
            for (int i = 0; i < n; i++) {
                if (!grown[i]) {
                    boolean[] more = grown.clone();
                    more[i] = true;
                    larger.add(candidate(more, linear));
                }
            }
            Optional<Candidate> best = larger.stream().min(Comparator.comparingDouble(Candidate::score));
            if (best.isEmpty() || best.get().score() >= before) {
                return sets;
            }
            grown = best.get().free();
            before = best.get().score();
            sets.add(grown);
        }
    }

    /** A set of stems, and how well it does where all is taken for linear. */
    private record Candidate(boolean[] free, double score) {}

    private void collect(boolean[] chosen, int from, int more, Linear linear, List<Candidate> found) {
        for (int i = from; i < chosen.length && more > 0; i++) {
            boolean[] next = chosen.clone();
            next[i] = true;
            found.add(candidate(next, linear));
            collect(next, i + 1, more - 1, linear, found);
        }
    }

    private Candidate candidate(boolean[] free, Linear linear) {
        double[] gains = linear.best(new double[free.length], free);
        int count = 0;
        for (boolean f : free) {
            count += f ? 1 : 0;
        }
        return new Candidate(free, score(linear.misfit(gains), count));
    }

    double misfit(double[] gains) {
        double[] change = shape(powers.changeDb(gains));
        double sum = 0;
        for (int b = 0; b < change.length; b++) {
            sum += weight[b] * (target[b] - change[b]) * (target[b] - change[b]);
        }
        return sum;
    }

    /** What of a change can be compared with the target. */
    double[] shape(double[] change) {
        return centred(read(change));
    }

    private double cost(double[] gains) {
        return cost * Arrays.stream(gains).map(Math::abs).sum();
    }

    /** As the gap is judged: broadly where mix and reference are different music, finely where they are the same recording. */
    double[] read(double[] curve) {
        double[] broad = OctaveSmoothing.smooth(curve, counts, BROAD_OCTAVES);
        double[] fine = OctaveSmoothing.smooth(curve, counts, FINE_OCTAVES);
        double likeness = evidence.likeness();
        for (int b = 0; b < broad.length; b++) {
            broad[b] = counts[b] ? likeness * fine[b] + (1 - likeness) * broad[b] : 0;
        }
        return broad;
    }

    /** A curve less its mean over what counts: its level. */
    private double[] centred(double[] curve) {
        double mean = 0;
        for (int b = 0; b < curve.length; b++) {
            mean += weight[b] * curve[b];
        }
        for (int b = 0; b < curve.length; b++) {
            curve[b] = counts[b] ? curve[b] - mean : 0;
        }
        return curve;
    }

    /** Goes down from some gains, changing those that are free. */
    private double[] descend(double[] start, boolean[] free) {
        double[] gains = start.clone();
        double now = misfit(gains) + cost(gains);
        for (int round = 0; round < ROUNDS; round++) {
            double[] aim = linear(gains).best(gains, free);
            double step = 1;
            double[] next = between(gains, aim, step);
            double then = misfit(next) + cost(next);
            while (then > now && step > 1e-3) {
                step /= 2;
                next = between(gains, aim, step);
                then = misfit(next) + cost(next);
            }
            double moved = 0;
            for (int i = 0; i < gains.length; i++) {
                moved = Math.max(moved, Math.abs(next[i] - gains[i]));
            }
            if (then > now) {
                return gains;
            }
            gains = next;
            now = then;
            if (moved < STILL_DB) {
                break;
            }
        }
        return gains;
    }

    private static double[] between(double[] from, double[] to, double part) {
        double[] between = from.clone();
        for (int i = 0; i < between.length; i++) {
            between[i] = part == 1 ? to[i] : from[i] + part * (to[i] - from[i]);
        }
        return between;
    }

    /** The problem where Δ is taken for linear about some gains. */
    private Linear linear(double[] at) {
        int n = at.length;
        double[][] slopes = powers.slopes(at);
        for (int i = 0; i < n; i++) {
            slopes[i] = shape(slopes[i]);
        }
        double[] aim = target.clone();
        double[] change = shape(powers.changeDb(at));
        for (int b = 0; b < aim.length; b++) {
            aim[b] -= change[b];
            for (int i = 0; i < n; i++) {
                aim[b] += at[i] * slopes[i][b];
            }
        }
        double[][] square = new double[n][n];
        double[] side = new double[n];
        for (int i = 0; i < n; i++) {
            side[i] = product(slopes[i], aim);
            for (int j = 0; j < n; j++) {
                square[i][j] = product(slopes[i], slopes[j]);
            }
        }
        return new Linear(square, side, product(aim, aim), cost, limitDb);
    }

    /**
     * The least of xᵀ·A·x − 2·bᵀ·x + c + cost·Σ|x| within the limit, found one gain after the other.
     */
    private record Linear(double[][] square, double[] side, double constant, double cost, double limitDb) {

        double misfit(double[] gains) {
            double sum = constant;
            for (int i = 0; i < gains.length; i++) {
                sum -= 2 * side[i] * gains[i];
                for (int j = 0; j < gains.length; j++) {
                    sum += square[i][j] * gains[i] * gains[j];
                }
            }
            return Math.max(0, sum);
        }

        double[] best(double[] start, boolean[] free) {
            double[] gains = start.clone();
            for (int sweep = 0; sweep < SWEEPS; sweep++) {
                double moved = 0;
                for (int i = 0; i < gains.length; i++) {
                    double before = gains[i];
                    double pull = side[i];
                    for (int j = 0; j < gains.length; j++) {
                        pull -= j == i ? 0 : square[i][j] * gains[j];
                    }
                    double left = Math.max(0, Math.abs(pull) - cost / 2);
                    double best = Math.signum(pull) * left / (square[i][i] + RIDGE);
                    gains[i] = free[i] ? Math.max(-limitDb, Math.min(limitDb, best)) : 0;
                    moved = Math.max(moved, Math.abs(gains[i] - before));
                }
                if (moved < STILL_DB / 10) {
                    break;
                }
            }
            return gains;
        }
    }

    double product(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += weight[i] * a[i] * b[i];
        }
        return sum;
    }

    /** Bands that count. */
    boolean[] counts() {
        return counts;
    }
}
