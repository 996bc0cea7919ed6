package oakmirror.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.function.Function;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.findings.Certainty;
import oakmirror.findings.Finding;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Findings;
import oakmirror.measure.WorkerThreads;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;

/**
 * How findings fare on music: of healthy pieces, of copies, and of pieces with one planted fault, against themselves, against others of their
 * production, and against unrelated ones; and how often what is called certain or likely is right. The arguments are folders of recordings.
 */
public final class FindingsRun {

    private static final String PRODUCTION = "fretsonfire-songs-muldjord";
    private static final String GENERATED = "generated";
    private static final Set<String> COPIES = Set.of(
            "mp3 96", "mp3 128", "mp3 192", "mp3 320", "aac 96", "aac 128", "opus 96", "vorbis 3", "ripple", "gain -4");

    private static final List<String> LOSSY = List.of("mp3 96", "mp3 128", "mp3 192", "aac 96", "aac 128", "vorbis 3");

    private static final double NOTHING_IN_COMMON = 0.2;
    private static final double LEANING_DB = 4;

    /** What goes wrong beside tone: how it is told, by the name of what was planted. */
    private static final Map<String, Kind> DEFECTS = Map.ofEntries(
            Map.entry("hum", Kind.HUM),
            Map.entry("clicks", Kind.CLICKS),
            Map.entry("dropouts", Kind.DROPOUTS),
            Map.entry("cut-off", Kind.CLIPPED),
            Map.entry("silence", Kind.SILENT_END),
            Map.entry("echo", Kind.ECHO),
            Map.entry("noise", Kind.NOISE),
            Map.entry("speed", Kind.OTHER_SPEED),
            Map.entry("compressed", Kind.EVENED_OUT),
            Map.entry("leaning", Kind.LOPSIDED),
            Map.entry("swapped", Kind.SWAPPED));

    private final List<Planted> all;
    private final Map<Certainty, int[]> calibration = new EnumMap<>(Certainty.class);

    private FindingsRun(List<Planted> all) {
        this.all = all;
    }

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        ExecutorService executor = WorkerThreads.forParts();
        List<Planted> all = new ArrayList<>();
        for (String folder : args) {
            all.addAll(Planted.of(Path.of(folder), executor));
        }
        executor.shutdown();
        new FindingsRun(all).run();
    }

    private void run() {
        Map<String, Function<Planted, List<Planted>>> references = new LinkedHashMap<>();
        Random random = new Random(4);
        references.put("itself", List::of);
        references.put("three of its production", p -> others(p, true, random));
        references.put("three at random", p -> others(p, false, random));
        System.out.println(all.size() + " pieces");
        copies();
        edges();
        defects();
        references.forEach((name, of) -> {
            List<Planted> pieces =
                    all.stream().filter(p -> !of.apply(p).isEmpty()).toList();
            healthy(name, pieces, of);
            planted(name, pieces, of);
        });
        calibration.forEach((c, n) -> System.out.printf(
                Locale.ROOT,
                "figure findings.right-when-%s %.3f (%d of %d)%n",
                c.word(),
                n[0] / (double) n[1],
                n[0],
                n[1]));
    }

    private List<Planted> others(Planted piece, boolean ofProduction, Random random) {
        return others(all, piece, ofProduction, random);
    }

    /** Three others, of the piece's production or of others; none where there are fewer. */
    static List<Planted> others(List<Planted> all, Planted piece, boolean ofProduction, Random random) {
        List<Planted> others = new ArrayList<>(all.stream()
                .filter(p -> p != piece && p.group().equals(piece.group()) == ofProduction)
                .filter(p -> !ofProduction || isProduction(p))
                .toList());
        java.util.Collections.shuffle(others, random);
        return others.size() < 3 ? List.of() : others.subList(0, 3);
    }

    private static boolean isProduction(Planted p) {
        return p.group().equals(PRODUCTION) || p.group().equals(GENERATED);
    }

    private static List<Finding> findings(Planted mix, String variant, List<Planted> references, String theirs) {
        List<Subject> subjects = new ArrayList<>();
        for (int r = 0; r < references.size(); r++) {
            subjects.add(references.get(r).subject(r + 1, theirs));
        }
        return Findings.of(mix.subject(0, variant), subjects, CorridorSettings.DEFAULT).stream()
                .filter(f ->
                        !f.kind().isCaveat() && !(f.kind() == Kind.LOPSIDED && leans(mix) && !isSame(mix, references)))
                .toList();
    }

    private static boolean isSame(Planted mix, List<Planted> references) {
        return references.contains(mix);
    }

    /** A piece against copies of itself, each as the reference and as the mix. */
    private void copies() {
        Map<String, Integer> wrong = new TreeMap<>();
        int count = 0;
        for (Planted p : all) {
            for (String copy : COPIES) {
                for (boolean isMix : new boolean[] {true, false}) {
                    List<Finding> found = isMix
                            ? findings(p, copy, List.of(p), Planted.CLEAN)
                            : findings(p, Planted.CLEAN, List.of(p), copy);
                    for (Finding f : found) {
                        boolean true_ = copy.startsWith("gain") && (f.kind() == Kind.QUIETER || f.kind() == Kind.LOUDER)
                                || f.kind() == Kind.ENDS_EARLY && isMix
                                || f.kind() == Kind.CLIPPED && isOver(p, isMix ? copy : Planted.CLEAN);
                        if (!true_) {
                            wrong.merge(copy + (isMix ? " as mix: " : " as reference: ") + f.kind(), 1, Integer::sum);
                            count++;
                        }
                    }
                }
            }
        }
        System.out.println("copies, false: " + wrong);
        System.out.println("figure findings.false-of-copies " + count);
    }

    /** Whether a piece does go over full scale, which is told of it whatever it is held against. */
    private static boolean isOver(Planted p, String variant) {
        return p.variants().get(variant).file().peaks().samplePeakDbfs() > 0;
    }

    /**
     * Where copies of pieces without an end of their own are told to end, against the highest band in which they hold what the piece does, within
     * 12 dB.
     */
    private void edges() {
        int near = 0;
        int count = 0;
        int told = 0;
        int originals = 0;
        for (Planted p : all) {
            BandSpectrum source = p.variants().get(Planted.CLEAN).spectrum();
            originals++;
            told += SpectralEdge.of(source).isPresent() ? 1 : 0;
            if (SpectralEdge.of(source).isPresent()) {
                continue;
            }
            for (String codec : LOSSY) {
                BandSpectrum copy = p.variants().get(codec).spectrum();
                int end = BandGrid.SIZE - 1;
                while (end > 0 && copy.power()[end] < source.power()[end] / 16) {
                    end--;
                }
                if (BandGrid.centreHz(end) < 19000) {
                    OptionalDouble edge = SpectralEdge.of(copy);
                    count++;
                    near += edge.isPresent() && Math.abs(edge.getAsDouble() - BandGrid.centreHz(end)) <= 500 ? 1 : 0;
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "figure findings.edges-within-half-a-kilohertz %.3f (of %d copies; of %d pieces %d end early themselves)%n",
                near / (double) count,
                count,
                originals,
                told);
    }

    private static String defect(String variant) {
        return variant.replaceAll(" .*", "");
    }

    /** How often what goes wrong beside tone is told first, against the piece as it was; and how often it is told of pieces that have none of it. */
    private void defects() {
        Map<String, int[]> told = new LinkedHashMap<>();
        Map<Kind, Integer> wrong = new TreeMap<>();
        int pieces = 0;
        for (Planted p : all) {
            for (String variant : p.variants().keySet()) {
                Kind kind = DEFECTS.get(defect(variant));
                if (kind == null || kind == Kind.SWAPPED && !canLean(p)) {
                    continue;
                }
                List<Finding> found = findings(p, variant, List.of(p), Planted.CLEAN);
                int[] row = told.computeIfAbsent(variant, v -> new int[3]);
                row[0] += !found.isEmpty() && isTold(kind, found.get(0)) ? 1 : 0;
                row[1] += found.stream().anyMatch(f -> isTold(kind, f)) ? 1 : 0;
                row[2]++;
            }
            pieces++;
            for (Planted other : all) {
                if (other != p) {
                    findings(p, Planted.CLEAN, List.of(other), Planted.CLEAN).stream()
                            .map(Finding::kind)
                            .filter(DEFECTS::containsValue)
                            .distinct()
                            .forEach(k -> wrong.merge(k, 1, Integer::sum));
                }
            }
        }
        told.forEach((variant, n) -> System.out.printf(
                Locale.ROOT,
                "figure findings.told-%s %.3f (told at all %.3f of %d)%n",
                variant.replace(' ', '-').replace("--", "-"),
                n[0] / (double) n[2],
                n[1] / (double) n[2],
                n[2]));
        double pairs = pieces * (pieces - 1.0);
        double sum = 0;
        for (Map.Entry<Kind, Integer> e : wrong.entrySet()) {
            sum += e.getValue() / pairs;
            System.out.printf(Locale.ROOT, "figure findings.false-%s %.3f%n", e.getKey(), e.getValue() / pairs);
        }
        System.out.printf(Locale.ROOT, "figure findings.false-defects %.3f%n", sum);
    }

    /** Whether a piece leans to one side by itself, as a whole collection does by 6 to 17 dB; which is told, and rightly. */
    private static boolean leans(Planted p) {
        StereoSpectrum spectrum = p.variants().get(Planted.CLEAN).tone().spectrum();
        double left = Arrays.stream(spectrum.of(Part.LEFT).power()).sum();
        double right = Arrays.stream(spectrum.of(Part.RIGHT).power()).sum();
        return Math.abs(10 * Math.log10(right / left)) > LEANING_DB;
    }

    /** Whether sides of a piece differ enough to be told apart. */
    private static boolean canLean(Planted p) {
        return Width.of(p.variants().get(Planted.CLEAN).tone().spectrum(), 120, 16000)
                        .sideToMidDb()
                > -24;
    }

    /** What was evened out may as well be called squashed. */
    private static boolean isTold(Kind kind, Finding f) {
        return f.kind() == kind || kind == Kind.EVENED_OUT && f.kind() == Kind.SQUASHED;
    }

    private void healthy(String name, List<Planted> pieces, Function<Planted, List<Planted>> of) {
        Map<Kind, Integer> kinds = new TreeMap<>();
        double sum = 0;
        int rounds = 5;
        for (Planted p : pieces) {
            for (int i = 0; i < rounds; i++) {
                for (Finding f : findings(p, Planted.CLEAN, of.apply(p), Planted.CLEAN)) {
                    kinds.merge(f.kind(), 1, Integer::sum);
                    sum++;
                    count(f, false);
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%nhealthy against %s: %s%nfigure findings.healthy-against-%s %.2f%n",
                name,
                kinds,
                name.replace(' ', '-'),
                sum / (rounds * pieces.size()));
    }

    /** What is told from the mix alone is as it is; a clip or an end of a healthy recording is its own. */
    private void count(Finding finding, boolean right) {
        if (finding.kind().isAbsolute()) {
            return;
        }
        int[] n = calibration.computeIfAbsent(finding.certainty(), c -> new int[2]);
        n[0] += right ? 1 : 0;
        n[1]++;
    }

    private void planted(String name, List<Planted> pieces, Function<Planted, List<Planted>> of) {
        Map<String, int[]> rows = new TreeMap<>();
        for (Planted p : pieces) {
            for (String variant : p.variants().keySet()) {
                if (variant.equals(Planted.CLEAN)
                        || COPIES.contains(variant)
                        || DEFECTS.containsKey(defect(variant))
                        || !canBe(p, variant)) {
                    continue;
                }
                List<Finding> found = findings(p, variant, of.apply(p), Planted.CLEAN);
                int[] row = rows.computeIfAbsent(row(variant), r -> new int[3]);
                row[2]++;
                row[0] += !found.isEmpty() && isRight(variant, found.get(0)) ? 1 : 0;
                row[1] += found.stream().limit(7).anyMatch(f -> isRight(variant, f)) ? 1 : 0;
                found.forEach(f -> count(f, isRight(variant, f)));
            }
        }
        rows.forEach((row, n) -> System.out.printf(
                Locale.ROOT,
                "  %-10s first %3.0f %%, shown %3.0f %% of %d%n",
                row,
                100.0 * n[0] / n[2],
                100.0 * n[1] / n[2],
                n[2]));
        int first = rows.values().stream().mapToInt(n -> n[0]).sum();
        int shown = rows.values().stream().mapToInt(n -> n[1]).sum();
        int count = rows.values().stream().mapToInt(n -> n[2]).sum();
        String figure = "figure findings.planted-against-" + name.replace(' ', '-');
        System.out.printf(
                Locale.ROOT,
                "%s.first %.3f%n%s.shown %.3f%n",
                figure,
                first / (double) count,
                figure,
                shown / (double) count);
    }

    private static String row(String variant) {
        boolean tone = variant.endsWith(" 3") || variant.endsWith(" -3");
        return tone && !variant.startsWith("limited") ? "tone " + variant.replaceAll(" .*", "") : variant;
    }

    /**
     * Whether a fault can be in a piece at all: a mono piece has no width to halve, and lows whose sides have nothing in common are the same after one
     * side is turned over.
     */
    private static boolean canBe(Planted p, String variant) {
        var clean = p.variants().get(Planted.CLEAN);
        double side = Width.of(clean.tone().spectrum(), 120, 16000).sideToMidDb();
        boolean edge = SpectralEdge.of(clean.spectrum()).isPresent();
        return switch (variant) {
            case "width" -> side > -24 && !leans(p);
            case "polarity" -> lowCorrelation(clean.tone().spectrum()) > NOTHING_IN_COMMON;
            case "low-pass" -> !edge;
            default -> true;
        };
    }

    private static double lowCorrelation(StereoSpectrum spectrum) {
        return Math.max(
                Width.of(spectrum, Zone.SUB).correlation(),
                Width.of(spectrum, Zone.BASS).correlation());
    }

    private static boolean isRight(String variant, Finding f) {
        return switch (variant) {
            case "width" -> f.kind() == Kind.NARROW;
            case "polarity" -> f.kind() == Kind.OUT_OF_PHASE;
            case "comb" -> f.kind() == Kind.COMB;
            case "clipped" -> f.kind() == Kind.CLIPPED;
            case "limited 3", "limited 6" -> f.kind() == Kind.SQUASHED;
            case "low-pass" -> f.kind() == Kind.ENDS_EARLY;
            case "gain 6" -> f.kind() == Kind.LOUDER || f.kind() == Kind.CLIPPED; // it does go over full scale
            default -> isTone(variant, f);
        };
    }

    private static boolean isTone(String variant, Finding f) {
        String[] parts = variant.split(" (?=-?3$)");
        Zone zone = Zone.valueOf(parts[0]);
        Kind kind = parts[1].equals("3") ? Kind.TOO_MUCH : Kind.TOO_LITTLE;
        return f.kind() == kind
                && f.place()
                        .band()
                        .filter(b -> Math.min(b.highHz(), zone.highHz()) > 1.1 * Math.max(b.lowHz(), zone.lowHz()))
                        .isPresent();
    }
}
