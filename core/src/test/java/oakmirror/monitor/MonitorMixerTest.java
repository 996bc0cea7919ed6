package oakmirror.monitor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.audio.Timing;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.Chain;
import oakmirror.dsp.LongConvolver;
import oakmirror.dsp.StereoResponse;
import oakmirror.dsp.TestFilters;
import oakmirror.dsp.ToneFilter;
import oakmirror.monitor.MonitorPath.Sides;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class MonitorMixerTest extends MonitorFixture {

    @Test
    void silentUntilStartedAndThenFadesIn() {
        mixer.setScene(
                new MonitorScene(hearing(0).tracks(), 0, Optional.empty(), false, 0, false, MonitorPath.STRAIGHT));
        assertThat(render(4)).containsOnly(0f);
        mixer.setScene(hearing(0));
        render(20);
        assertThat(largestStep()).isLessThan(allowed());
        assertThat(mixer.position()).isEqualTo(20L * BLOCK);
        assertThat(mixer.isPlaying()).isTrue();
    }

    @Test
    void switchingTakesEffectInTheNextBlockWithoutAClick() {
        mixer.setScene(hearing(0));
        render(50);
        for (int i = 0; i < 40; i++) {
            mixer.setScene(hearing(1 - i % 2));
            render(1 + i % 3);
        }
        assertThat(largestStep()).isLessThan(allowed());
        mixer.setScene(hearing(0));
        render(20);
        mixer.setScene(hearing(1));
        float[] after = render(2);
        float[] expected = new float[BLOCK];
        reference.read(mixer.position() - BLOCK, expected, new float[BLOCK], 0, BLOCK);
        for (int i = 0; i < BLOCK; i++) { // one block of 10.7 ms and the rest of the fade later, nothing else is heard
            if (i > 100) {
                assertThat(after[BLOCK + i]).isCloseTo(0.5f * expected[i], within(1e-6f));
            }
        }
    }

    @Test
    void jumpsAndLoopsDoNotClick() {
        Optional<FrameRange> loop = Optional.of(new FrameRange(10_000, 20_123));
        mixer.setScene(scene(0, false, Optional.empty(), loop));
        mixer.jumpTo(9_000);
        render(100);
        assertThat(mixer.position()).isBetween(10_000L, 20_123L);
        mixer.setScene(hearing(0));
        for (int i = 0; i < 20; i++) {
            mixer.jumpTo(7_777L * i);
            render(3);
            assertThat(mixer.position()).isEqualTo(7_777L * i + 3 * BLOCK);
        }
        assertThat(largestStep()).isLessThan(allowed());
    }

    @Test
    void anAnnouncedJumpIsThereAtOnceAndHeardWhenItsWorkIsDone() {
        mixer.setScene(hearing(0));
        render(10);
        Runnable jump = mixer.announceJump(50_000);
        assertThat(mixer.place()).isEqualTo(50_000);
        float[] meanwhile = render(2);
        float[] goesOn = new float[BLOCK];
        mix.read(11L * BLOCK, goesOn, new float[BLOCK], 0, BLOCK);
        assertThat(meanwhile[BLOCK + 7]).isEqualTo(goesOn[7]);
        jump.run();
        render(1);
        assertThat(mixer.position()).isEqualTo(50_000 + BLOCK);
        Runnable first = mixer.announceJump(1000);
        Runnable second = mixer.announceJump(2000);
        second.run();
        first.run();
        render(1);
        assertThat(mixer.position()).as("the later one").isEqualTo(2000 + BLOCK);
        assertThat(largestStep()).isLessThan(allowed());
    }

    @Test
    void whatStartsWaitsForAJumpThatIsOnItsWay() {
        Runnable jump = mixer.announceJump(3000);
        mixer.setScene(hearing(0));
        assertThat(render(2)).as("nothing of another place").containsOnly(0);
        assertThat(mixer.isPlaying()).isTrue();
        jump.run();
        render(1);
        assertThat(mixer.position()).isEqualTo(3000 + BLOCK);
    }

    @ParameterizedTest
    @EnumSource(ToneFilter.Phase.class)
    void theCorrectionComesAndGoesInTimeAndWithoutAClick(ToneFilter.Phase phase) {
        Chain louder = Chain.of(new ToneFilter(phase, List.of(), hz -> 0)).withGainDb(6);
        Optional<ProcessorPool> pool = Optional.of(new ProcessorPool(louder.maker(RATE)));
        mixer.setScene(scene(0, false, pool, Optional.empty()));
        render(50);
        mixer.setScene(scene(0, true, pool, Optional.empty()));
        float[] on = render(20);
        mixer.setScene(scene(0, false, pool, Optional.empty()));
        render(20);
        assertThat(largestStep()).isLessThan(2 * allowed());
        float[] plain = new float[BLOCK];
        mix.read(51L * BLOCK + 10 * BLOCK, plain, new float[BLOCK], 0, BLOCK);
        for (int i = 0; i < BLOCK; i++) {
            assertThat((double) on[11 * BLOCK + i]).isCloseTo(1.99526 * plain[i], within(2e-3));
        }
    }

    @Test
    void turningACorrectionThatDoesNothingOnChangesNothing() {
        Optional<ProcessorPool> pool = Optional.of(new ProcessorPool(Chain.NONE.maker(RATE)));
        mixer.setScene(scene(0, false, pool, Optional.empty()));
        render(20);
        for (int i = 0; i < 10; i++) {
            mixer.setScene(scene(0, i % 2 == 0, pool, Optional.empty()));
            float[] out = render(1);
            float[] plain = new float[BLOCK];
            mix.read(mixer.position() - BLOCK, plain, new float[BLOCK], 0, BLOCK);
            for (int k = 0; k < BLOCK; k++) {
                assertThat(out[k]).isCloseTo(plain[k], within(1e-5f));
            }
        }
    }

    @Test
    void manyNewCorrectionsInARowAllTakeEffect() {
        for (int i = 0; i < 60; i++) {
            Chain gain = Chain.NONE.withGainDb(i % 7 - 3);
            Optional<ProcessorPool> pool = Optional.of(new ProcessorPool(gain.maker(RATE)));
            mixer.setScene(scene(0, true, pool, Optional.empty()));
            render(1);
        }
        assertThat(largestStep()).isLessThan(2 * allowed());
        Chain last = Chain.NONE.withGainDb(6);
        mixer.setScene(scene(0, true, Optional.of(new ProcessorPool(last.maker(RATE))), Optional.empty()));
        render(4);
        float[] out = render(40);
        assertThat(rms(out, 0)).isCloseTo(Math.pow(10, -6 / 20.0) / Math.sqrt(2), within(0.005));
    }

    @Test
    void changedGainsAreRamped() {
        for (int i = 0; i < 30; i++) {
            float gain = i % 2 == 0 ? 1 : 0.7f;
            List<MonitorScene.Track> tracks = List.of(new MonitorScene.Track(mix, gain));
            mixer.setScene(scene(tracks, 0, false, Optional.empty(), Optional.empty(), MonitorPath.STRAIGHT));
            render(2);
            mixer.setScene(
                    through(new MonitorPath(Optional.empty(), Sides.STEREO, Optional.empty(), Optional.empty(), gain)));
            render(2);
        }
        assertThat(largestStep()).isLessThan(allowed());
    }

    @Test
    void stopsAtTheEndAndGoesBackToTheStart() {
        mixer.setScene(hearing(0));
        mixer.jumpTo(mix.frames() - 3 * BLOCK);
        render(12);
        assertThat(mixer.isPlaying()).isFalse();
        assertThat(mixer.position()).isZero();
        assertThat(render(2)).containsOnly(0f);
    }

    @Test
    void anotherTrackIsHeardAtTheSamePlaceByItsTiming() {
        // The second begins 1000 frames later and a unit of it is a tenth longer, as bars of a slower song are.
        List<MonitorScene.Track> tracks = List.of(
                new MonitorScene.Track(mix, 1, new Timing(0, 100), Optional.empty()),
                new MonitorScene.Track(reference, 1, new Timing(1000, 110), Optional.empty()));
        mixer.setScene(scene(tracks, 0, false, Optional.empty(), Optional.empty(), MonitorPath.STRAIGHT));
        mixer.jumpTo(50);
        render(10);
        long first = 5000 + 10 * BLOCK;
        assertThat(mixer.position()).isEqualTo(first);
        mixer.setScene(scene(tracks, 1, false, Optional.empty(), Optional.empty(), MonitorPath.STRAIGHT));
        render(1);
        assertThat(mixer.position()).isEqualTo(Math.round(1000 + first * 1.1) + BLOCK);
        mixer.setScene(scene(tracks, 0, false, Optional.empty(), Optional.empty(), MonitorPath.STRAIGHT));
        render(1);
        assertThat(mixer.position()).isEqualTo(Math.round(first + BLOCK / 1.1) + BLOCK);
        assertThat(largestStep()).isLessThan(2 * allowed());
    }

    @Test
    void goingThereAndBackDoesNotDrift() {
        List<MonitorScene.Track> tracks = List.of(
                new MonitorScene.Track(mix, 1, new Timing(123.4, 97.531), Optional.empty()),
                new MonitorScene.Track(reference, 1, new Timing(-777.7, 101.9), Optional.empty()));
        for (int i = 0; i < 400; i++) {
            mixer.setScene(scene(tracks, i % 2, false, Optional.empty(), Optional.empty(), MonitorPath.STRAIGHT));
            if (i == 0) {
                mixer.jumpTo(500);
            }
            render(1);
        }
        double expected = 500 + 200.0 * BLOCK / 97.531 + 200.0 * BLOCK / 101.9;
        assertThat(mixer.place()).isCloseTo(expected, within(0.2));
    }

    @Test
    void aBlendHasEqualPowerAndIsSmooth() {
        mixer.setScene(blending(0));
        render(20);
        double alone = rms(render(40), 0);
        double together = 0;
        for (int i = 0; i <= 50; i++) {
            mixer.setScene(blending(i / 50f));
            render(1);
            if (i == 25) {
                together = rms(render(60), 0);
            }
        }
        render(4);
        double other = rms(render(40), 0);
        // Uncorrelated sines of −12 dBFS each, the second at half gain from −6.
        assertThat(alone).isCloseTo(Math.pow(10, -12 / 20.0) / Math.sqrt(2), within(0.002));
        assertThat(other).isCloseTo(0.5 * Math.pow(10, -6 / 20.0) / Math.sqrt(2), within(0.002));
        assertThat(together).isCloseTo(Math.sqrt((alone * alone + other * other) / 2), within(0.004));
        mixer.setScene(hearing(0));
        render(10);
        assertThat(largestStep()).isLessThan(allowed());
    }

    @Test
    void aBlendFollowsJumpsAndLoops() {
        MonitorScene b = blending(1);
        mixer.setScene(b);
        mixer.jumpTo(20_000);
        render(4);
        float[] out = render(1);
        float[] expected = new float[BLOCK];
        reference.read(20_000 + 4 * BLOCK, expected, new float[BLOCK], 0, BLOCK);
        for (int i = 0; i < BLOCK; i++) {
            assertThat(out[i]).isCloseTo(0.5f * expected[i], within(1e-6f));
        }
    }

    @Test
    void whatMayBeHeardNextIsReadAhead() {
        List<Long> read = new ArrayList<>();
        StereoSource watched = new StereoSource() {
            @Override
            public int sampleRate() {
                return RATE;
            }

            @Override
            public long frames() {
                return 10 * RATE;
            }

            @Override
            public void read(long position, float[] left, float[] right, int offset, int count) {
                read.add(position);
            }
        };
        MonitorScene.Track track =
                new MonitorScene.Track(watched, 1, new Timing(500, 1), Optional.of(new FrameRange(90_000, 200_000)));
        mixer.setScene(new MonitorScene(
                List.of(new MonitorScene.Track(mix, 1), track),
                0,
                Optional.empty(),
                false,
                1,
                true,
                MonitorPath.STRAIGHT));
        mixer.jumpTo(100_000);
        assertThat(read).as("not heard").isEmpty();
        mixer.readAhead();
        assertThat(read).contains(100_500L, 90_000L);
        assertThat(read.stream().mapToLong(p -> p).max().orElse(0)).isGreaterThan(100_500 + RATE - 4096);
    }

    @Test
    void aBlockThatIsTooLongIsRefused() {
        assertThatThrownBy(() -> mixer.render(new float[BLOCK + 1], new float[BLOCK + 1], BLOCK + 1))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void renderingAllocatesNothing() {
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        Optional<ProcessorPool> pool =
                Optional.of(new ProcessorPool(Chain.of(TestFilters.BRIGHT).maker(RATE)));
        MonitorScene plain = hearing(0);
        MonitorScene other = hearing(1);
        MonitorScene corrected = scene(0, true, pool, Optional.of(new FrameRange(0, 30_000)));
        double[] response = {0.5, 0.2, 0.1};
        MonitorScene everything = new MonitorScene(
                corrected.tracks(),
                0,
                Optional.of(new MonitorScene.Blend(1, 0.4f)),
                true,
                1,
                false,
                new MonitorPath(
                        Optional.empty(),
                        Sides.SIDE,
                        Optional.of(new BandSolo(120, 500, RATE)),
                        Optional.of(new LongConvolver(StereoResponse.each(response, new double[] {1}))),
                        0.5f));
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long before = 0;
        for (int i = 0; i < 4000; i++) {
            if (i == 1000) { // when everything is loaded and compiled
                before = threads.getThreadAllocatedBytes(Thread.currentThread().getId());
            }
            mixer.setScene(i % 12 < 3 ? plain : i % 12 < 6 ? corrected : i % 12 < 9 ? other : everything);
            mixer.render(left, right, BLOCK);
        }
        long allocated = threads.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
        assertThat(allocated).as("bytes in 3000 blocks").isLessThan(3000);
    }
}
