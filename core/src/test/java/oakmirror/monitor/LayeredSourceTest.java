package oakmirror.monitor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.Chain;
import oakmirror.dsp.TestFilters;
import oakmirror.dsp.ToneFilter.Phase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class LayeredSourceTest extends MonitorFixture {

    private final StereoSource stem = Signals.both(RATE, Signals.sine(RATE, 140, -20, 10, 70));
    private final LayeredSource layered = new LayeredSource(mix, List.of(stem));

    private MonitorScene hearing(Optional<ProcessorPool> pool) {
        return scene(
                List.of(new MonitorScene.Track(layered, 1), new MonitorScene.Track(reference, 0.5f)),
                0,
                pool.isPresent(),
                pool,
                Optional.empty(),
                MonitorPath.STRAIGHT);
    }

    private float[] sum(double gain, long from, int count) {
        float[] a = new float[count];
        float[] b = new float[count];
        mix.read(from, a, new float[count], 0, count);
        stem.read(from, b, new float[count], 0, count);
        for (int i = 0; i < count; i++) {
            a[i] += (float) gain * b[i];
        }
        return a;
    }

    @Test
    void isTheSourceItselfUntilALayerIsHeard() {
        mixer.setScene(hearing(Optional.empty()));
        float[] out = render(40);
        for (int i = 1000; i < out.length; i++) {
            assertThat(out[i]).isEqualTo(sum(0, i, 1)[0]);
        }
    }

    @Test
    void changesGlideAndAreExactAfterABlock() {
        mixer.setScene(hearing(Optional.empty()));
        render(20);
        for (int i = 0; i < 30; i++) { // a fader that is dragged
            layered.setGains(new float[] {i % 2 == 0 ? 1.5f : -1f});
            render(1);
        }
        assertThat(largestStep()).isLessThan(allowed());
        layered.setGains(new float[] {0.4f});
        render(1);
        long at = mixer.position();
        float[] out = render(4);
        assertThat(Signals.largestDifference(out, sum(0.4, at, out.length))).isLessThan(1e-6);
    }

    /** As through the same chain offline, from the moment it is switched on: what went before counts with its layers. */
    @ParameterizedTest
    @EnumSource(Phase.class)
    void aChainComesInWithThePastOfTheLayers(Phase phase) {
        layered.setGains(new float[] {1.2f});
        Chain chain = Chain.of(TestFilters.bright(phase));
        mixer.setScene(hearing(Optional.empty()));
        render(60);
        mixer.setScene(hearing(Optional.of(new ProcessorPool(chain.maker(RATE)))));
        render(2);
        long at = mixer.position();
        float[] out = render(10);
        float[] all = sum(1.2, 0, 5 * RATE);
        Clip whole = Signals.both(RATE, all);
        oakmirror.dsp.StereoProcessor offline = chain.create(RATE);
        float[] left = whole.channels()[0].clone();
        offline.process(left, whole.channels()[1].clone(), 0, left.length);
        for (int i = 0; i < out.length; i++) {
            assertThat(out[i]).isCloseTo(left[(int) at + offline.latencyFrames() + i], within(2e-4f));
        }
    }

    @Test
    void allocatesNothingWhileItIsHeard() {
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        layered.setGains(new float[] {0.7f});
        mixer.setScene(hearing(Optional.of(
                new ProcessorPool(Chain.of(TestFilters.bright(Phase.MINIMUM)).maker(RATE)))));
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long before = 0;
        for (int i = 0; i < 3000; i++) {
            if (i == 1000) { // when everything is loaded and compiled
                before = threads.getThreadAllocatedBytes(Thread.currentThread().getId());
            }
            mixer.render(left, right, BLOCK);
        }
        long allocated = threads.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
        assertThat(allocated).as("bytes in 2000 blocks").isLessThan(2000);
    }

    @Test
    void layersOfAnotherRateAndGainsForOthersAreRefused() {
        Clip other = Clip.stereo(44100, new float[4], new float[4]);
        assertThatThrownBy(() -> new LayeredSource(mix, List.of(other))).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> layered.setGains(new float[2])).isInstanceOf(IllegalArgumentException.class);
    }
}
