package oakmirror.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Timing;
import oakmirror.compare.Gap;
import oakmirror.correction.BandFitter;
import oakmirror.correction.Correction;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.EqBand;
import oakmirror.correction.Material;
import oakmirror.correction.MoveDecisions;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.dynamics.ZoneDynamicsAnalyser;
import oakmirror.evidence.Evidence;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.loudness.Peaks;
import oakmirror.loudness.TruePeakMeter;
import oakmirror.monitor.MonitorMixer;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorScene;
import oakmirror.monitor.ProcessorPool;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.stems.Rebalance;
import oakmirror.stems.Rebalancing;
import oakmirror.stems.StemPowers;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Ten seconds of stereo at 48 kHz through each measurement; one fit; one block through the mixer with twelve bands. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class CoreBenchmark {

    private static final int RATE = 48000;
    private static final StemPowers STEMS = stems(8);
    private static final Material MATERIAL = material();
    private static final int FRAMES = 10 * RATE;

    private final float[] left = new float[FRAMES];
    private final float[] right = new float[FRAMES];
    private final float[] outLeft = new float[512];
    private final float[] outRight = new float[512];
    private Correction correction;
    private MonitorMixer mixer;

    /** Made by JMH. */
    public CoreBenchmark() {}

    /** Noise that swells, a rough gap, and a mixer that plays through twelve bands. */
    @Setup
    public void prepare() {
        Random random = new Random(1);
        for (int i = 0; i < FRAMES; i++) {
            double swell = 0.5 + 0.4 * Math.sin(2 * Math.PI * 2 * i / RATE);
            left[i] = (float) (swell * (random.nextDouble() - 0.5));
            right[i] = (float) (swell * (random.nextDouble() - 0.5));
        }
        double[] gap = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < gap.length; b++) {
            gap[b] = 4 * Math.sin(b / 25.0) + 2 * random.nextGaussian();
            known[b] = true;
        }
        CorrectionSettings settings = CorrectionSettings.DEFAULT
                .withBasis(CorrectionSettings.Basis.EXACT)
                .withResolution(1.0 / 3);
        Gap rough = new Gap(new double[gap.length], gap, gap, known);
        correction = Correction.derive(Evidence.unweighed(rough), Material.of(rough), settings, MoveDecisions.NONE);
        List<AnalogueSection> sections = java.util.stream.IntStream.range(0, 12)
                .mapToObj(i -> AnalogueSection.bell(40 * Math.pow(1.7, i), 3, 1))
                .toList();
        Chain chain = Chain.of(new ToneFilter(ToneFilter.Phase.MINIMUM, sections, hz -> 0));
        Optional<ProcessorPool> pool = Optional.of(new ProcessorPool(chain.maker(RATE)));
        mixer = new MonitorMixer(RATE, 512);
        Optional<FrameRange> loop = Optional.of(new FrameRange(0, FRAMES));
        mixer.setScene(new MonitorScene(
                List.of(new MonitorScene.Track(Clip.stereo(RATE, left, right), 1, Timing.COMMON, loop, pool)),
                0,
                Optional.empty(),
                true,
                1,
                true,
                new MonitorPath(
                        Optional.empty(),
                        MonitorPath.Sides.MONO,
                        Optional.of(new BandSolo(120, 500, RATE)),
                        Optional.empty(),
                        0.5f)));
    }

    /** Loudness of ten seconds. */
    @Benchmark
    public Loudness loudness() {
        LoudnessMeter meter = new LoudnessMeter(RATE, ChannelLayout.stereo());
        meter.add(new float[][] {left, right}, FRAMES);
        return meter.result();
    }

    /** Stems that overlap, each with a bell of power over log frequency and a little in common with all others. */
    private static StemPowers stems(int count) {
        double[][][] power = new double[count + 1][count + 1][BandGrid.SIZE];
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double whole = 0;
            for (int i = 1; i <= count; i++) {
                for (int j = 1; j <= count; j++) {
                    double own = Math.exp(-Math.pow((b - 28.0 * i) / 40, 2) / 2);
                    double other = Math.exp(-Math.pow((b - 28.0 * j) / 40, 2) / 2);
                    power[i][j][b] = (i == j ? 1 : 0.1) * Math.sqrt(own * other);
                    power[i][0][b] += power[i][j][b];
                }
                power[0][i][b] = power[i][0][b];
                whole += power[i][0][b];
            }
            power[0][0][b] = whole;
        }
        return new StemPowers(power, BandGrid.SIZE);
    }

    private static Material material() {
        Random random = new Random(4);
        boolean[] known = new boolean[BandGrid.SIZE];
        Arrays.fill(known, true);
        double[] mix = new double[BandGrid.SIZE];
        Arrays.fill(mix, -40);
        List<Gap.Each> each = new ArrayList<>();
        double[] mean = new double[BandGrid.SIZE];
        for (int r = 0; r < 3; r++) {
            double[] gap =
                    OctaveSmoothing.smooth(random.doubles(BandGrid.SIZE, -8, 8).toArray(), known, 0.7);
            each.add(new Gap.Each(gap, gap, known));
            for (int b = 0; b < mean.length; b++) {
                mean[b] += gap[b] / 3;
            }
        }
        return Material.of(new Gap(mix, mix, mean, known, each));
    }

    /** Gains for eight stems, once they are measured, against three references that are other music. */
    @Benchmark
    public Rebalance stemsSolved() {
        return Rebalancing.solve(STEMS, CorrectionSettings.DEFAULT, MATERIAL, Rebalancing.USUAL_LIMIT_DB);
    }

    /** True peak of ten seconds of one channel. */
    @Benchmark
    public Peaks truePeak() {
        TruePeakMeter meter = new TruePeakMeter(RATE);
        meter.add(left, FRAMES);
        return meter.finish();
    }

    /** Averaged spectrum of ten seconds. */
    @Benchmark
    public StereoSpectrum spectrum() {
        SpectrumAnalyser analyser = new SpectrumAnalyser(RATE);
        analyser.add(left, right, FRAMES);
        return analyser.finish();
    }

    /** Crest factors by zone of ten seconds. */
    @Benchmark
    public List<ZoneDynamics> zoneDynamics() {
        ZoneDynamicsAnalyser analyser = new ZoneDynamicsAnalyser(RATE);
        for (int at = 0; at < FRAMES; at += 65536) {
            int end = Math.min(FRAMES, at + 65536);
            analyser.add(Arrays.copyOfRange(left, at, end), Arrays.copyOfRange(right, at, end), end - at);
        }
        return analyser.finish();
    }

    /** Twelve bands fitted to a rough curve at a third of an octave: what a slider waits for. */
    @Benchmark
    public List<EqBand> fit() {
        return new BandFitter(BandFitter.USUAL_BANDS, BandFitter.USUAL_TOLERANCE_DB, 30, 16000, 48000)
                .fit(correction.curveDb());
    }

    /** One block of 512 frames, 10.7 ms of sound, through twelve bands. */
    @Benchmark
    public float monitorBlock() {
        mixer.render(outLeft, outRight, 512);
        return outLeft[0];
    }
}
