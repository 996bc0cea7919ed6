package oakmirror.habits;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import oakmirror.habits.Shrinkage.Measured;

/**
 * What songs have in common in an {@link Aspect}. The reading of a song is taken for the sum of the engineer's habit, of what the song has of its own about that, and of
 * content, by which other music differs:
 *
 * <p>d = h + u + c, &nbsp; u ~ N(0, τ²), &nbsp; c ~ N(0, κ·N),
 *
 * <p>with N as the evidence of the song has it, κ for how far that is right, and content of references shared between the songs that have them ({@link Sharing}). τ and κ are
 * not known; how probable each pair is follows from how far songs lie apart (restricted likelihood over a grid, all nodes together). For each that counts, the habit is
 * measured by the best weighted mean, and drawn towards nothing by {@link Shrinkage}.
 */
final class HabitModel {

    private static final double[] SONGS_DB2 = {0, 0.1, 0.25, 0.7, 1.4, 2.8, 5.6, 11};
    private static final double[] CONTENT_FACTORS = {0.1, 0.16, 0.25, 0.4, 0.63, 1, 1.6, 2.5};
    /** How far the evidence is off with content, as a deviation of its logarithm. */
    private static final double FACTOR_DEVIATION = 0.8;
    /** Variance of songs expected before any is seen, in dB². No source. */
    private static final double SONGS_EXPECTED_DB2 = 3;
    /** Neighbouring nodes are not quite independent. */
    private static final double NODES_COUNT = 0.75;

    /** So many songs say well enough how far songs lie apart. */
    private static final int ENOUGH_APART = 300;

    private static final double LEAST_PROBABILITY = 0.05;

    /** So probable a habit has to be before anything is said of it: of 200 engineers without one hardly one is told something. */
    private static final double CERTAIN = 0.99;

    /** The same of a change where the user says that there was one. */
    private static final double CERTAIN_CHANGE = 0.9;

    private final double certain;

    private final Aspect aspect;
    private final List<Readings> songs;
    private final Sharing sharing;
    private final List<Noise> ways;
    private final Shrinkage shrinkage;

    /** Variance of content of each song, in the mean of its nodes. */
    private final double[] usualDb2;

    private final Map<Counted, double[]> weights = new HashMap<>();

    /** Which songs count, in which way of taking the noise. */
    private record Counted(Noise way, BitSet counts) {}

    /** A way of taking the noise. */
    private record Noise(double probability, double factor, double songsDb2) {}

    /**
     * Of songs.
     *
     * @param songs what was read of each
     * @param references those of each, by what they are known by, with weights that add up to 1
     */
    HabitModel(Aspect aspect, List<Readings> songs, List<Map<String, Double>> references) {
        certain = CERTAIN;
        this.aspect = aspect;
        this.songs = songs;
        sharing = new Sharing(references);
        usualDb2 = songs.stream().mapToDouble(this::usualDb2).toArray();
        ways = noises(all(true));
        shrinkage = learned(one -> measured(one, all(true)));
    }

    /** The same songs parted in two: what the later ones have more than the earlier. */
    private HabitModel(HabitModel of, boolean[] later) {
        certain = CERTAIN_CHANGE;
        aspect = of.aspect;
        songs = of.songs;
        sharing = of.sharing;
        usualDb2 = of.usualDb2;
        ways = of.noises(later);
        shrinkage = learned(one -> changed(one, later));
    }

    /** What songs have more of the habit than others before them. */
    static HabitModel ofChange(
            Aspect aspect, List<Readings> songs, List<Map<String, Double>> references, boolean[] later) {
        return new HabitModel(new HabitModel(aspect, songs, references), later);
    }

    private interface Measure {
        List<Measured> of(double[] readings);
    }

    private Shrinkage learned(Measure measure) {
        List<List<Measured>> nodes = new ArrayList<>();
        for (int node : aspect.nodes()) {
            List<Measured> measured = measure.of(only(node));
            if (!measured.isEmpty()) {
                nodes.add(measured);
            }
        }
        return new Shrinkage(nodes, aspect.scaleDb());
    }

    private boolean[] all(boolean value) {
        boolean[] all = new boolean[songs.size()];
        Arrays.fill(all, value);
        return all;
    }

    private double[] only(int reading) {
        double[] one = new double[aspect.size()];
        one[reading] = 1;
        return one;
    }

    /** How probable ways of taking the noise are, by how far songs lie from the mean of theirs. */
    private List<Noise> noises(boolean[] later) {
        double scale2 = aspect.scaleDb() * aspect.scaleDb();
        List<Noise> all = new ArrayList<>();
        double most = Double.NEGATIVE_INFINITY;
        for (double factor : CONTENT_FACTORS) {
            for (double songsDb2 : SONGS_DB2) {
                double off = Math.log(factor) / FACTOR_DEVIATION;
                double log = -0.5 * off * off - songsDb2 / SONGS_EXPECTED_DB2;
                for (int node : aspect.nodes()) {
                    log += NODES_COUNT
                            * (apart(node, later, true, factor, scale2 * songsDb2)
                                    + apart(node, later, false, factor, scale2 * songsDb2));
                }
                all.add(new Noise(log, factor, scale2 * songsDb2));
                most = Math.max(most, log);
            }
        }
        double top = most;
        List<Noise> likely = all.stream()
                .map(n -> new Noise(Math.exp(n.probability() - top), n.factor(), n.songsDb2()))
                .filter(n -> n.probability() > LEAST_PROBABILITY)
                .toList();
        double sum = likely.stream().mapToDouble(Noise::probability).sum();
        return likely.stream()
                .map(n -> new Noise(n.probability() / sum, n.factor(), n.songsDb2()))
                .toList();
    }

    /** Log of the restricted likelihood of how far the songs of one side lie apart in a reading. */
    private double apart(int reading, boolean[] later, boolean side, double factor, double songsDb2) {
        double log = 0;
        double weight = 0;
        double first = 0;
        double second = 0;
        int step = 1 + songs.size() / ENOUGH_APART;
        for (int s = 0; s < songs.size(); s += step) {
            Readings r = songs.get(s);
            if (later[s] == side && r.isKnown(reading)) {
                double v = factor * sharing.own(s) * r.contentDb2()[reading] + songsDb2;
                double d = r.overDb()[reading];
                log -= 0.5 * Math.log(v);
                weight += 1 / v;
                first += d / v;
                second += d * d / v;
            }
        }
        return weight == 0 ? 0 : log - 0.5 * Math.log(weight) - 0.5 * (second - first * first / weight);
    }

    /** How far songs lie about the habit, in dB: what each has of its own. */
    double songsDb() {
        return Math.sqrt(
                ways.stream().mapToDouble(w -> w.probability() * w.songsDb2()).sum());
    }

    /** Whether it is out of the question that there is a habit at all. */
    boolean isCertain() {
        return shrinkage.any() >= certain;
    }

    /**
     * What is known of the mean of several readings.
     *
     * @param part of each reading by how much it counts
     * @param isCertain whether there is any habit
     */
    Estimate estimate(double[] part, boolean isCertain) {
        boolean[] all = all(true);
        List<Measured> measured = measured(part, all);
        if (measured.isEmpty()) {
            return Estimate.NONE;
        }
        double[] d = new double[songs.size()];
        boolean[] known = read(part, all, d, new double[songs.size()]);
        double db = measured.stream().mapToDouble(m -> m.probability() * m.db()).sum();
        int agreeing = (int) IntStream.range(0, d.length)
                .filter(s -> known[s] && d[s] * db > 0)
                .count();
        return shrinkage.estimate(measured, count(known), agreeing, isCertain);
    }

    /** What is known of a reading's change. */
    Estimate change(double[] part, boolean[] later, boolean isCertain) {
        List<Measured> measured = changed(part, later);
        boolean[] known = read(part, all(true), new double[songs.size()], new double[songs.size()]);
        return measured.isEmpty() ? Estimate.NONE : shrinkage.estimate(measured, count(known), 0, isCertain);
    }

    private static BitSet bits(boolean[] known) {
        BitSet bits = new BitSet(known.length);
        for (int s = 0; s < known.length; s++) {
            bits.set(s, known[s]);
        }
        return bits;
    }

    private static int count(boolean[] known) {
        return bits(known).cardinality();
    }

    /** What each song reads in the mean of several readings, and the variance of its content; tells which know. */
    private boolean[] read(double[] part, boolean[] counts, double[] d, double[] content) {
        boolean[] known = new boolean[songs.size()];
        for (int s = 0; s < known.length; s++) {
            Readings r = songs.get(s);
            double sum = 0;
            for (int i = 0; i < part.length; i++) {
                if (part[i] > 0 && r.isKnown(i)) {
                    sum += part[i];
                    d[s] += part[i] * r.overDb()[i];
                    content[s] += part[i] * r.contentDb2()[i];
                }
            }
            known[s] = counts[s] && sum > 0;
            d[s] = known[s] ? d[s] / sum : 0;
            content[s] = known[s] ? content[s] / sum : 1;
        }
        return known;
    }

    private List<Measured> measured(double[] part, boolean[] counts) {
        double[] d = new double[songs.size()];
        double[] content = new double[songs.size()];
        boolean[] known = read(part, counts, d, content);
        return count(known) == 0 ? List.of() : measured(d, content, way -> weights(way, known));
    }

    private List<Measured> changed(double[] part, boolean[] later) {
        double[] d = new double[songs.size()];
        double[] content = new double[songs.size()];
        boolean[] known = read(part, all(true), d, content);
        boolean[] after = new boolean[d.length];
        boolean[] before = new boolean[d.length];
        for (int s = 0; s < d.length; s++) {
            after[s] = known[s] && later[s];
            before[s] = known[s] && !later[s];
        }
        if (count(before) == 0 || count(after) == 0) {
            return List.of();
        }
        return measured(d, content, way -> {
            double[] weights = weights(way, after).clone();
            double[] less = weights(way, before);
            for (int s = 0; s < weights.length; s++) {
                weights[s] -= less[s];
            }
            return weights;
        });
    }

    /** By how much each song counts: the same for all readings, by what its content is in the mean of them. */
    private double[] weights(Noise way, boolean[] counts) {
        return weights.computeIfAbsent(new Counted(way, bits(counts)), w -> {
            double[] content =
                    Arrays.stream(usualDb2).map(c -> way.factor() * c).toArray();
            double[] extra = new double[content.length];
            Arrays.fill(extra, way.songsDb2());
            return sharing.weights(content, extra, counts);
        });
    }

    private double usualDb2(Readings readings) {
        return Arrays.stream(aspect.nodes())
                .filter(readings::isKnown)
                .mapToDouble(i -> readings.contentDb2()[i])
                .average()
                .orElse(1);
    }

    private interface Weighing {
        double[] weights(Noise way);
    }

    private List<Measured> measured(double[] d, double[] content, Weighing weighing) {
        List<Measured> all = new ArrayList<>();
        for (Noise way : ways) {
            double[] factored =
                    Arrays.stream(content).map(c -> way.factor() * c).toArray();
            double[] extra = new double[d.length];
            Arrays.fill(extra, way.songsDb2());
            double[] weights = weighing.weights(way);
            double db = 0;
            for (int s = 0; s < d.length; s++) {
                db += weights[s] * d[s];
            }
            all.add(new Measured(way.probability(), db, sharing.variance(weights, factored, extra)));
        }
        return all;
    }
}
