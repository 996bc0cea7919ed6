package oakmirror.bench;

import com.sun.management.UnixOperatingSystemMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.OutputFormat;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.listening.Listening;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.task.Background;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;

/**
 * Opens and closes sessions with 17 tracks again and again in one process, with listening, comparing and finishing at work, and prints what is
 * left of heap, threads, mapped files and open files every fiftieth time: they should end where they began. Argument: how often, 500 otherwise.
 */
public final class SessionsRun {

    private static final int TRACKS = 17;
    private static final int RATE = 48000;
    private static final int SECONDS = 3;
    private static final long PATIENCE_NANOS = 60_000_000_000L;

    /** Stands for the window's thread. */
    private final ExecutorService window = Executors.newSingleThreadExecutor(r -> new Thread(r, "window"));

    private final Background background = new Background(window);
    private final Path folder;

    private SessionsRun(Path folder) {
        this.folder = folder;
    }

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        int times = args.length > 0 ? Integer.parseInt(args[0]) : 500;
        Path folder = Files.createTempDirectory("sessions");
        System.setProperty("oakmirror.cache", folder.resolve("cache").toString());
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        System.setProperty("oakmirror.output", "simulated");
        SessionsRun run = new SessionsRun(folder);
        try {
            run.openAndClose(times);
        } finally {
            run.background.close();
            run.window.shutdown();
            try (Stream<Path> files = Files.walk(folder)) {
                files.sorted(java.util.Comparator.reverseOrder())
                        .forEach(f -> f.toFile().delete());
            }
        }
        System.out.println("afterwards " + threads() + " threads");
    }

    private List<Path> songs() throws IOException {
        List<Path> songs = new ArrayList<>();
        for (int t = 0; t < TRACKS; t++) {
            Random random = new Random(t);
            Path file = folder.resolve("song" + t + ".wav");
            try (AudioWriter writer = OutputFormat.WAV_24.open(file, RATE)) {
                float[] samples = new float[RATE * SECONDS];
                for (int i = 0; i < samples.length; i++) {
                    samples[i] = 0.2f * (random.nextFloat() - 0.5f);
                }
                writer.write(samples, samples, samples.length);
                writer.commit();
            }
            songs.add(file);
        }
        return songs;
    }

    private void openAndClose(int times) throws Exception {
        List<Path> songs = songs();
        Settings settings = on(() -> new Settings(background));
        Workspace workspace = on(() -> new Workspace(background));
        Listening listening = on(() -> new Listening(workspace));
        Comparing comparing = on(() -> new Comparing(workspace, settings));
        Finishing finishing = on(() -> new Finishing(workspace));
        for (int i = 0; i < times; i++) {
            on(() -> {
                workspace.addFiles(songs);
                finishing.wantedProperty().set(true);
                return true;
            });
            until(workspace::isReady);
            until(() -> finishing.outcomeProperty().get().isPresent()
                    && comparing.comparison().members().size() == TRACKS);
            on(() -> {
                TrackSlot mix = workspace.tracks().all().get(0);
                comparing
                        .pictures()
                        .spectrogram(
                                mix,
                                comparing
                                        .sheet()
                                        .range(comparing.comparison().mix().orElseThrow()));
                listening.correctedProperty().set(true);
                listening.togglePlay();
                return true;
            });
            until(() -> listening.meter().momentaryLufs() > -100);
            on(() -> {
                listening.togglePlay();
                finishing.wantedProperty().set(false);
                workspace.reset();
                return true;
            });
            if (i % 50 == 0 || i == times - 1) {
                print(i + 1);
            }
        }
        on(() -> {
            listening.close();
            workspace.close();
            settings.close();
            return true;
        });
    }

    private <T> T on(Callable<T> work) throws ExecutionException, InterruptedException {
        return window.submit(work).get();
    }

    private void until(BooleanSupplier condition) throws Exception {
        long end = System.nanoTime() + PATIENCE_NANOS;
        while (!on(condition::getAsBoolean)) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("it did not come to pass");
            }
            Thread.sleep(2);
        }
    }

    private static void print(int done) throws Exception {
        for (int i = 0; i < 3; i++) {
            System.gc();
            Thread.sleep(100);
        }
        Runtime runtime = Runtime.getRuntime();
        System.out.printf(
                "after %3d: heap %d MiB, %d threads, %s files of the cache mapped, %d files open%n",
                done,
                (runtime.totalMemory() - runtime.freeMemory()) >> 20,
                threads(),
                mapped(),
                ((UnixOperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean())
                        .getOpenFileDescriptorCount());
    }

    private static int threads() {
        return ManagementFactory.getThreadMXBean().getThreadCount();
    }

    /** How many mapped audio files the system knows of; only Linux tells. */
    private static String mapped() throws IOException {
        Path maps = Path.of("/proc/self/maps");
        if (!Files.exists(maps)) {
            return "unknown";
        }
        try (Stream<String> lines = Files.lines(maps)) {
            return String.valueOf(lines.filter(l -> l.contains(".f32")).count());
        }
    }
}
