package oakmirror.processing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.StereoSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class MonitorMixerTest {

    private static final int RATE = 48000;
    private static final int BLOCK = 512;

    private final StereoSource mix = Signals.both(RATE, Signals.sine(RATE, 220, -12, 10, 0));
    private final StereoSource reference = Signals.both(RATE, Signals.sine(RATE, 311, -6, 10, 40));
    private final MonitorMixer mixer = new MonitorMixer(RATE, BLOCK);
    private final List<float[]> recorded = new ArrayList<>();

    private MonitorScene scene(
            int heard, boolean corrected, Optional<ProcessorPool> pool, Optional<MonitorScene.Loop> loop) {
        List<MonitorScene.Track> tracks =
                List.of(new MonitorScene.Track(mix, 1), new MonitorScene.Track(reference, 0.5f));
        return new MonitorScene(tracks, heard, corrected, pool, 1, 1, loop);
    }

    private MonitorScene hearing(int track) {
        return scene(track, false, Optional.empty(), Optional.empty());
    }

    private float[] render(int blocks) {
        float[] out = new float[blocks * BLOCK];
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (int b = 0; b < blocks; b++) {
            mixer.render(left, right, BLOCK);
            recorded.add(left.clone());
            System.arraycopy(left, 0, out, b * BLOCK, BLOCK);
        }
        return out;
    }

    /** Largest step from sample to sample in all that was recorded. */
    private double largestStep() {
        double largest = 0;
        float last = 0;
        for (float[] block : recorded) {
            for (float x : block) {
                largest = Math.max(largest, Math.abs(x - last));
                last = x;
            }
        }
        return largest;
    }

    /** Largest step of a sine of that peak, and what a fade between two of them adds at most. */
    private static double ownStep(double hz, double amplitude) {
        return amplitude * (2 * Math.PI * hz / RATE + Math.PI / 2 / (MonitorMixer.FADE_SECONDS * RATE));
    }

    private static double allowed() {
        return ownStep(220, 0.251) + ownStep(311, 0.251) + 1e-4;
    }

    private static double rms(float[] x, int from) {
        double sum = 0;
        for (int i = from; i < x.length; i++) {
            sum += x[i] * x[i];
        }
        return Math.sqrt(sum / (x.length - from));
    }

    @Test
    void silentUntilStartedAndThenFadesIn() {
        mixer.setScene(new MonitorScene(hearing(0).tracks(), 0, false, Optional.empty(), 1, 0, Optional.empty()));
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
        Optional<MonitorScene.Loop> loop = Optional.of(new MonitorScene.Loop(10_000, 20_123));
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

    @ParameterizedTest
    @EnumSource(ToneFilter.Phase.class)
    void theCorrectionComesAndGoesInTimeAndWithoutAClick(ToneFilter.Phase phase) {
        ToneFilter louder = new ToneFilter(phase, List.of(), hz -> 0, 6);
        Optional<ProcessorPool> pool = Optional.of(new ProcessorPool(louder, RATE, MonitorMixer.POOL_SIZE));
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
        Optional<ProcessorPool> pool = Optional.of(new ProcessorPool(ToneFilter.NONE, RATE, MonitorMixer.POOL_SIZE));
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
            ToneFilter gain = ToneFilter.NONE.withGainDb(i % 7 - 3);
            Optional<ProcessorPool> pool = Optional.of(new ProcessorPool(gain, RATE, MonitorMixer.POOL_SIZE));
            mixer.setScene(scene(0, true, pool, Optional.empty()));
            render(1);
        }
        assertThat(largestStep()).isLessThan(2 * allowed());
        ToneFilter last = ToneFilter.NONE.withGainDb(6);
        mixer.setScene(scene(0, true, Optional.of(new ProcessorPool(last, RATE, 4)), Optional.empty()));
        render(4);
        float[] out = render(40);
        assertThat(rms(out, 0)).isCloseTo(Math.pow(10, -6 / 20.0) / Math.sqrt(2), within(0.005));
    }

    @Test
    void changedGainsAreRamped() {
        for (int i = 0; i < 30; i++) {
            float gain = i % 2 == 0 ? 1 : 0.7f;
            mixer.setScene(new MonitorScene(
                    List.of(new MonitorScene.Track(mix, gain)), 0, false, Optional.empty(), 1, 1, Optional.empty()));
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
    void renderingAllocatesNothing() {
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        Optional<ProcessorPool> pool =
                Optional.of(new ProcessorPool(ProcessingTest.BRIGHT, RATE, MonitorMixer.POOL_SIZE));
        MonitorScene plain = hearing(0);
        MonitorScene other = hearing(1);
        MonitorScene corrected = scene(0, true, pool, Optional.of(new MonitorScene.Loop(0, 30_000)));
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long before = 0;
        for (int i = 0; i < 4000; i++) {
            if (i == 1000) { // when everything is loaded and compiled
                before = threads.getThreadAllocatedBytes(Thread.currentThread().getId());
            }
            mixer.setScene(i % 9 < 3 ? plain : i % 9 < 6 ? corrected : other);
            mixer.render(left, right, BLOCK);
        }
        long allocated = threads.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
        assertThat(allocated).as("bytes in 3000 blocks").isLessThan(3000);
    }
}
