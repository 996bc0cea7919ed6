package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.Supplier;
import oakmirror.bench.Ear.Fault;
import oakmirror.bench.Judge.Case;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidates;
import oakmirror.candidate.OddsModel;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.correction.TakenMove;
import oakmirror.evidence.Evidence;

/**
 * Places worth a listen on music: how often a planted fault is among them, whether the odds hold, and what an ear that takes the right ones leaves of the fault.
 * With {@code learn FILE} first the odds are learned again. The folders: recordings, generated songs of one production, and recordings kept aside, which nothing is
 * learned from.
 */
public final class CandidatesRun {

    private static final int LEARNED_ROUNDS = 40;
    private static final int LEAST_ROUNDS = 200;
    private static final int SMALLEST_PRODUCTION = 4;
    private static final int LARGEST_PRODUCTION = 24;
    private static final double[] CLASSES = {0, 0.15, 0.25, 0.4, 0.6, 0.8, 1.01};

    private CandidatesRun() {}

    /** Runs it. */
    public static void main(String[] args) throws IOException {
        boolean learn = args[0].equals("learn");
        String[] folders = learn ? Arrays.copyOfRange(args, 2, args.length) : args;
        Random random = new Random(4);
        List<Recording> recordings = Recording.of(Path.of(folders[0]));
        List<Recording> songs = Recording.of(Path.of(folders[1]));
        List<Recording> aside = Recording.of(Path.of(folders[2]));
        Map<String, List<Case>> groups = new LinkedHashMap<>();
        groups.put("three of the production", productions(recordings, random));
        groups.put("generated, three of the production", productions(songs, random));
        groups.put("the three most similar", similar(recordings));
        if (learn) {
            groups.put("the three at random", atRandom(recordings, random));
            learn(groups, Path.of(args[1]));
            return;
        }
        groups.put("aside, three of the production", productions(aside, random));
        groups.put("aside, the three most similar", similar(aside));
        groups.forEach(CandidatesRun::judge);
        calibration(groups);
    }

    private static List<Case> similar(List<Recording> all) {
        return all.stream().map(r -> against(r, r.mostLike(all, 3))).toList();
    }

    private static List<Case> atRandom(List<Recording> all, Random random) {
        return all.stream().map(r -> against(r, others(r, all, random))).toList();
    }

    private static List<Recording> others(Recording mix, List<Recording> all, Random random) {
        List<Recording> others = new ArrayList<>(all);
        others.remove(mix);
        Collections.shuffle(others, random);
        return others.subList(0, 3);
    }

    /** Songs of a production against three others of it. */
    private static List<Case> productions(List<Recording> all, Random random) {
        Map<String, List<Recording>> groups = new TreeMap<>();
        all.forEach(
                r -> groups.computeIfAbsent(r.group(), g -> new ArrayList<>()).add(r));
        List<Case> cases = new ArrayList<>();
        for (Map.Entry<String, List<Recording>> group : groups.entrySet()) {
            boolean one =
                    group.getKey().startsWith("fretsonfire") || group.getKey().equals("generated");
            if (!one
                    || group.getValue().size() < SMALLEST_PRODUCTION
                    || group.getValue().size() > LARGEST_PRODUCTION) {
                continue;
            }
            for (Recording mix : group.getValue()) {
                for (int i = 0; i < 3; i++) {
                    cases.add(against(mix, others(mix, group.getValue(), random)));
                }
            }
        }
        return cases;
    }

    private static Case against(Recording mix, List<Recording> references) {
        return new Case(mix.whole(), references.stream().map(Recording::whole).toList());
    }

    private static Gap gap(Case c, List<Fault> faults) {
        var mix = c.mix();
        for (Fault f : faults) {
            mix = Judge.coloured(mix, f.db());
        }
        return Judge.gap(mix, c.references());
    }

    private static Evidence weighed(Gap gap) {
        return CorrectionSettings.DEFAULT.weigh(Material.of(gap));
    }

    private static void learn(Map<String, List<Case>> groups, Path file) throws IOException {
        Lesson broad = new Lesson("broad", OddsModel.BROAD);
        Lesson narrow = new Lesson("narrow", OddsModel.NARROW);
        each(groups, new Random(2), (evidence, faults) -> {
            for (Candidates.Read read : Candidates.read(evidence)) {
                (read.narrow() ? narrow : broad).add(read, faults);
            }
        });
        broad.learn();
        narrow.learn();
        each(groups, new Random(3), (evidence, faults) -> {
            Map<Candidate, Candidates.Read> of = new HashMap<>();
            for (Candidates.Read read : Candidates.read(evidence)) {
                double odds = (read.narrow() ? narrow : broad).odds(read.features());
                of.put(read.candidate().withOdds(odds), read);
            }
            for (Candidate c : Candidates.apart(of.keySet())) {
                Candidates.Read read = of.get(c);
                (read.narrow() ? narrow : broad)
                        .tell(read.features(), faults.stream().anyMatch(f -> f.isHeardAt(c)));
            }
        });
        List<String> lines = new ArrayList<>(
                List.of(
                        "# How often a departure was a fault; learned by bench/candidates. Kind, term, weight, and of features mean and deviation."));
        broad.write(lines);
        narrow.write(lines);
        Files.write(file, lines);
    }

    private static void each(Map<String, List<Case>> groups, Random random, BiConsumer<Evidence, List<Fault>> lesson) {
        groups.forEach((name, cases) -> {
            int rounds =
                    Math.max(1, LEARNED_ROUNDS * 49 / cases.size() / (name.equals("the three most similar") ? 1 : 3));
            for (Case c : cases) {
                for (int i = 0; i < rounds; i++) {
                    List<Fault> faults = Ear.some(random);
                    int count = List.of(3, 3, 3, 2, 1).get(random.nextInt(5)); // some have fewer references
                    Case some = new Case(c.mix(), c.references().subList(0, count));
                    lesson.accept(weighed(gap(some, faults)), faults);
                }
            }
        });
    }

    /** How often a fault is found, of so many tries. */
    private static final class Count {
        private int first;
        private int all;
        private int closely;
        private int both;
        private int bySize;
        private int tries;
        private double told;

        void add(List<Candidate> found, List<Fault> faults) {
            tries++;
            told += found.size();
            Fault f = faults.get(0);
            first += found.stream().limit(3).anyMatch(f::isHeardAt) ? 1 : 0;
            all += found.stream().anyMatch(f::isHeardAt) ? 1 : 0;
            closely += found.stream().anyMatch(f::isHeardCloselyAt) ? 1 : 0;
            both += faults.stream().allMatch(x -> found.stream().anyMatch(x::isHeardAt)) ? 1 : 0;
            List<Candidate> sorted = new ArrayList<>(found);
            sorted.sort(Comparator.comparingDouble((Candidate c) -> -Math.abs(c.seenDb())));
            bySize += sorted.stream().limit(3).anyMatch(f::isHeardAt) ? 1 : 0;
        }

        double part(int n) {
            return n / (double) tries;
        }
    }

    private static void judge(String name, List<Case> cases) {
        Random random = new Random(7);
        int rounds = Math.max(4, LEAST_ROUNDS / cases.size());
        Map<String, Supplier<List<Fault>>> kinds = new LinkedHashMap<>();
        kinds.put("one", () -> List.of(Ear.broad(random)));
        kinds.put("resonance", () -> List.of(Ear.resonance(random)));
        kinds.put("two", () -> List.of(Ear.broad(random), Ear.broad(random)));
        String figure = "figure candidates." + name.replaceAll("[^a-z]+", "-");
        kinds.forEach((kind, make) -> {
            Count count = new Count();
            for (Case c : cases) {
                for (int i = 0; i < rounds; i++) {
                    List<Fault> faults = make.get();
                    count.add(Candidates.of(weighed(gap(c, faults))), faults);
                }
            }
            System.out.printf(
                    Locale.ROOT,
                    "%1$s.%2$s.first-three %3$.3f%n%1$s.%2$s.all %4$.3f (closely %5$.3f, both %6$.3f, first three by size %7$.3f, told %8$.1f)%n",
                    figure,
                    kind,
                    count.part(count.first),
                    count.part(count.all),
                    count.part(count.closely),
                    count.part(count.both),
                    count.part(count.bySize),
                    count.told / count.tries);
            System.out.printf(Locale.ROOT, "%s.%s.both %.3f%n", figure, kind, count.part(count.both));
        });
        System.out.printf(
                Locale.ROOT,
                "%s.healthy %.2f%n",
                figure,
                cases.stream()
                        .mapToInt(c -> Candidates.of(weighed(gap(c, List.of()))).size())
                        .average()
                        .orElse(0));
        ear(figure, cases, rounds, random);
    }

    /** What is left of a fault when an ear takes the candidates that are about it, and unasked. */
    private static void ear(String figure, List<Case> cases, int rounds, Random random) {
        List<Double> taken = new ArrayList<>();
        List<Double> unasked = new ArrayList<>();
        for (Case c : cases) {
            for (int i = 0; i < rounds; i++) {
                Fault fault = Ear.broad(random);
                Gap gap = gap(c, List.of(fault));
                List<TakenMove> moves = Candidates.of(weighed(gap)).stream()
                        .filter(fault::isHeardAt)
                        .map(TakenMove::of)
                        .toList();
                Function<MoveDecisions, Double> left = decisions -> Judge.rms(Judge.sum(
                                fault.db(),
                                Proposal.derive(Material.of(gap), CorrectionSettings.DEFAULT, decisions, 44100)
                                        .correction()
                                        .curveDb()))
                        / Judge.rms(fault.db());
                unasked.add(left.apply(MoveDecisions.NONE));
                taken.add(left.apply(MoveDecisions.NONE.withTaken(moves)));
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%1$s.left-by-an-ear %2$.3f%n%1$s.left-unasked %3$.3f%n",
                figure,
                Judge.quantile(taken, 0.5),
                Judge.quantile(unasked, 0.5));
    }

    /** Whether of those told some odds so many are faults; the same mixes as learned from, and those kept aside apart. */
    private static void calibration(Map<String, List<Case>> groups) {
        for (boolean aside : new boolean[] {false, true}) {
            Random random = new Random(9);
            int[] count = new int[CLASSES.length - 1];
            int[] right = new int[count.length];
            double[] odds = new double[count.length];
            groups.forEach((name, cases) -> {
                for (int i = 0; i < 600 && name.startsWith("aside") == aside; i++) {
                    List<Fault> faults = Ear.some(random);
                    for (Candidate c : Candidates.of(weighed(gap(cases.get(i % cases.size()), faults)))) {
                        int k = 0;
                        while (c.odds() >= CLASSES[k + 1]) {
                            k++;
                        }
                        count[k]++;
                        odds[k] += c.odds();
                        right[k] += faults.stream().anyMatch(f -> f.isHeardAt(c)) ? 1 : 0;
                    }
                }
            });
            for (int k = 0; k < count.length; k++) {
                System.out.printf(
                        Locale.ROOT,
                        "%s, odds %.2f–%.2f: told %.3f, are faults %.3f of %d%n",
                        aside ? "aside" : "learned from",
                        CLASSES[k],
                        CLASSES[k + 1],
                        odds[k] / Math.max(1, count[k]),
                        right[k] / (double) Math.max(1, count[k]),
                        count[k]);
            }
        }
    }
}
