package oakmirror.measure;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.AudioStream;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.defects.DefectFinder;
import oakmirror.defects.Defects;
import oakmirror.dynamics.Dynamics;
import oakmirror.dynamics.PeakToShortTerm;
import oakmirror.dynamics.ZoneDynamicsAnalyser;
import oakmirror.loudness.ClipCounter;
import oakmirror.loudness.DcMeter;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.loudness.PeakSteps;
import oakmirror.loudness.Peaks;
import oakmirror.measure.Provenance.Origin;
import oakmirror.rhythm.Activity;
import oakmirror.rhythm.ActivityAnalyser;
import oakmirror.spectrum.LineSpectrum;
import oakmirror.spectrum.PitchProfile;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Tone;
import oakmirror.stereo.Comb;
import oakmirror.stereo.CombFinder;
import oakmirror.stereo.EchoFinder;

/**
 * Reads a stream once, in blocks, and feeds every measurement from the same block. The measurements run side by side on an
 * executor, each at its own pace a few blocks behind the reading; heap use does not grow with the stream but for 8 bytes every 10 ms.
 */
public final class TrackMeasurer {

    /** Takes the stereo fold of each block while it is measured, on another thread, in order; when measuring has returned, whichever way, nothing more of it comes. */
    @FunctionalInterface
    public interface FoldConsumer {
        /** Takes the next frames; the arrays are used again afterwards. */
        void accept(float[] left, float[] right, int frames) throws IOException;
    }

    /** Raised whenever a figure changes its meaning, so that figures taken before are not taken for new ones. */
    public static final int VERSION = 13;

    /** Frames in a block, at most. */
    public static final int BLOCK = 65536;

    /** So many blocks are on their way at once. */
    private static final int BLOCKS = 6;

    /** How much is measured. */
    public enum Extent {
        /** Loudness and peaks; what is compared beside them comes out silent. */
        LEVELS,
        /** Loudness, peaks, spectrum, dynamics and width: all that is compared. */
        COMPARED,
        /** All of that, what goes on over time, clips, DC and defects. */
        ALL
    }

    /** Longer than any part takes, on however busy a machine. */
    private static final long PATIENCE_MILLIS = 60_000;

    private final ExecutorService executor;
    private final Extent extent;
    private final long patienceMillis;

    /**
     * A measurer.
     *
     * @param executor where the parts of the work run
     * @param extent how much is wanted
     */
    public TrackMeasurer(ExecutorService executor, Extent extent) {
        this(executor, extent, PATIENCE_MILLIS);
    }

    TrackMeasurer(ExecutorService executor, Extent extent, long patienceMillis) {
        this.executor = executor;
        this.extent = extent;
        this.patienceMillis = patienceMillis;
    }

    /** Measures a stream that comes from no file to its end. */
    public TrackMeasurement measure(AudioStream stream, Progress progress) throws IOException {
        return measure(stream, Origin.NONE, progress, (l, r, n) -> {});
    }

    /**
     * Measures a stream to its end and hands on its stereo fold.
     *
     * @param origin where its samples come from, for the measurement to keep
     * @throws IOException when the stream cannot be read
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public TrackMeasurement measure(AudioStream stream, Origin origin, Progress progress, FoldConsumer foldConsumer)
            throws IOException {
        Pass pass = new Pass(stream.sampleRate(), stream.layout(), foldConsumer);
        long frames;
        try {
            frames = feed(pass, stream, progress);
        } finally {
            pass.parts.end(pass.rowOfFold()); // so that whoever takes the fold may close what he writes to
        }
        Provenance provenance = new Provenance(origin, stream.sampleRate(), extent, VERSION);
        return pass.result(provenance, frames, stream.damagedSamples());
    }

    private static long feed(Pass pass, AudioStream stream, Progress progress) throws IOException {
        Block[] ring = new Block[BLOCKS];
        for (int i = 0; i < ring.length; i++) {
            ring[i] = new Block(stream.layout());
        }
        long frames = 0;
        for (int i = 0; ; i = (i + 1) % ring.length) {
            Block block = ring[i];
            pass.parts.await(block.measured);
            block.fill(stream);
            if (block.count == 0) {
                break;
            }
            block.measured = pass.feed(block);
            frames += block.count;
            progress.check(stream.expectedFrames() > 0 ? (double) frames / stream.expectedFrames() : 0);
        }
        for (Block block : ring) {
            pass.parts.await(block.measured);
        }
        return frames;
    }

    private static final class Block {
        private final float[][] channels;
        private final float[] left;
        private final float[] right;
        private final boolean isStereo;
        private int count;
        private CompletableFuture<?> measured = CompletableFuture.completedFuture(null);

        Block(ChannelLayout layout) {
            channels = new float[layout.channels()][BLOCK];
            isStereo = layout.equals(ChannelLayout.stereo());
            left = isStereo ? channels[0] : new float[BLOCK];
            right = isStereo ? channels[1] : new float[BLOCK];
        }

        void fill(AudioStream stream) throws IOException {
            count = stream.read(channels, BLOCK);
            if (!isStereo) {
                stream.layout().foldToStereo(channels, count, left, right);
            }
        }
    }

    private final class Pass {
        private final int sampleRate;
        private final ChannelLayout layout;
        private final FoldConsumer foldConsumer;
        private final LoudnessMeter loudness;
        private final List<PeakSteps> peaks = new ArrayList<>();
        /** Meters of the stereo fold, where it is not the file itself nor follows from it. */
        private final List<LoudnessMeter> heardLoudness = new ArrayList<>();

        private final List<PeakSteps> heardPeaks = new ArrayList<>();
        private final List<SpectrumAnalyser> spectrum;
        private final List<ZoneDynamicsAnalyser> zones;
        private final List<ActivityAnalyser> activity;
        private final List<ClipCounter> clips = new ArrayList<>();
        private final List<DcMeter> dc = new ArrayList<>();
        private final List<DefectFinder> defects;
        private final Parts parts = new Parts(executor, patienceMillis);

        Pass(int sampleRate, ChannelLayout layout, FoldConsumer foldConsumer) {
            this.sampleRate = sampleRate;
            this.layout = layout;
            this.foldConsumer = foldConsumer;
            loudness = new LoudnessMeter(sampleRate, layout);
            if (layout.channels() > 2) {
                heardLoudness.add(new LoudnessMeter(sampleRate, ChannelLayout.stereo()));
                heardPeaks.add(new PeakSteps(sampleRate, extent != Extent.LEVELS));
                heardPeaks.add(new PeakSteps(sampleRate, extent != Extent.LEVELS));
            }
            for (int c = 0; c < layout.channels(); c++) {
                peaks.add(new PeakSteps(sampleRate, extent != Extent.LEVELS));
                if (extent == Extent.ALL) {
                    clips.add(new ClipCounter());
                    dc.add(new DcMeter());
                }
            }
            spectrum = extent == Extent.LEVELS ? List.of() : List.of(new SpectrumAnalyser(sampleRate));
            zones = extent == Extent.LEVELS ? List.of() : List.of(new ZoneDynamicsAnalyser(sampleRate));
            defects = extent == Extent.ALL ? List.of(new DefectFinder(sampleRate, layout.channels())) : List.of();
            activity = extent == Extent.ALL ? List.of(new ActivityAnalyser(sampleRate)) : List.of();
        }

        /** The first after those of the channels. */
        int rowOfFold() {
            return peaks.size();
        }

        /** Hands a block to every meter, each of which takes its blocks in order and waits for no other. */
        CompletableFuture<?> feed(Block block) {
            for (int c = 0; c < peaks.size(); c++) {
                PeakSteps meter = peaks.get(c);
                float[] samples = block.channels[c];
                parts.then(c, () -> meter.add(samples, block.count));
                if (extent == Extent.ALL) {
                    ClipCounter counter = clips.get(c);
                    DcMeter mean = dc.get(c);
                    int channel = c;
                    parts.then(c, () -> {
                        counter.add(samples, block.count);
                        mean.add(samples, block.count);
                        defects.get(0).add(channel, samples, block.count);
                    });
                }
            }
            int next = rowOfFold();
            parts.then(next++, () -> foldConsumer.accept(block.left, block.right, block.count));
            parts.then(next++, () -> loudness.add(block.channels, block.count));
            float[][] fold = {block.left, block.right};
            for (LoudnessMeter meter : heardLoudness) {
                parts.then(next++, () -> meter.add(fold, block.count));
            }
            for (int side = 0; side < heardPeaks.size(); side++) {
                PeakSteps meter = heardPeaks.get(side);
                float[] samples = fold[side];
                parts.then(next++, () -> meter.add(samples, block.count));
            }
            for (SpectrumAnalyser analyser : spectrum) {
                parts.then(next++, () -> analyser.add(block.left, block.right, block.count));
            }
            for (ZoneDynamicsAnalyser analyser : zones) {
                parts.then(next++, () -> {
                    analyser.add(block.left, block.right, block.count);
                    defects.forEach(d -> d.addFold(analyser.halvings()));
                });
            }
            for (ActivityAnalyser analyser : activity) {
                parts.then(next++, () -> analyser.add(block.left, block.right, block.count));
            }
            return parts.all();
        }

        TrackMeasurement result(Provenance provenance, long frames, long nonFinite) {
            Levels file = new Levels(loudness.result(), joined(peaks));
            Levels heard = heard(file);
            LoudnessMeter heardMeter = heardLoudness.isEmpty() ? loudness : heardLoudness.get(0);
            float[] shortTerm = heardMeter.shortTerm(TrackMeasurement.CONTOUR_SECONDS);
            Tone tone = Tone.silent();
            Optional<Comb> comb = Optional.empty();
            PitchProfile pitches = PitchProfile.none();
            Optional<Comb> echo = Optional.empty();
            for (SpectrumAnalyser analyser : spectrum) {
                StereoSpectrum bands = analyser.finish();
                LineSpectrum lines = analyser.lines();
                tone = Tone.of(bands, lines, analyser.keys());
                comb = CombFinder.find(lines);
                pitches = PitchProfile.of(lines);
                echo = EchoFinder.find(lines);
            }
            return new TrackMeasurement(
                    provenance,
                    sampleRate,
                    layout.channels(),
                    frames,
                    file,
                    heard,
                    tone,
                    zones.isEmpty() ? Dynamics.unknown() : dynamics(shortTerm),
                    comb,
                    shortTerm,
                    heardMeter.contour(TrackMeasurement.CONTOUR_SECONDS),
                    activity.isEmpty() ? Activity.none() : activity.get(0).finish(),
                    pitches,
                    defects.isEmpty() ? Defects.NONE : defects.get(0).finish((double) frames / sampleRate, echo),
                    clips.stream().mapToLong(ClipCounter::count).sum(),
                    dc.stream().mapToDouble(DcMeter::offset).max().orElse(0),
                    nonFinite);
        }

        private static Peaks joined(List<PeakSteps> channels) {
            return Peaks.join(channels.stream().map(PeakSteps::finish).toList());
        }

        /** What is heard: a mono file stands on both sides at −3 dB, a stereo file is heard as it is, others are folded. */
        private Levels heard(Levels file) {
            return switch (layout.channels()) {
                case 1 ->
                    new Levels(file.loudness(), file.peaks().raised(Decibels.ofAmplitude(ChannelLayout.MONO_GAIN)));
                case 2 -> file;
                default -> new Levels(heardLoudness.get(0).result(), joined(heardPeaks));
            };
        }

        private Dynamics dynamics(float[] shortTerm) {
            int every = (int) Math.round(PeakSteps.STEP_SECONDS / TrackMeasurement.CONTOUR_SECONDS);
            double[] loudnessOfSteps = new double[(shortTerm.length + every - 1) / every];
            for (int i = 0; i < loudnessOfSteps.length; i++) {
                loudnessOfSteps[i] = shortTerm[i * every];
            }
            double[] highest = new double[0];
            double gain = layout.channels() == 1 ? ChannelLayout.MONO_GAIN : 1;
            for (PeakSteps channel : heardPeaks.isEmpty() ? peaks : heardPeaks) {
                double[] steps = channel.steps();
                highest = highest.length == 0 ? new double[steps.length] : highest;
                for (int i = 0; i < steps.length; i++) {
                    highest[i] = Math.max(highest[i], gain * steps[i]);
                }
            }
            return new Dynamics(
                    PeakToShortTerm.of(highest, loudnessOfSteps), zones.get(0).finish());
        }
    }
}
