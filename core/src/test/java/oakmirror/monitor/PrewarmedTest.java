package oakmirror.monitor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.Chain;
import oakmirror.dsp.LongConvolver;
import oakmirror.dsp.StereoResponse;
import oakmirror.dsp.TestFilters;
import oakmirror.dsp.ToneFilter.Phase;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Chains that stand ready, so that the audio thread need not run the past through them. */
class PrewarmedTest extends MonitorFixture {

    private static final Optional<FrameRange> LOOP = Optional.of(new FrameRange(40_000, 52_345));

    private final StereoSource noise =
            Signals.both(RATE, Signals.white(10 * RATE, 0.3, 5)); // every frame tells where it is from

    private List<MonitorScene.Track> tracks() {
        return List.of(new MonitorScene.Track(noise, 1), new MonitorScene.Track(reference, 0.5f));
    }

    private static ProcessorPool pool(Phase phase) {
        return new ProcessorPool(Chain.of(TestFilters.bright(phase)).maker(RATE));
    }

    /** The same story told to two mixers, one of which is prepared: both sound alike, and the prepared one had nothing to do itself. */
    @ParameterizedTest
    @EnumSource(Phase.class)
    void whatIsPreparedSoundsAsWhatIsNot(Phase phase) {
        Optional<ProcessorPool> own = Optional.of(pool(phase));
        Optional<ProcessorPool> others = Optional.of(pool(phase));
        MonitorMixer other = new MonitorMixer(RATE, BLOCK);
        Random random = new QuickRandom(1);
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (int i = 0; i < 240; i++) {
            int heard = random.nextInt(2);
            boolean corrected = random.nextInt(3) > 0;
            Optional<FrameRange> loop = random.nextInt(2) == 0 ? LOOP : Optional.empty();
            mixer.setScene(scene(tracks(), heard, corrected, own, loop, MonitorPath.STRAIGHT));
            other.setScene(scene(tracks(), heard, corrected, others, loop, MonitorPath.STRAIGHT));
            if (random.nextInt(4) == 0) {
                long to = random.nextInt(9 * RATE);
                mixer.jumpTo(to);
                other.jumpTo(to);
            }
            mixer.prepare();
            for (int b = 0; b < 3; b++) {
                mixer.prepare();
                mixer.render(left, right, BLOCK);
                float[] expected = new float[BLOCK];
                other.render(expected, new float[BLOCK], BLOCK);
                assertThat(Signals.largestDifference(left, expected))
                        .as("step %d, block %d", i, b)
                        .isLessThan(2e-5);
            }
        }
        assertThat(mixer.unpreparedStarts()).isZero();
        assertThat(other.unpreparedStarts()).as("it was worth it").isGreaterThan(20);
    }

    @Test
    void aChainThatTakesOverIsPreparedBeforeItIsHeard() {
        Optional<ProcessorPool> first = Optional.of(pool(Phase.LINEAR));
        mixer.setScene(scene(tracks(), 0, true, first, Optional.empty(), MonitorPath.STRAIGHT));
        mixer.prepare();
        render(30);
        for (int i = 0; i < 40; i++) {
            ProcessorPool next = pool(i % 2 == 0 ? Phase.MINIMUM : Phase.LINEAR);
            mixer.prepare(noise, next);
            render(1);
            mixer.setScene(scene(tracks(), 0, true, Optional.of(next), Optional.empty(), MonitorPath.STRAIGHT));
            render(2);
            mixer.prepare();
        }
        assertThat(mixer.unpreparedStarts()).isZero();
    }

    @Test
    void nothingIsKeptOfChainsThatHaveGone() {
        ProcessorPool gone = pool(Phase.MINIMUM);
        mixer.setScene(scene(tracks(), 0, true, Optional.of(gone), LOOP, MonitorPath.STRAIGHT));
        mixer.jumpTo(100);
        mixer.prepare();
        render(3);
        mixer.setScene(MonitorScene.EMPTY);
        render(30);
        mixer.prepare(noise, gone); // too late: the track has gone
        mixer.prepare();
        for (int i = 0; i < MonitorMixer.POOL_SIZE; i++) {
            assertThat(gone.take()).as("all came back").isNotNull();
        }
    }

    @Test
    void aSceneWithoutChainsHasNothingToPrepare() {
        mixer.setScene(hearing(0));
        mixer.prepare();
        mixer.jumpTo(4000);
        render(4);
        assertThat(mixer.unpreparedStarts()).isZero();
    }

    /** A long response in two pieces against the same in one. */
    @Test
    void aLongInsertIsTheConvolutionItIsMeantToBe() {
        double[] left = new double[20_000];
        double[] right = new double[9_000];
        Random random = new QuickRandom(4);
        for (int i = 0; i < left.length; i++) {
            left[i] = random.nextGaussian() * Math.exp(-i / 4000.0) / 40;
        }
        for (int i = 0; i < right.length; i++) {
            right[i] = random.nextGaussian() * Math.exp(-i / 3000.0) / 40;
        }
        LongConvolver insert = new LongConvolver(StereoResponse.each(left, right));
        float[] l = Signals.white(40_000, 0.5, 6);
        float[] r = Signals.white(40_000, 0.5, 7);
        float[] inLeft = l.clone();
        float[] inRight = r.clone();
        for (int at = 0; at < l.length; at += 500) {
            insert.process(l, r, at, 500);
        }
        for (int i : new int[] {300, 3_000, 4_095, 4_096, 5_000, 12_345, 30_000, 39_999}) {
            assertThat(l[i]).isCloseTo(direct(inLeft, left, i - insert.latencyFrames()), within(2e-5f));
            assertThat(r[i]).isCloseTo(direct(inRight, right, i - insert.latencyFrames()), within(2e-5f));
        }
    }

    private static float direct(float[] in, double[] response, int at) {
        double sum = 0;
        for (int k = 0; k < response.length && k <= at; k++) {
            sum += response[k] * in[at - k];
        }
        return (float) sum;
    }
}
