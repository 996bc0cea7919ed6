package oakmirror.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import oakmirror.bench.Judge.Case;
import oakmirror.compare.Gap;
import oakmirror.correction.BandFitter;
import oakmirror.correction.Correction;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.EqBand;
import oakmirror.correction.Material;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;

/**
 * How corrections fare on music: planted faults against several kinds of references, settings beside each other, caution by caution; known filters
 * on the same material; first halves against second; a corrected mix corrected again. The arguments are folders of recordings, of which those
 * in the second are of one production.
 */
public final class RecordingsRun {

    private static final String PRODUCTION = "fretsonfire-songs-muldjord";
    private static final int SMALLEST_COLLECTION = 5;
    private static final int FILTERS = 200;
    private static final CorrectionSettings USUAL = CorrectionSettings.DEFAULT;
    private static final CorrectionSettings EXACT = USUAL.withBasis(Basis.EXACT);

    private final List<Recording> all;
    private final Random random = new Random(11);

    private RecordingsRun(List<Recording> all) {
        this.all = all;
    }

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        RecordingsRun real = new RecordingsRun(Recording.of(Path.of(args[0])));
        Map<String, List<Case>> groups = real.groups();
        if (args.length > 1) {
            List<Recording> songs = Recording.of(Path.of(args[1]));
            groups.put("generated, three of the production", new RecordingsRun(songs).others(songs, 3));
            groups.put("generated, one of the production", new RecordingsRun(songs).others(songs, 1));
        }
        compareSettings(groups);
        compareCautions(groups);
        real.knownFilters();
        fights(groups);
        real.halves(groups);
        again(groups);
    }

    private Map<String, List<Case>> groups() {
        List<Recording> production =
                all.stream().filter(r -> r.group().equals(PRODUCTION)).toList();
        Map<String, List<Case>> groups = new LinkedHashMap<>();
        groups.put(
                "the same recording",
                all.stream().map(r -> against(r, List.of(r))).toList());
        groups.put("three songs of its production", others(production, 3));
        groups.put("one of them", others(production, 1));
        groups.put(
                "the three most similar",
                all.stream().map(r -> against(r, r.mostLike(all, 3))).toList());
        groups.put(
                "the most similar one",
                all.stream().map(r -> against(r, r.mostLike(all, 1))).toList());
        groups.put("one at random", twice(r -> against(r, drawn(r, all, 1))));
        groups.put("three at random of one collection", twice(r -> against(r, drawn(r, collection(), 3))));
        return groups;
    }

    private List<Case> twice(Function<Recording, Case> make) {
        List<Case> cases = new ArrayList<>();
        for (Recording r : all) {
            cases.add(make.apply(r));
            cases.add(make.apply(r));
        }
        return cases;
    }

    /** Each song against others of its production: some sets of so many. */
    private List<Case> others(List<Recording> songs, int count) {
        List<Case> cases = new ArrayList<>();
        for (Recording r : songs) {
            for (int i = 0; i < 3; i++) {
                cases.add(against(r, drawn(r, songs, count)));
            }
        }
        return cases;
    }

    private static Case against(Recording mix, List<Recording> references) {
        return new Case(mix.whole(), references.stream().map(Recording::whole).toList());
    }

    private List<Recording> drawn(Recording mix, List<Recording> from, int count) {
        List<Recording> others = new ArrayList<>(from);
        others.remove(mix);
        java.util.Collections.shuffle(others, random);
        return others.subList(0, count);
    }

    private List<Recording> collection() {
        Map<String, List<Recording>> collections = new LinkedHashMap<>();
        all.forEach(r ->
                collections.computeIfAbsent(r.group(), g -> new ArrayList<>()).add(r));
        List<List<Recording>> large = collections.values().stream()
                .filter(c -> c.size() >= SMALLEST_COLLECTION)
                .toList();
        return large.get(random.nextInt(large.size()));
    }

    private static double[] curve(Gap gap, CorrectionSettings settings) {
        Material material = Material.of(gap);
        return Correction.derive(
                        Proposal.weigh(material, settings, MoveDecisions.NONE), material, settings, MoveDecisions.NONE)
                .curveDb();
    }

    private static void compareSettings(Map<String, List<Case>> groups) {
        Map<String, Function<Gap, double[]>> ways = new LinkedHashMap<>();
        CorrectionSettings plain = EXACT.withLimits(6, 9);
        ways.put("as proposed", gap -> curve(gap, USUAL));
        ways.put("the recipe", Recipe::curve);
        ways.put(
                "the gap at 1/3 octave, 50 %",
                gap -> curve(gap, plain.withResolution(1.0 / 3).withStrength(0.5)));
        ways.put(
                "the gap at an octave, 70 %",
                gap -> curve(gap, plain.withResolution(1).withStrength(0.7)));
        System.out.println(
                "Error left / error before: median / worst tenth; dB RMS proposed for a mix without fault\n");
        System.out.println("| references | " + String.join(" | ", ways.keySet()) + " |");
        System.out.println("|---".repeat(ways.size() + 1) + "|");
        groups.forEach((name, cases) -> {
            StringBuilder row = new StringBuilder("| " + name);
            ways.forEach((title, way) -> row.append(" | ").append(judged(cases, way)));
            System.out.println(row + " |");
        });
        System.out.println();
        groups.forEach((name, cases) -> figures(name, judged(cases, USUAL)));
    }

    private static void figures(String name, Judge.Verdict v) {
        String figure = "figure correction." + name.replaceAll("[^a-z]+", "-");
        System.out.printf(
                Locale.ROOT,
                "%1$s.median %2$.3f%n%1$s.worst-tenth %3$.3f%n%1$s.harm %4$.3f%n",
                figure,
                v.median(),
                v.worstTenth(),
                v.harmDb());
    }

    private static Judge.Verdict judged(List<Case> cases, CorrectionSettings settings) {
        return judged(cases, gap -> curve(gap, settings));
    }

    private static Judge.Verdict judged(List<Case> cases, Function<Gap, double[]> way) {
        return Judge.judge(cases, Math.max(4, 200 / cases.size()), way);
    }

    private static void compareCautions(Map<String, List<Case>> groups) {
        double[] cautions = {0, 0.25, USUAL.caution(), 0.75, 1};
        System.out.println("\nThe same by caution, from bold to careful\n");
        StringBuilder head = new StringBuilder("| references");
        for (double caution : cautions) {
            head.append(String.format(Locale.ROOT, " | %.0f %%", 100 * caution));
        }
        System.out.println(head + " |\n" + "|---".repeat(cautions.length + 1) + "|");
        groups.forEach((name, cases) -> {
            StringBuilder row = new StringBuilder("| " + name);
            for (double caution : cautions) {
                row.append(" | ").append(judged(cases, USUAL.withCaution(caution)));
            }
            System.out.println(row + " |");
        });
    }

    private void knownFilters() {
        List<Double> proposed = new ArrayList<>();
        List<Double> exact = new ArrayList<>();
        List<Double> bands = new ArrayList<>();
        for (int i = 0; i < FILTERS; i++) {
            BandSpectrum mix = all.get(random.nextInt(all.size())).whole();
            double[] filter = Faults.equaliser(random);
            Gap gap = Judge.gap(mix, List.of(Judge.coloured(mix, filter)));
            double[] wanted = java.util.Arrays.stream(filter).map(d -> -d).toArray();
            CorrectionSettings free = USUAL.withLimits(24, 24);
            Proposal p = Proposal.derive(gap, free, 44100);
            proposed.add(Judge.rms(Judge.sum(p.correction().curveDb(), wanted)));
            exact.add(Judge.rms(Judge.sum(curve(gap, free.withBasis(Basis.EXACT)), wanted)));
            bands.add(Judge.rms(Judge.sum(EqBand.responseDb(p.bands(), BandGrid.centresHz()), wanted)));
        }
        System.out.printf(
                Locale.ROOT,
                "%nA known filter on the same recording, dB RMS off, median / 95 %% / worst of %d: proposed %s, exact %s, bands %s%n",
                FILTERS,
                three(proposed),
                three(exact),
                three(bands));
        System.out.printf(
                Locale.ROOT,
                "figure correction.known-filter.proposed %.3f%nfigure correction.known-filter.exact %.3f%n"
                        + "figure correction.known-filter.bands %.3f%n",
                Judge.quantile(proposed, 0.95),
                Judge.quantile(exact, 0.95),
                Judge.quantile(bands, 0.95));
    }

    private static String three(List<Double> values) {
        return String.format(
                Locale.ROOT,
                "%.3f / %.3f / %.3f",
                Judge.quantile(values, 0.5),
                Judge.quantile(values, 0.95),
                Judge.quantile(values, 1));
    }

    /** What bands do against each other: the sum of their gains' magnitudes over that of what they add up to. */
    private static void fights(Map<String, List<Case>> groups) {
        List<Double> parts = new ArrayList<>();
        List<Double> counts = new ArrayList<>();
        Random random = new Random(3);
        for (List<Case> cases : groups.values()) {
            for (Case c : cases) {
                Gap gap = Judge.gap(Judge.coloured(c.mix(), Faults.broad(random)), c.references());
                List<EqBand> bands = Proposal.derive(gap, USUAL, 44100).bands();
                if (!bands.isEmpty()) {
                    parts.add(BandFitter.fight(bands));
                    counts.add((double) bands.size());
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%nBands' gains over their sum, median / 95 %% / worst: %s; bands: %s%nfigure correction.fights %.3f%n",
                three(parts),
                three(counts),
                Judge.quantile(parts, 0.95));
    }

    /** How far the correction from first halves and that from second halves differ, over their RMS. */
    private void halves(Map<String, List<Case>> groups) {
        Map<BandSpectrum, Recording> of = new java.util.IdentityHashMap<>();
        all.forEach(r -> of.put(r.whole(), r));
        System.out.println();
        groups.forEach((name, cases) -> {
            if (name.equals("the same recording") || name.startsWith("generated")) {
                return;
            }
            StringBuilder row = new StringBuilder("First halves against second, " + name + ":");
            for (CorrectionSettings s :
                    List.of(USUAL, EXACT.withResolution(1.0 / 3).withStrength(0.5))) {
                List<Double> parts = new ArrayList<>();
                for (Case c : cases) {
                    double[] first = curve(half(c, of, Recording::first), s);
                    double[] second = curve(half(c, of, Recording::second), s);
                    double[] difference = Judge.sum(
                            first, java.util.Arrays.stream(second).map(d -> -d).toArray());
                    parts.add(Judge.rms(difference) / Math.max(0.05, Math.sqrt((square(first) + square(second)) / 2)));
                }
                row.append(String.format(
                        Locale.ROOT,
                        " %.2f (nine of ten %.2f)%s",
                        Judge.quantile(parts, 0.5),
                        Judge.quantile(parts, 0.9),
                        s == USUAL ? ", the gap at 1/3 octave and 50 %" : ""));
            }
            System.out.println(row);
        });
    }

    private static double square(double[] curve) {
        return Judge.rms(curve) * Judge.rms(curve);
    }

    private static Gap half(Case c, Map<BandSpectrum, Recording> of, Function<Recording, BandSpectrum> half) {
        return Judge.gap(
                half.apply(of.get(c.mix())),
                c.references().stream().map(r -> half.apply(of.get(r))).toList());
    }

    /** What is proposed for what has been corrected already. */
    private static void again(Map<String, List<Case>> groups) {
        groups.forEach((name, cases) -> {
            List<Double> most = new ArrayList<>();
            for (Case c : cases) {
                double[] curve = curve(Judge.gap(c.mix(), c.references()), USUAL);
                double[] again = curve(Judge.gap(Judge.coloured(c.mix(), curve), c.references()), USUAL);
                most.add(java.util.Arrays.stream(again).map(Math::abs).max().orElse(0));
            }
            System.out.printf(
                    Locale.ROOT,
                    "Corrected again, %s: at most %.2f dB anywhere (median), %.2f (nine of ten)%n",
                    name,
                    Judge.quantile(most, 0.5),
                    Judge.quantile(most, 0.9));
        });
    }
}
