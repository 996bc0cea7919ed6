package oakmirror.bench;

import com.sun.management.ThreadMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.Timing;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.Chain;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.dsp.ZoneDynamicsStage;
import oakmirror.filter.AnalogueSection;
import oakmirror.limiter.Limiter;
import oakmirror.limiter.LimiterSettings;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.device.AudioOutput;
import oakmirror.media.device.SimulatedOutput;
import oakmirror.monitor.LayeredSource;
import oakmirror.monitor.MonitorMixer;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorScene;
import oakmirror.monitor.ProcessorPool;
import oakmirror.spectrum.Zone;

/**
 * The whole listening engine at work: 17 tracks of five minutes (at 48 kHz, at higher rates as many frames), mapped from disk, the mix with eight
 * stems laid over it at levels that change, through a correction of middle and side apart and through dynamics of all seven zones, into a limiter, a band alone, meters, and a switch, jump or blend twice a second, on the simulated device in real time. Prints what the audio
 * thread took, what it allocated, how often it was late, and how often it had to prepare a correction itself. Arguments: seconds, 60 otherwise;
 * rate, 48000 otherwise; minimum or linear, the former otherwise; of how many zones dynamics are changed, all seven otherwise.
 */
public final class EngineRun {

    private static final double DRIVE_DB = 9;
    private static final int USUAL_RATE = 48000;
    private static final int TRACKS = 17;
    private static final int STEMS = 8;
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
            int zones = args.length > 3 ? Integer.parseInt(args[3]) : Zone.values().length;
            run(
                    tracks(folder, rate),
                    rate,
                    linear ? ToneFilter.Phase.LINEAR : ToneFilter.Phase.MINIMUM,
                    zones,
                    seconds);
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

    private static void run(List<StereoSource> sources, int rate, ToneFilter.Phase phase, int zones, int seconds)
            throws InterruptedException {
        LayeredSource mix = new LayeredSource(sources.get(0), sources.subList(1, 1 + STEMS));
        List<StereoSource> heardSources = new ArrayList<>(sources);
        heardSources.set(0, mix);
        List<MonitorScene.Track> tracks = tracks(heardSources, rate, phase, zones);
        MonitorPath path = new MonitorPath(
                Optional.empty(),
                MonitorPath.Sides.MONO,
                Optional.of(new BandSolo(120, 500, rate)),
                Optional.empty(),
                0.8f);
        MonitorMixer mixer = new MonitorMixer(rate, AudioOutput.BLOCK);
        try (SimulatedOutput output = new SimulatedOutput(rate)) {
            mixer.setScene(scene(tracks, 0, Optional.empty(), path));
            Idle idle = Idle.start(rate);
            output.start(mixer);
            Random random = new Random(1);
            Reading begin = null;
            for (double at = 0; at < WARM_UP_SECONDS + seconds; at += 0.5) {
                if (at == WARM_UP_SECONDS) { // when everything is compiled
                    begin = Reading.of(mixer, output, idle);
                }
                float[] gains = new float[STEMS];
                for (int i = 0; i < STEMS; i++) {
                    gains[i] = 0.4f * (random.nextFloat() - 0.5f);
                }
                mix.setGains(gains);
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
            print(rate, phase, begin, Reading.of(mixer, output, idle));
        }
    }

    private static List<MonitorScene.Track> tracks(
            List<StereoSource> sources, int rate, ToneFilter.Phase phase, int count) {
        List<AnalogueSection> sections = IntStream.range(0, 12)
                .mapToObj(i -> AnalogueSection.bell(40 * Math.pow(1.7, i), 3, 1))
                .toList();
        List<AnalogueSection> more = new ArrayList<>(sections);
        more.add(AnalogueSection.highShelf(8000, 2, 0.6));
        List<ZoneDynamicsBand> zones = Arrays.stream(Zone.values())
                .skip(Zone.values().length - count)
                .map(z -> new ZoneDynamicsBand(z, -40, z.ordinal() % 2 == 0 ? -0.4 : 0.4, 0))
                .toList();
        Chain chain = Chain.of(new StereoTone(filter(phase, sections), filter(phase, more)))
                .withDynamics(zones.isEmpty() ? Optional.empty() : Optional.of(new ZoneDynamicsStage(zones)))
                .withGainDb(DRIVE_DB)
                .withLimiter(Optional.of(new Limiter(-1, LimiterSettings.DEFAULT)));
        ProcessorPool pool = new ProcessorPool(chain.maker(rate));
        return sources.stream()
                .map(s -> new MonitorScene.Track(
                        s,
                        0.5f,
                        Timing.COMMON,
                        Optional.empty(),
                        s == sources.get(0) ? Optional.of(pool) : Optional.empty()))
                .toList();
    }

    private static ToneFilter filter(ToneFilter.Phase phase, List<AnalogueSection> sections) {
        return new ToneFilter(phase, sections, hz -> sections.stream()
                .mapToDouble(b -> b.gainDb(hz))
                .sum());
    }

    /** A thread that wakes as often as the device's and does nothing: how often it is late is the machine's doing. */
    private static final class Idle {
        private volatile long late;

        static Idle start(int rate) {
            Idle idle = new Idle();
            long blockNanos = 1_000_000_000L * AudioOutput.BLOCK / rate;
            Thread thread = new Thread(() -> idle.run(blockNanos), "idle");
            thread.setDaemon(true);
            thread.setPriority(Thread.MAX_PRIORITY);
            thread.start();
            return idle;
        }

        private void run(long blockNanos) {
            long due = System.nanoTime();
            while (true) {
                due += blockNanos;
                long wait = due - System.nanoTime();
                if (wait > 0) {
                    LockSupport.parkNanos(wait);
                } else if (-wait > 4 * blockNanos) {
                    late++;
                    due = System.nanoTime();
                }
            }
        }
    }

    /** What the audio thread had taken by a moment. */
    private record Reading(long nanos, long cpuNanos, long allocated, long late, long unprepared, long idleLate) {

        static Reading of(MonitorMixer mixer, SimulatedOutput output, Idle idle) {
            ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
            long audio = Thread.getAllStackTraces().keySet().stream()
                    .filter(t -> t.getName().equals("oakmirror-simulated-output"))
                    .findFirst()
                    .orElseThrow()
                    .getId();
            return new Reading(
                    System.nanoTime(),
                    threads.getThreadCpuTime(audio),
                    threads.getThreadAllocatedBytes(audio),
                    output.lateBlocks(),
                    mixer.unpreparedStarts(),
                    idle.late);
        }
    }

    private static void print(int rate, ToneFilter.Phase phase, Reading begin, Reading end) {
        double wall = end.nanos() - begin.nanos();
        System.out.printf(
                "audio thread at %d Hz, %s: %.1f %% of one core, %d bytes allocated, %d late blocks (%d of a thread that does nothing beside it) and %d unprepared starts in %.0f s; heap in use %d MiB of %d%n",
                rate,
                phase,
                100 * (end.cpuNanos() - begin.cpuNanos()) / wall,
                end.allocated() - begin.allocated(),
                end.late() - begin.late(),
                end.idleLate() - begin.idleLate(),
                end.unprepared() - begin.unprepared(),
                wall * 1e-9,
                (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) >> 20,
                Runtime.getRuntime().maxMemory() >> 20);
        String name = "engine." + rate + "." + phase.name().toLowerCase(Locale.ROOT);
        figure(name + ".percent", 100 * (end.cpuNanos() - begin.cpuNanos()) / wall);
        figure(
                name + ".late-beyond-idle",
                Math.max(0, end.late() - begin.late() - (end.idleLate() - begin.idleLate())));
        figure(name + ".unprepared", end.unprepared() - begin.unprepared());
    }

    /** A line that bench/all holds against its bound. */
    private static void figure(String name, double value) {
        System.out.printf(Locale.ROOT, "figure %s %.2f%n", name, value);
    }

    private static MonitorScene scene(
            List<MonitorScene.Track> tracks, int heard, Optional<MonitorScene.Blend> blend, MonitorPath path) {
        return new MonitorScene(tracks, heard, blend, true, 1, false, path);
    }
}
