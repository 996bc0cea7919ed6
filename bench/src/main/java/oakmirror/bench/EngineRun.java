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
import oakmirror.audio.Timing;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.Chain;
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
 * The whole listening engine at work: 17 tracks of five minutes (at 48 kHz, at higher rates as many frames), mapped from disk, the mix through its
 * correction, a band alone, meters, and a switch, jump or blend twice a second, on the simulated device in real time. Prints what the audio
 * thread took, what it allocated, how often it was late, and how often it had to prepare a correction itself. Arguments: seconds, 60 otherwise;
 * rate, 48000 otherwise; minimum or linear, the former otherwise.
 */
public final class EngineRun {

    private static final int USUAL_RATE = 48000;
    private static final int TRACKS = 17;
    private static final int FRAMES = 300 * USUAL_RATE;
    private static final int CHUNK = 48000;
    private static final double WARM_UP_SECONDS = 5;

    private EngineRun() {}

    /** Runs it. */
    public static void main(String[] args) throws IOException, InterruptedException {
        int seconds = args.length > 0 ? Integer.parseInt(args[0]) : 60;
        Path folder = Files.createTempDirectory("engine");
        try {
            int rate = args.length > 1 ? Integer.parseInt(args[1]) : USUAL_RATE;
            boolean linear = args.length > 2 && args[2].equals("linear");
            run(tracks(folder, rate), rate, linear ? ToneFilter.Phase.LINEAR : ToneFilter.Phase.MINIMUM, seconds);
        } finally {
            try (Stream<Path> files = Files.walk(folder)) {
                files.sorted(java.util.Comparator.reverseOrder())
                        .forEach(f -> f.toFile().delete());
            }
        }
    }

    private static List<StereoSource> tracks(Path folder, int rate) throws IOException {
        AudioCache cache = new AudioCache(folder, Long.MAX_VALUE);
        List<StereoSource> tracks = new ArrayList<>();
        float[] left = new float[CHUNK];
        float[] right = new float[CHUNK];
        for (int t = 0; t < TRACKS; t++) {
            Random random = new Random(t);
            tracks.add(cache.store("track" + t, rate, sink -> {
                for (int done = 0; done < FRAMES; done += CHUNK) {
                    for (int i = 0; i < CHUNK; i++) {
                        left[i] = 0.2f * (random.nextFloat() - 0.5f);
                        right[i] = 0.2f * (random.nextFloat() - 0.5f);
                    }
                    sink.write(left, right, CHUNK);
                }
            }));
        }
        return tracks;
    }

    private static void run(List<StereoSource> sources, int rate, ToneFilter.Phase phase, int seconds)
            throws InterruptedException {
        List<AnalogueSection> sections = IntStream.range(0, 12)
                .mapToObj(i -> AnalogueSection.bell(40 * Math.pow(1.7, i), 3, 1))
                .toList();
        ToneFilter filter = new ToneFilter(phase, sections, hz -> sections.stream()
                .mapToDouble(b -> b.gainDb(hz))
                .sum());
        ProcessorPool pool = new ProcessorPool(Chain.of(filter).maker(rate));
        List<MonitorScene.Track> tracks = sources.stream()
                .map(s -> new MonitorScene.Track(
                        s,
                        0.5f,
                        Timing.COMMON,
                        Optional.empty(),
                        s == sources.get(0) ? Optional.of(pool) : Optional.empty()))
                .toList();
        MonitorPath path = new MonitorPath(
                MonitorPath.Sides.MONO, Optional.of(new BandSolo(120, 500, rate)), Optional.empty(), 0.8f);
        MonitorMixer mixer = new MonitorMixer(rate, AudioOutput.BLOCK);
        Random random = new Random(1);
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        try (SimulatedOutput output = new SimulatedOutput(rate)) {
            mixer.setScene(scene(tracks, 0, Optional.empty(), path));
            output.start(mixer);
            Thread audio = Thread.getAllStackTraces().keySet().stream()
                    .filter(t -> t.getName().equals("oakmirror-simulated-output"))
                    .findFirst()
                    .orElseThrow();
            long cpu = 0;
            long allocated = 0;
            long late = 0;
            long unprepared = 0;
            long start = System.nanoTime();
            for (double at = 0; at < WARM_UP_SECONDS + seconds; at += 0.5) {
                if (at == WARM_UP_SECONDS) { // when everything is compiled
                    cpu = threads.getThreadCpuTime(audio.getId());
                    allocated = threads.getThreadAllocatedBytes(audio.getId());
                    late = output.lateBlocks();
                    unprepared = mixer.unpreparedStarts();
                    start = System.nanoTime();
                }
                int heard = random.nextInt(3) == 0 ? 0 : random.nextInt(TRACKS);
                Optional<MonitorScene.Blend> blend = random.nextInt(4) == 0
                        ? Optional.of(new MonitorScene.Blend(random.nextInt(TRACKS), 0.5f))
                        : Optional.empty();
                mixer.setScene(scene(tracks, heard, blend, path));
                if (random.nextInt(4) == 0) {
                    mixer.jumpTo(random.nextInt(FRAMES));
                }
                Thread.sleep(500);
            }
            double wall = System.nanoTime() - start;
            System.out.printf(
                    "audio thread at %d Hz, %s: %.1f %% of one core, %d bytes allocated, %d late blocks and %d unprepared starts in %.0f s; heap in use %d MiB of %d%n",
                    rate,
                    phase,
                    100 * (threads.getThreadCpuTime(audio.getId()) - cpu) / wall,
                    threads.getThreadAllocatedBytes(audio.getId()) - allocated,
                    output.lateBlocks() - late,
                    mixer.unpreparedStarts() - unprepared,
                    wall * 1e-9,
                    (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) >> 20,
                    Runtime.getRuntime().maxMemory() >> 20);
        }
    }

    private static MonitorScene scene(
            List<MonitorScene.Track> tracks, int heard, Optional<MonitorScene.Blend> blend, MonitorPath path) {
        return new MonitorScene(tracks, heard, blend, true, 1, false, path);
    }
}
