package oakmirror.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import oakmirror.compare.Subject;
import oakmirror.habits.Aspect;
import oakmirror.habits.HabitSong;
import oakmirror.habits.Readings;
import oakmirror.media.library.Entry;
import oakmirror.media.library.Library;
import oakmirror.media.library.Starter;
import oakmirror.profile.About;
import oakmirror.profile.Descriptor;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.profile.Similarity;
import oakmirror.session.Derived;
import oakmirror.session.Session;
import oakmirror.spectrum.BandGrid;

/**
 * The library with ten thousand profiles: {@code speed FOLDER} fills it and takes times; {@code kills FOLDER COUNT} starts children that write, and kills them.
 */
public final class LibraryRun {

    private static final int MANY = 10_000;
    private static final int TIMES = 40;
    private static final String[] WORDS = {
        "amber", "barge", "cinder", "dusk", "estuary", "fiddle", "gravel", "heron", "island", "jetty", "kettle",
                "lantern",
        "marsh", "needle", "osier", "pewter", "quay", "reel", "sluice", "tallow", "umber", "vessel", "willow", "yarrow"
    };

    private LibraryRun() {}

    /** Runs it. */
    public static void main(String[] arguments) throws Exception {
        Path folder = Path.of(arguments[1]);
        switch (arguments[0]) {
            case "speed" -> speed(folder);
            case "child" -> child(folder, Long.parseLong(arguments[2]));
            default -> System.exit(kills(folder, Integer.parseInt(arguments[2])) ? 0 : 1);
        }
    }

    /** A profile like one that ships, of a tone and a name of its own. */
    static Profile made(int number) {
        List<Profile> starter = Starters.ALL;
        Random random = new Random(number);
        Profile base = starter.get(number % starter.size());
        double[] db = new double[BandGrid.SIZE];
        for (int bell = 0; bell < 5; bell++) {
            double centre = random.nextDouble() * BandGrid.SIZE;
            double width = 10 + 40 * random.nextDouble();
            double gain = 2.5 * random.nextGaussian();
            for (int b = 0; b < db.length; b++) {
                db[b] += gain * Math.exp(-0.5 * Math.pow((b - centre) / width, 2));
            }
        }
        Measurements f = base.figures();
        Measurements changed = new Measurements(
                f.provenance(),
                f.channels(),
                f.frames(),
                f.file(),
                f.heard(),
                f.tone().changed(db),
                f.toneSpreadDb(),
                f.crest(),
                f.peakToShortTerm(),
                f.comb(),
                f.shortTerm(),
                f.contour(),
                f.rhythm(),
                f.whole());
        About about = new About(
                word(random) + " " + word(random) + " " + number,
                "The " + word(random) + "s",
                base.about().folder(),
                List.of(word(random), word(random)),
                "",
                random.nextInt(6),
                random.nextInt(9),
                "made for measuring");
        return new Profile("made-" + number, about, changed);
    }

    private static String word(Random random) {
        return WORDS[random.nextInt(WORDS.length)];
    }

    private static final class Starters {
        private static final List<Profile> ALL = Starter.profiles();
    }

    private static void speed(Path folder) throws Exception {
        long start = System.nanoTime();
        try (Library library = Library.open(folder)) {
            for (int i = 0; i < MANY; i += 500) {
                List<Profile> batch = new ArrayList<>();
                for (int k = i; k < i + 500; k++) {
                    batch.add(made(k));
                }
                library.add(batch);
            }
            library.checkAndCopy();
        }
        System.out.printf(Locale.ROOT, "filled in %.0f s%n", seconds(start));
        report("library.file-mb", Files.size(folder.resolve("library.db")) / 1e6);
        List<Double> opening = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            start = System.nanoTime();
            try (Library library = Library.open(folder)) {
                library.entries();
            }
            opening.add(1000 * seconds(start));
        }
        report("library.open-ms.first", opening.get(0));
        report("library.open-ms", middle(opening));
        try (Library library = Library.open(folder)) {
            List<Entry> entries = library.entries();
            start = System.nanoTime();
            List<Descriptor> sketches = library.sketches(entries);
            System.out.printf(Locale.ROOT, "sketches read in %.0f ms%n", 1000 * seconds(start));
            search(library);
            nearest(sketches);
            step(library, entries);
        }
    }

    private static void search(Library library) throws Exception {
        List<Double> took = new ArrayList<>();
        for (int i = 0; i < TIMES; i++) {
            String typed = WORDS[i % WORDS.length] + " " + WORDS[(i * 7 + 3) % WORDS.length];
            for (int length = 1; length <= typed.length(); length++) {
                long start = System.nanoTime();
                library.search(typed.substring(0, length));
                took.add(1000 * seconds(start));
            }
        }
        report("library.search-ms", middle(took));
        report("library.search-ms.95", part(took, 0.95));
    }

    private static void nearest(List<Descriptor> sketches) {
        List<Double> took = new ArrayList<>();
        for (int i = 0; i < TIMES; i++) {
            long start = System.nanoTime();
            Similarity.nearest(sketches.get(i * 97), sketches, Similarity.By.TONE, 20);
            took.add(1000 * seconds(start));
        }
        report("library.nearest-ms", middle(took));
        report("library.nearest-ms.95", part(took, 0.95));
    }

    /** From a key to what the proposal is: read the profile, derive, fit. */
    private static void step(Library library, List<Entry> entries) throws Exception {
        Measurements mix = made(4321).figures();
        Subject first = new Subject(0, "mix", mix.compared(), mix.wholeFile(), mix.bpm());
        List<Double> took = new ArrayList<>();
        for (int i = 0; i < 3 * TIMES; i++) {
            long start = System.nanoTime();
            Measurements f =
                    library.profile(entries.get(i * 53).id()).orElseThrow().figures();
            Subject other = new Subject(1, "profile", f.compared(), f.wholeFile(), f.bpm());
            Derived.of(
                    List.of(first, other),
                    Optional.empty(),
                    Session.EMPTY.shaping(),
                    Session.EMPTY.comparing().corridor(),
                    48000);
            took.add(1000 * seconds(start));
        }
        List<Double> warm = took.subList(TIMES, took.size());
        report("library.step-ms", middle(warm));
        report("library.step-ms.95", part(warm, 0.95));
    }

    private static double seconds(long since) {
        return (System.nanoTime() - since) / 1e9;
    }

    private static double middle(List<Double> values) {
        return part(values, 0.5);
    }

    private static double part(List<Double> values, double part) {
        return values.stream().sorted().toList().get((int) (part * (values.size() - 1)));
    }

    private static void report(String name, double value) {
        System.out.printf(Locale.ROOT, "figure %s %.2f%n", name, value);
    }

    /** Adds, edits and removes as fast as it can, and says of everything when it is done. */
    private static void child(Path folder, long seed) throws Exception {
        Random random = new Random(seed);
        try (Library library = Library.open(folder)) {
            library.sentence().ifPresent(s -> System.out.println("rebuilt " + s));
            for (int i = 0; ; i++) {
                List<Entry> entries = library.entries();
                int what = random.nextInt(10);
                if (what < 5 || entries.size() < 10) {
                    Profile profile = made((int) Math.floorMod(seed * 1000 + i, 1_000_000L));
                    library.add(List.of(profile));
                    System.out.println("added " + profile.id());
                } else if (what < 8) {
                    Entry e = entries.get(random.nextInt(entries.size()));
                    String title = "edited " + seed + "-" + i;
                    System.out.println("editing " + e.id());
                    library.edit(Map.of(e.id(), e.about().withTitle(title)));
                    System.out.println("edited " + e.id() + " " + title);
                } else if (what < 9) {
                    Entry e = entries.get(random.nextInt(entries.size()));
                    System.out.println("removing " + e.id());
                    library.remove(List.of(e.id()));
                    System.out.println("removed " + e.id());
                } else if (random.nextBoolean()) {
                    String id = "song-" + random.nextInt(50);
                    library.agreeToHabits();
                    HabitSong song = HabitsRun.song(id, i, Readings.unknown(Aspect.TONE), Map.of("a", 1.0));
                    System.out.println("keeping " + id);
                    library.keepHabits(List.of(song));
                    System.out.println("kept " + id + " " + song.when());
                } else {
                    library.checkAndCopy();
                }
            }
        }
    }

    private static boolean kills(Path folder, int count) throws Exception {
        Random random = new Random(5);
        Map<String, String> expected = new java.util.HashMap<>(); // id to title; "" where none was said
        Set<String> uncertain = new HashSet<>();
        int faults = 0;
        int said = 0;
        for (int kill = 1; kill <= count; kill++) {
            if (kill % 10 == 0) {
                backToFormBefore(folder); // so that a migration is among what is interrupted
                expected.keySet().removeIf(id -> id.startsWith("song-")); // which that form knows nothing of
            }
            Process child = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-Xmx300m",
                            "-XX:TieredStopAtLevel=1",
                            "-cp",
                            System.getProperty("java.class.path"),
                            LibraryRun.class.getName(),
                            "child",
                            folder.toString(),
                            Integer.toString(kill))
                    .redirectErrorStream(true)
                    .start();
            Thread killer = new Thread(() -> {
                try {
                    TimeUnit.MILLISECONDS.sleep(400 + random.nextInt(1200));
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
                child.destroyForcibly();
            });
            killer.start();
            try (BufferedReader lines =
                    new BufferedReader(new InputStreamReader(child.getInputStream(), StandardCharsets.UTF_8))) {
                String line;
                while ((line = lines.readLine()) != null) {
                    String[] words = line.split(" ", 3);
                    said++;
                    switch (words[0]) {
                        case "added" -> expected.putIfAbsent(words[1], "");
                        case "editing", "removing", "keeping" -> uncertain.add(words[1]);
                        case "edited", "kept" -> {
                            uncertain.remove(words[1]);
                            expected.put(words[1], words[2]);
                        }
                        case "removed" -> {
                            uncertain.remove(words[1]);
                            expected.remove(words[1]);
                        }
                        default -> {
                            System.out.println(kill + ": " + line);
                            faults += line.startsWith("\t") || line.contains("Exception") || line.startsWith("rebuilt")
                                    ? 1
                                    : 0;
                        }
                    }
                }
            } catch (IOException e) {
                System.out.println(kill + ": its output broke off");
            }
            killer.join();
            faults += check(folder, expected, uncertain, kill);
            uncertain.forEach(expected::remove);
            uncertain.clear();
        }
        report("library.faults-after-kills", faults);
        System.out.printf(
                "%d kills, %d things said to be done, %d profiles, %d faults%n", count, said, expected.size(), faults);
        return faults == 0;
    }

    /** Takes away what is kept of habits, of which a library of the form before knew nothing. */
    private static void backToFormBefore(Path folder) throws Exception {
        Path file = folder.resolve("library.db");
        if (Files.exists(file)) {
            try (var connection = java.sql.DriverManager.getConnection("jdbc:sqlite:" + file);
                    var statement = connection.createStatement()) {
                for (String sql : List.of(
                        "DROP TABLE IF EXISTS habits",
                        "DROP TABLE IF EXISTS habit_song",
                        "DROP TABLE IF EXISTS habit_mark",
                        "PRAGMA user_version = 3")) {
                    statement.execute(sql);
                }
            }
        }
    }

    private static int check(Path folder, Map<String, String> expected, Set<String> uncertain, int kill)
            throws Exception {
        int faults = 0;
        try (Library library = Library.open(folder)) {
            library.requireCheck();
            List<Entry> entries = library.entries();
            Map<String, String> there = entries.stream()
                    .collect(Collectors.toMap(Entry::id, e -> e.about().title()));
            library.habits().songs().forEach(song -> there.put(song.id(), song.when()));
            for (Map.Entry<String, String> e : expected.entrySet()) {
                if (uncertain.contains(e.getKey())) {
                    continue;
                }
                String title = there.get(e.getKey());
                if (title == null || !e.getValue().isEmpty() && !title.equals(e.getValue())) {
                    System.out.println(kill + ": " + e + " is " + title);
                    faults++;
                }
            }
            if (library.search("").size() != entries.size()) {
                System.out.println(kill + ": the index is of something else");
                faults++;
            }
            for (Entry e : entries.subList(Math.max(0, entries.size() - 5), entries.size())) {
                faults += library.profile(e.id()).isPresent() ? 0 : 1;
            }
        }
        try (Stream<Path> files = Files.list(folder)) {
            List<String> aside = files.map(f -> f.getFileName().toString())
                    .filter(n -> n.startsWith("library-damaged"))
                    .toList();
            faults += aside.size();
        }
        return faults;
    }
}
