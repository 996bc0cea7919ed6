package oakmirror.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Random;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.DecodedStream;
import oakmirror.media.file.OutputFormat;
import oakmirror.state.mastering.Sending;
import oakmirror.state.task.Background;
import oakmirror.state.workspace.Recovery;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/**
 * Kills the window's model at random moments and looks at what is left. {@code parent FOLDER COUNT SONG…} starts children, kills them, and
 * checks; {@code child FOLDER SONG…} edits, brings in and renders as fast as nobody could.
 */
public final class KillRun {

    private static final long MAY_BE_LOST_MILLIS = 2000;
    private static final int EXCERPT_SECONDS = 5;

    private KillRun() {}

    /** Runs it; a parent ends with 1 when anything was lost. */
    public static void main(String[] args) throws Exception {
        Path folder = Path.of(args[1]);
        if (args[0].equals("child")) {
            child(folder, Arrays.stream(args).skip(2).map(Path::of).toList());
        } else {
            List<Path> songs = Arrays.stream(args).skip(3).map(Path::of).toList();
            System.exit(new Parent(folder, songs).run(Integer.parseInt(args[2])) ? 0 : 1);
        }
    }

    private static void child(Path folder, List<Path> songs) {
        Path out = folder.resolve("out");
        Platform.startup(() -> {
            Background background = new Background(Platform::runLater);
            Workspace workspace = new Workspace(background);
            Sending sending = new Sending(workspace);
            Settings settings = new Settings(background);
            settings.rememberFolder("output", out);
            Recovery recovery = new Recovery(background, workspace);
            List<Recovery.Left> left = recovery.left();
            recovery.clearAway(settings);
            int[] number = {0};
            if (!left.isEmpty()) {
                number[0] = Integer.parseInt(left.get(0).document().session().name());
                recovery.open(left.get(0));
            }
            System.out.println("left " + number[0]);
            Random random = new Random();
            boolean[] rendering = {false};
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    int next = ++number[0];
                    workspace.change("count", s -> s.withName(Integer.toString(next)));
                    System.out.println("change " + next + " " + System.currentTimeMillis());
                    int references = workspace.session().references().size();
                    if (workspace.session().mix().isEmpty() || (references < 4 && random.nextInt(150) == 0)) {
                        workspace.addFiles(List.of(songs.get(random.nextInt(songs.size()))));
                    } else if (references > 2 && random.nextInt(150) == 0) {
                        workspace.change("remove", s -> s.withoutReference(random.nextInt(references)));
                    } else if (!rendering[0] && random.nextInt(10) == 0) {
                        rendering[0] = true;
                        sending.master(out.resolve("master.wav"), (written, why) -> rendering[0] = false);
                    } else if (random.nextInt(10) == 0) {
                        workspace.undo();
                        workspace.redo();
                    }
                }
            }.start();
        });
    }

    private static final class Parent {
        private final Path folder;
        private final List<Path> songs = new ArrayList<>();
        private final Random random = new Random(1);
        private int wholeFiles;
        private int faults;

        Parent(Path folder, List<Path> given) throws IOException {
            this.folder = folder;
            Files.createDirectories(folder.resolve("out"));
            Files.createDirectories(folder.resolve("cache/audio"));
            for (Path song : given) {
                songs.add(excerpt(song, folder.resolve(songs.size() + ".wav")));
            }
        }

        /** A few seconds of a song, so that bringing in and rendering come to their end often enough. */
        private static Path excerpt(Path song, Path file) throws IOException {
            try (DecodedStream stream = AudioFile.open(song);
                    AudioWriter writer = OutputFormat.WAV_24.open(file, stream.sampleRate())) {
                float[][] block = new float[stream.layout().channels()][EXCERPT_SECONDS * stream.sampleRate()];
                int n = stream.read(block, block[0].length);
                writer.write(block[0], block[block.length - 1], n);
                writer.commit();
            }
            return file;
        }

        boolean run(int count) throws IOException, InterruptedException {
            int mustHave = 0;
            for (int i = 0; i <= count; i++) {
                for (Path song : songs) { // so that they are decoded again
                    Files.setLastModifiedTime(song, FileTime.fromMillis(1_000_000_000L + 1000L * i));
                }
                mustHave = one(i, mustHave, i == count);
            }
            System.out.printf("%d kills: %d faults; %d masters were written, each whole%n", count, faults, wholeFiles);
            return faults == 0;
        }

        /** Starts a child, checks what the one before has left, and kills it; gives back the change that the next must know. */
        private int one(int number, int mustHave, boolean last) throws IOException, InterruptedException {
            List<String> command = new ArrayList<>(List.of(
                    Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                    "-Xmx512m",
                    "-XX:+UseSerialGC",
                    "-XX:TieredStopAtLevel=1",
                    "-Dprism.order=sw",
                    "-Doakmirror.output=simulated",
                    "-Doakmirror.cache=" + folder.resolve("cache"),
                    "-Doakmirror.config=" + folder.resolve("config"),
                    "-Doakmirror.log=" + folder.resolve("log"),
                    "-cp",
                    System.getProperty("java.class.path"),
                    KillRun.class.getName(),
                    "child",
                    folder.toString()));
            songs.forEach(s -> command.add(s.toString()));
            Process child = new ProcessBuilder(command)
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            NavigableMap<Long, Integer> changes = new ConcurrentSkipListMap<>();
            CountDownLatch started = new CountDownLatch(1);
            AtomicInteger left = new AtomicInteger(-1);
            Thread reader = new Thread(() -> read(child, changes, left, started));
            reader.start();
            if (!started.await(60, TimeUnit.SECONDS)) {
                fault(number, "the child did not start");
            }
            if (left.get() < mustHave) {
                fault(number, "change " + mustHave + " was lost; the newest kept is " + left.get());
            }
            orphans(child.pid()).forEach(f -> fault(number, "an orphan: " + f));
            Thread.sleep(last ? 0 : random.nextInt(6000));
            child.destroyForcibly().waitFor();
            long killed = System.currentTimeMillis();
            reader.join();
            masters(number);
            Map.Entry<Long, Integer> kept = changes.floorEntry(killed - MAY_BE_LOST_MILLIS);
            return kept == null ? Math.max(0, left.get()) : kept.getValue();
        }

        private void read(Process child, Map<Long, Integer> changes, AtomicInteger left, CountDownLatch started) {
            try (BufferedReader lines =
                    new BufferedReader(new InputStreamReader(child.getInputStream(), StandardCharsets.UTF_8))) {
                String line;
                while ((line = lines.readLine()) != null) {
                    String[] words = line.split(" ");
                    if (words[0].equals("left")) {
                        left.set(Integer.parseInt(words[1]));
                        started.countDown();
                    } else if (words[0].equals("change") && words.length == 3) {
                        changes.put(Long.parseLong(words[2]), Integer.parseInt(words[1]));
                    }
                }
            } catch (IOException | NumberFormatException e) {
                System.out.println("a line was cut off by the kill");
            }
        }

        /** Temporary files that do not belong to the process that runs now. */
        private List<Path> orphans(long pid) throws IOException {
            try (Stream<Path> files = Files.walk(folder)) {
                return files.filter(f -> f.toString().endsWith(".part"))
                        .filter(f -> !f.getFileName().toString().contains("-" + pid + "-"))
                        .toList();
            }
        }

        /** Every master that has its name is whole; then makes room. */
        private void masters(int number) throws IOException {
            try (Stream<Path> files = Files.list(folder.resolve("out"))) {
                for (Path master :
                        files.filter(f -> f.toString().endsWith(".wav")).toList()) {
                    try (DecodedStream stream = AudioFile.open(master)) {
                        float[][] block = new float[stream.layout().channels()][65536];
                        while (stream.read(block, 65536) > 0) {
                            // to the end
                        }
                        if (!stream.warnings().isEmpty()) {
                            fault(number, master + ": " + stream.warnings());
                        }
                    } catch (IOException e) {
                        fault(number, master + ": " + e.getMessage());
                    }
                    wholeFiles++;
                    Files.delete(master);
                }
            }
        }

        private void fault(int number, String what) {
            faults++;
            System.out.println(number + ": " + what);
        }
    }
}
