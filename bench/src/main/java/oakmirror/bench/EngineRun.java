package oakmirror.bench;

import com.sun.management.ThreadMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.ToneFilter;
import oakmirror.filter.AnalogueSection;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.device.AudioOutput;
import oakmirror.media.device.SimulatedOutput;
import oakmirror.monitor.MonitorMixer;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorScene;
import oakmirror.monitor.ProcessorPool;

/**
 * The whole listening engine at work: 17 tracks of five minutes, mapped from disk, the mix through twelve bands, a band alone, meters, and a
 * switch, jump or blend twice a second, on the simulated device in real time. Prints what the audio thread took, what it allocated and how
 * often it was late. Argument: seconds, 60 otherwise.
 */
public final class EngineRun {

    private static final int RATE = 48000;
    private static final int TRACKS = 17;
    private static final int SECONDS = 300;
    private static final double WARM_UP_SECONDS = 5;

    private EngineRun() {}

    /** Runs it. */
    public static void main(String[] args) throws IOException, InterruptedException {
        int seconds = args.length > 0 ? Integer.parseInt(args[0]) : 60;
        Path folder = Files.createTempDirectory("engine");
        try {
            run(tracks(folder), seconds);
        } finally {
            try (Stream<Path> files = Files.walk(folder)) {
                files.sorted(java.util.Comparator.reverseOrder())
                        .forEach(f -> f.toFile().delete());
            }
        }
    }

    private static List<StereoSource> tracks(Path folder) throws IOException {
        AudioCache cache = new AudioCache(folder, Long.MAX_VALUE);
        List<StereoSource> tracks = new ArrayList<>();
        float[] left = new float[RATE];
        float[] right = new float[RATE];
        for (int t = 0; t < TRACKS; t++) {
            Random random = new Random(t);
            tracks.add(cache.store("track" + t, RATE, sink -> {
                for (int s = 0; s < SECONDS; s++) {
                    for (int i = 0; i < RATE; i++) {
                        left[i] = 0.2f * (random.nextFloat() - 0.5f);
                        right[i] = 0.2f * (random.nextFloat() - 0.5f);
                    }
                    sink.write(left, right, RATE);
                }
            }));
        }
        return tracks;
    }

    private static void run(List<StereoSource> sources, int seconds) throws InterruptedException {
        List<AnalogueSection> sections = IntStream.range(0, 12)
                .mapToObj(i -> AnalogueSection.bell(40 * Math.pow(1.7, i), 3, 1))
                .toList();
        ToneFilter filter = new ToneFilter(ToneFilter.Phase.MINIMUM, sections, hz -> 0, 0);
        ProcessorPool pool = new ProcessorPool(filter, RATE, MonitorMixer.POOL_SIZE);
        List<MonitorScene.Track> tracks =
                sources.stream().map(s -> new MonitorScene.Track(s, 0.5f)).toList();
        MonitorPath path = new MonitorPath(
                MonitorPath.Sides.MONO, Optional.of(new BandSolo(120, 500, RATE)), Optional.empty(), 0.8f);
        MonitorMixer mixer = new MonitorMixer(RATE, AudioOutput.BLOCK);
        Random random = new Random(1);
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        try (SimulatedOutput output = new SimulatedOutput(RATE)) {
            mixer.setScene(scene(tracks, 0, Optional.empty(), pool, path));
            output.start(mixer);
            Thread audio = Thread.getAllStackTraces().keySet().stream()
                    .filter(t -> t.getName().equals("oakmirror-simulated-output"))
                    .findFirst()
                    .orElseThrow();
            long cpu = 0;
            long allocated = 0;
            long late = 0;
            long start = System.nanoTime();
            for (double at = 0; at < WARM_UP_SECONDS + seconds; at += 0.5) {
                if (at == WARM_UP_SECONDS) { // when everything is compiled
                    cpu = threads.getThreadCpuTime(audio.getId());
                    allocated = threads.getThreadAllocatedBytes(audio.getId());
                    late = output.lateBlocks();
                    start = System.nanoTime();
                }
                int heard = random.nextInt(3) == 0 ? 0 : random.nextInt(TRACKS);
                Optional<MonitorScene.Blend> blend = random.nextInt(4) == 0
                        ? Optional.of(new MonitorScene.Blend(random.nextInt(TRACKS), 0.5f))
                        : Optional.empty();
                mixer.setScene(scene(tracks, heard, blend, pool, path));
                if (random.nextInt(4) == 0) {
                    mixer.jumpTo(random.nextInt(SECONDS * RATE));
                }
                Thread.sleep(500);
            }
            double wall = System.nanoTime() - start;
            System.out.printf(
                    "audio thread: %.1f %% of one core, %d bytes allocated, %d late blocks in %.0f s; heap in use %d MiB of %d%n",
                    100 * (threads.getThreadCpuTime(audio.getId()) - cpu) / wall,
                    threads.getThreadAllocatedBytes(audio.getId()) - allocated,
                    output.lateBlocks() - late,
                    wall * 1e-9,
                    (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) >> 20,
                    Runtime.getRuntime().maxMemory() >> 20);
        }
    }

    private static MonitorScene scene(
            List<MonitorScene.Track> tracks,
            int heard,
            Optional<MonitorScene.Blend> blend,
            ProcessorPool pool,
            MonitorPath path) {
        return new MonitorScene(tracks, heard, blend, true, Optional.of(pool), 1, false, path);
    }
}
