package oakmirror.monitor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.BiquadCascade;
import oakmirror.dsp.Chain;
import oakmirror.dsp.LongConvolver;
import oakmirror.dsp.StereoResponse;
import oakmirror.dsp.TestFilters;
import oakmirror.dsp.ToneFilter;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;
import oakmirror.monitor.MonitorPath.Sides;
import org.junit.jupiter.api.Test;

/** What everything heard goes through: sides, band, insert, meters; and that no change of it, or of what is heard, clicks. */
class MonitorPathTest extends MonitorFixture {

    @Test
    void whatIsHeardOfTheSidesAddsUpToTheStereo() {
        float[] left = Signals.white(10 * RATE, 0.3, 1);
        float[] right = Signals.white(10 * RATE, 0.2, 2);
        for (int i = 0; i < left.length; i++) {
            right[i] += 0.4f * left[i];
        }
        List<MonitorScene.Track> tracks =
                List.of(new MonitorScene.Track(oakmirror.audio.Clip.stereo(RATE, left, right), 1));
        double[] power = new double[Sides.values().length];
        for (Sides sides : Sides.values()) {
            MonitorPath path = new MonitorPath(Optional.empty(), sides, Optional.empty(), Optional.empty(), 1);
            mixer.setScene(scene(tracks, 0, false, Optional.empty(), Optional.empty(), path));
            mixer.jumpTo(0);
            render(4);
            float[] l = new float[BLOCK];
            float[] r = new float[BLOCK];
            for (int b = 0; b < 400; b++) {
                mixer.render(l, r, BLOCK);
                power[sides.ordinal()] += Math.pow(rms(l, 0), 2) + Math.pow(rms(r, 0), 2);
                if (sides != Sides.STEREO) {
                    assertThat(l).isEqualTo(r);
                }
            }
        }
        double stereo = power[Sides.STEREO.ordinal()];
        assertThat(power[Sides.MONO.ordinal()] + power[Sides.SIDE.ordinal()]).isCloseTo(stereo, within(1e-3 * stereo));
        assertThat(power[Sides.LEFT.ordinal()] + power[Sides.RIGHT.ordinal()]).isCloseTo(stereo, within(1e-3 * stereo));
    }

    @Test
    void aBandIsHeardAloneWithinABlockAndWithoutAClick() {
        Optional<BandSolo> low = Optional.of(new BandSolo(120, 500, RATE));
        Optional<BandSolo> high = Optional.of(new BandSolo(2000, 6000, RATE));
        mixer.setScene(hearing(0));
        render(50);
        mixer.setScene(through(new MonitorPath(Optional.empty(), Sides.STEREO, low, Optional.empty(), 1)));
        assertThat(rms(render(20), 2 * BLOCK)).as("220 Hz lies within").isCloseTo(0.1776, within(0.002));
        mixer.setScene(through(new MonitorPath(Optional.empty(), Sides.STEREO, high, Optional.empty(), 1)));
        assertThat(rms(render(20), 2 * BLOCK)).as("and is gone here").isLessThan(1e-4);
        for (int i = 0; i < 20; i++) {
            Optional<BandSolo> band = i % 3 == 0 ? low : i % 3 == 1 ? high : Optional.empty();
            mixer.setScene(through(new MonitorPath(
                    Optional.empty(), i % 2 == 0 ? Sides.MONO : Sides.SIDE, band, Optional.empty(), 1)));
            render(1 + i % 2);
        }
        assertThat(largestStep()).isLessThan(allowed());
    }

    @Test
    void anInsertConvolvesEverythingHeardAndNothingElse() {
        double[] left = new double[3000];
        double[] right = new double[3000];
        left[0] = 0.5;
        left[700] = 0.25;
        right[100] = -1;
        Optional<LongConvolver> insert = Optional.of(new LongConvolver(StereoResponse.each(left, right)));
        mixer.setScene(through(new MonitorPath(Optional.empty(), Sides.STEREO, Optional.empty(), insert, 1)));
        render(10);
        int delay = insert.get().latencyFrames();
        assertThat(delay).isLessThan(RATE / 50);
        float[] l = new float[BLOCK];
        float[] r = new float[BLOCK];
        long at = mixer.position();
        mixer.render(l, r, BLOCK);
        recorded.add(l);
        float[] plain = new float[BLOCK + 1000];
        mix.read(at - delay - 1000, plain, new float[plain.length], 0, plain.length);
        for (int i = 0; i < BLOCK; i++) {
            assertThat(l[i]).isCloseTo(0.5f * plain[i + 1000] + 0.25f * plain[i + 300], within(1e-5f));
            assertThat(r[i]).isCloseTo(-plain[i + 900], within(1e-5f));
        }
        double[] one = {1};
        LongConvolver same = new LongConvolver(StereoResponse.each(one, one));
        mixer.setScene(
                through(new MonitorPath(Optional.empty(), Sides.STEREO, Optional.empty(), Optional.of(same), 1)));
        render(6);
        mixer.setScene(hearing(0));
        render(4);
        assertThat(largestStep()).isLessThan(2 * allowed());
    }

    @Test
    void theMeterReadsWhatIsHeardWhateverTheVolume() {
        MonitorPath quiet = new MonitorPath(Optional.empty(), Sides.STEREO, Optional.empty(), Optional.empty(), 0.1f);
        mixer.setScene(through(quiet));
        render(399);
        mixer.takeOutputPeak(); // of the volume on its way down
        render(1);
        // 220 Hz of −12 dBFS on both sides.
        oakmirror.loudness.LoudnessMeter meter =
                new oakmirror.loudness.LoudnessMeter(RATE, oakmirror.audio.ChannelLayout.stereo());
        float[] sine = Signals.sine(RATE, 220, -12, 4, 0);
        meter.add(new float[][] {sine, sine}, sine.length);
        double expected = meter.result().maxMomentaryLufs();
        assertThat(mixer.meter().momentaryLufs()).isCloseTo(expected, within(0.02));
        assertThat(mixer.meter().shortTermLufs()).isCloseTo(expected, within(0.02));
        assertThat(mixer.meter().highestPeakDbtp()).isCloseTo(-12, within(0.05));
        assertThat(mixer.takeOutputPeak()).isCloseTo(0.0251f, within(0.001f));
        mixer.setScene(scene(hearing(0).tracks(), 0, false, Optional.empty(), Optional.empty(), quiet));
        mixer.meter().reset();
        render(1);
        assertThat(mixer.meter().highestPeakDbtp()).isBetween(-14.0, -11.9);
    }

    /**
     * On slow sines at the level of a mix, where a click would stand out: everything that can be changed, changed in turn. No step is larger
     * than the programme's own by more than −60 dBFS.
     */
    @Test
    void noChangeLeavesAStepAboveSixtyDecibelsBelowFullScale() {
        float[] slow = Signals.sine(RATE, 41, -18, 20, 10);
        float[] other = Signals.sine(RATE, 57, -18, 20, 130);
        List<MonitorScene.Track> two = List.of(
                new MonitorScene.Track(Signals.both(RATE, slow), 1),
                new MonitorScene.Track(Signals.both(RATE, other), 1));
        ToneFilter bright = TestFilters.BRIGHT;
        Optional<ProcessorPool> pool =
                Optional.of(new ProcessorPool(Chain.of(bright).maker(RATE)));
        Optional<BandSolo> band = Optional.of(new BandSolo(20, 60, RATE));
        Optional<FrameRange> loop = Optional.of(new FrameRange(48_000, 60_333));
        double[] one = {1};
        Optional<LongConvolver> insert = Optional.of(new LongConvolver(StereoResponse.each(one, one)));
        MonitorPath straight = MonitorPath.STRAIGHT;
        MonitorPath solo = new MonitorPath(Optional.empty(), Sides.STEREO, band, Optional.empty(), 1);
        MonitorPath mono = new MonitorPath(Optional.empty(), Sides.MONO, Optional.empty(), insert, 0.8f);
        MonitorScene[] scenes = {
            scene(two, 1, false, pool, Optional.empty(), straight),
            scene(two, 0, false, pool, Optional.empty(), straight),
            scene(two, 0, true, pool, Optional.empty(), straight),
            scene(two, 0, false, pool, loop, straight),
            scene(two, 0, false, pool, Optional.empty(), solo),
            scene(two, 1, false, pool, Optional.empty(), solo),
            scene(two, 1, false, pool, Optional.empty(), mono),
            new MonitorScene(two, 0, Optional.of(new MonitorScene.Blend(1, 0.6f)), false, 1, false, straight),
            scene(two, 1, false, pool, loop, straight)
        };
        mixer.setScene(scenes[1]);
        render(40);
        for (int i = 0; i < 300; i++) {
            mixer.setScene(scenes[i % scenes.length]);
            if (i % 7 == 3) {
                mixer.jumpTo(9_777L * (i % 40));
            }
            render(2 + i % 3);
        }
        double own = Math.pow(10, -18 / 20.0) * 2 * Math.PI * 57 / RATE;
        double beyond = largestStep() - own;
        System.out.printf("Largest step beyond the programme's own: %.1f dBFS%n", 20 * Math.log10(beyond));
        assertThat(beyond).isLessThan(1e-3);
    }

    @Test
    void anOverIsSeenWhicheverBlockItWasIn() {
        float[] once = new float[RATE];
        once[3 * BLOCK + 5] = 1.5f;
        mixer.setScene(scene(
                List.of(new MonitorScene.Track(Signals.both(RATE, once), 1)),
                0,
                false,
                Optional.empty(),
                Optional.empty(),
                MonitorPath.STRAIGHT));
        render(6); // a frame of the window lasts longer than a block
        assertThat(mixer.takeOutputPeak()).isCloseTo(1.5f, within(0.01f));
        render(1);
        assertThat(mixer.takeOutputPeak()).as("taken once").isZero();
    }

    @Test
    void whatIsNoNumberIsOverWithTheBlockItIsIn() {
        StereoSource broken = Signals.both(RATE, Signals.sine(RATE, 220, -12, 4, 0));
        float[] bad = new float[RATE];
        java.util.Arrays.fill(bad, 2000, 2050, 3e38f);
        ToneFilter boost =
                new ToneFilter(ToneFilter.Phase.MINIMUM, List.of(AnalogueSection.bell(100, 12, 0.7)), hz -> 0);
        ProcessorPool pool = new ProcessorPool(Chain.of(boost).maker(RATE));
        MonitorPath band = new MonitorPath(
                Optional.empty(), Sides.MONO, Optional.of(new BandSolo(60, 5000, RATE)), Optional.empty(), 1);
        mixer.setScene(scene(
                List.of(new MonitorScene.Track(Signals.both(RATE, bad), 1)),
                0,
                true,
                Optional.of(pool),
                Optional.empty(),
                band));
        render(40);
        mixer.setScene(
                scene(List.of(new MonitorScene.Track(broken, 1)), 0, true, Optional.of(pool), Optional.empty(), band));
        float[] later = render(200);
        assertThat(rms(later, later.length / 2)).as("sounds again").isGreaterThan(0.1);
        for (float x : later) {
            assertThat(Float.isFinite(x)).isTrue();
        }
        assertThat(mixer.meter().momentaryLufs()).as("and is metered").isGreaterThan(-20);
    }

    @Test
    void sectionsPassOnNothingThatIsFarBelowHearing() {
        BiquadCascade cascade = new BiquadCascade(
                List.of(
                        Biquad.of(AnalogueSection.bell(1000, 6, 1), RATE),
                        Biquad.of(AnalogueSection.bell(2000, -6, 1), RATE)),
                1);
        float[] left = new float[RATE];
        float[] right = new float[RATE];
        left[0] = 1;
        cascade.process(left, right, 0, RATE);
        for (float x : left) {
            assertThat(x == 0 || Math.abs(x) > 1e-21).as("%g", x).isTrue();
        }
        assertThat(left[RATE - 1]).isZero();
    }
}
