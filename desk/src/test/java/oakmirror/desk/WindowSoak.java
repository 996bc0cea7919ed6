package oakmirror.desk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.TextField;
import oakmirror.desk.command.Command;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.folders.UserFolders;
import org.junit.jupiter.api.Test;

/**
 * A long day in the window: it plays, somebody switches, edits, looks at every page, takes bounces and renders, with sixteen references, while what the program holds is
 * counted. No test, since it takes as long as it is asked to; run by bench/soak. The device plays eight times as fast, so that an hour is a day's work.
 */
class WindowSoak extends CompareWindow {

    private static final int RATE = 48000;
    private static final int SECONDS_EACH = 600;
    private static final int REFERENCES = 16;
    private static final int BETWEEN_BOUNCES = 900;
    private static final int BETWEEN_RENDERS = 1800;

    /** What a hand does that works, again and again. */
    private static final List<Command> WORK = List.of(
            Command.SWAP,
            Command.SWAP,
            Command.SWAP,
            Command.CORRECTED,
            Command.FINISHED,
            Command.ZONE,
            Command.ALL_BANDS,
            Command.MONO,
            Command.SIDE,
            Command.HITS,
            Command.TONES,
            Command.HERE_OR_THERE,
            Command.NEXT_THERE,
            Command.NEXT_PASSAGE,
            Command.PREVIOUS_PASSAGE,
            Command.LATER,
            Command.EARLIER,
            Command.FORWARD,
            Command.BACK,
            Command.LOOP,
            Command.BLEND,
            Command.NEXT_FINDING,
            Command.NEXT_PLACE,
            Command.PUT_OFF,
            Command.END_PLACES,
            Command.STRONGER,
            Command.WEAKER,
            Command.LOUDER,
            Command.QUIETER,
            Command.NEXT_MOVE,
            Command.BYPASS_MOVE,
            Command.UNDO,
            Command.UNDO,
            Command.REDO,
            Command.GATHER,
            Command.COMPARE,
            Command.SHAPE,
            Command.FINISH,
            Command.SEND_OUT,
            Command.BOUNCES,
            Command.VERSIONS,
            Command.RECORD,
            Command.LIBRARY,
            Command.HABITS,
            Command.TONE,
            Command.LOUDNESS,
            Command.DYNAMICS,
            Command.WIDTH,
            Command.SPECTROGRAM,
            Command.ELSEWHERE,
            Command.PEAKS,
            Command.HOLD,
            Command.WORDS,
            Command.DRAWER,
            Command.MATCH,
            Command.MATCH,
            Command.LOW_UP,
            Command.HIGH_DOWN,
            Command.NO_STROKES);

    private record Held(
            double minutes, double heapMb, int threads, long open, long mapped, double residentMb, double logMb) {

        static Held now(double minutes) throws IOException {
            for (int i = 0; i < 3; i++) {
                System.gc();
            }
            Runtime machine = Runtime.getRuntime();
            Path cache = TestFiles.sharedCache();
            long resident = Files.readAllLines(Path.of("/proc/self/status")).stream()
                    .filter(l -> l.startsWith("VmRSS"))
                    .mapToLong(l -> Long.parseLong(l.replaceAll("\\D", "")))
                    .sum();
            try (var open = Files.list(Path.of("/proc/self/fd"))) {
                return new Held(
                        minutes,
                        (machine.totalMemory() - machine.freeMemory()) / 1e6,
                        Thread.getAllStackTraces().size(),
                        open.count(),
                        Files.readAllLines(Path.of("/proc/self/maps")).stream()
                                .filter(l -> l.contains(cache.toString()))
                                .count(),
                        resident / 1e3,
                        Files.exists(UserFolders.log()) ? Files.size(UserFolders.log()) / 1e6 : 0);
            }
        }
    }

    private interface Reading {
        double of(Held held);
    }

    private final List<Held> held = new ArrayList<>();
    private final Random random = new Random(7);
    private float[][] song;
    private int bounces;
    private int rendered;

    @Test
    void aLongDay() throws Exception {
        double minutes = Double.parseDouble(System.getProperty("soak.minutes", "480"));
        Path mixes = Files.createDirectories(folder.resolve("mixes"));
        song = TestFiles.read(TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("song.wav"), 60));
        List<Path> files = new ArrayList<>(List.of(bounce(mixes)));
        files.add(TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 60));
        for (int i = 1; i < REFERENCES; i++) {
            files.add(TestFiles.music(folder.resolve("more" + i + ".wav"), RATE, 40, 0.1 + 0.02 * i));
        }
        interact(() -> workspace().addFiles(files));
        waitUntil(() -> workspace().isReady());
        interact(() -> app.window().bounces().atOnceProperty().set(true));
        interact(() -> run(Command.PLAY));
        long began = System.nanoTime();
        double bounced = 0;
        double sent = 0;
        double counted = -SECONDS_EACH;
        double at = 0;
        while (at < 60 * minutes) {
            at = speed() * (System.nanoTime() - began) / 1e9;
            if (at - counted >= SECONDS_EACH) {
                counted = at;
                count(at / 60);
            }
            if (at - bounced >= BETWEEN_BOUNCES) {
                bounced = at;
                Path file = bounce(mixes);
                waitUntil(() -> session().mix().flatMap(m -> m.file()).equals(Optional.of(file)));
            }
            if (at - sent >= BETWEEN_RENDERS) {
                sent = at;
                render();
            }
            Command next = WORK.get(random.nextInt(WORK.size()));
            interact(() -> run(next));
            if (!onFx(() -> listening().playingProperty().get())) {
                interact(() -> run(Command.PLAY));
            }
            TimeUnit.MILLISECONDS.sleep(random.nextInt(400));
        }
        figures();
    }

    private void run(Command command) {
        if (app.window().commands().isAvailable(command)) {
            app.window().commands().run(command);
        }
    }

    private Path bounce(Path mixes) throws IOException {
        bounces++;
        float[] left = song[0].clone();
        float[] right = song[1].clone();
        for (int i = 0; i < left.length; i++) {
            left[i] *= 1 - 0.02f * (bounces % 7);
            right[i] *= 1 - 0.02f * (bounces % 5);
        }
        return TestFiles.write(
                mixes.resolve("Reed Boat " + bounces + ".wav"), OutputFormat.WAV_FLOAT, RATE, left, right);
    }

    private void render() throws Exception {
        Path out = Files.createDirectories(folder.resolve("out" + ++rendered));
        interact(() -> run(Command.SEND_OUT));
        waitUntil(() -> lookup("#output-folder").tryQuery().isPresent());
        interact(() -> lookup("#output-folder").queryAs(TextField.class).setText(out.toString()));
        waitUntil(() -> !lookup("#render").query().isDisabled());
        interact(() -> lookup("#render").queryButton().fire());
        waitUntil(() -> {
            try (var there = Files.list(out)) {
                return there.anyMatch(f -> f.toString().endsWith(".wav"));
            }
        });
    }

    /** Always in the same state: what a room or a correction needs to be heard is held while it is. */
    private void count(double minutes) throws Exception {
        interact(() -> {
            listening().elsewhere().chosenProperty().set(Optional.empty());
            listening().correctedProperty().set(false);
            run(Command.GATHER);
        });
        waitUntil(() -> !app.window().isWorking());
        Held now = Held.now(minutes);
        held.add(now);
        System.out.printf(
                "%nafter %.0f min: heap %.0f MB, %d threads, %d files open, %d mapped, resident %.0f MB, log %.2f MB, %d bounces, %d rendered%n",
                now.minutes,
                now.heapMb,
                now.threads,
                now.open,
                now.mapped,
                now.residentMb,
                now.logMb,
                bounces,
                rendered);
    }

    /** How much more an hour, by a line through what was counted once all pages had been seen. */
    private double anHour(Reading reading) {
        List<Held> later = held.subList(Math.min(2, held.size() - 2), held.size());
        double x = later.stream().mapToDouble(Held::minutes).average().orElseThrow();
        double y = later.stream().mapToDouble(reading::of).average().orElseThrow();
        double both = later.stream()
                .mapToDouble(h -> (h.minutes - x) * (reading.of(h) - y))
                .sum();
        double square = later.stream()
                .mapToDouble(h -> (h.minutes - x) * (h.minutes - x))
                .sum();
        return 60 * both / square;
    }

    private void figures() {
        System.out.printf("%nfigure soak.heap.mb-an-hour %.2f%n", anHour(Held::heapMb));
        System.out.printf("figure soak.threads.an-hour %.2f%n", anHour(Held::threads));
        System.out.printf("figure soak.open.an-hour %.2f%n", anHour(Held::open));
        System.out.printf("figure soak.mapped.an-hour %.2f%n", anHour(Held::mapped));
        System.out.printf("figure soak.resident.mb-an-hour %.2f%n", anHour(Held::residentMb));
        System.out.printf("figure soak.log.mb %.2f%n", held.get(held.size() - 1).logMb);
    }
}
