package oakmirror.monitor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.dsp.Chain;
import oakmirror.dsp.TestFilters;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.place.PlaceSound;
import oakmirror.place.Sounds;
import org.junit.jupiter.api.Test;

/** Hearing everything somewhere else: going there and back, and the noise there. */
class MonitorPlaceTest extends MonitorFixture {

    private static MonitorPlace place(String id, float gain, float noiseGain) {
        PlaceSound sound = Sounds.of(id, RATE);
        return new MonitorPlace(sound.processor(-20), gain, sound.noise(), noiseGain);
    }

    private static MonitorPath at(MonitorPlace place) {
        return new MonitorPath(Optional.ofNullable(place), Sides.STEREO, Optional.empty(), Optional.empty(), 1);
    }

    @Test
    void goingElsewhereAndBackLeavesNoStepAboveSixtyDecibelsBelowFullScale() {
        List<MonitorScene.Track> two = List.of(
                new MonitorScene.Track(Signals.both(RATE, Signals.sine(RATE, 41, -18, 20, 10)), 1),
                new MonitorScene.Track(Signals.both(RATE, Signals.sine(RATE, 57, -18, 20, 130)), 1));
        MonitorPlace[] places = { // none louder than here
            null, place("car", 0.15f, 0), place("phone", 1, 0), place("small-speaker", 1, 0)
        };
        mixer.setScene(scene(two, 0, false, Optional.empty(), Optional.empty(), MonitorPath.STRAIGHT));
        render(40);
        for (int i = 0; i < 150; i++) {
            mixer.setScene(scene(
                    two, i / 3 % 2, false, Optional.empty(), Optional.empty(), at(places[i * 2 % places.length])));
            render(2 + i % 7);
        }
        double own = Math.pow(10, -18 / 20.0) * 2 * Math.PI * 57 / RATE;
        assertThat(largestStep() - own).isLessThan(1e-3);
    }

    @Test
    void aPlaceIsHeardWithinABlockAndAFade() {
        MonitorPlace phone = place("phone", 1, 0);
        mixer.setScene(hearing(0));
        render(50);
        mixer.setScene(through(at(phone)));
        float[] there = render(10);
        assertThat(rms(there, 2 * BLOCK)).as("220 Hz from the palm of a hand").isLessThan(0.05);
        mixer.setScene(hearing(0));
        assertThat(rms(render(10), 2 * BLOCK)).isCloseTo(0.1776, within(0.002));
    }

    @Test
    void twoEqualTracksAreEqualThereToo() {
        float[][] heard = new float[2][];
        for (int track = 0; track < 2; track++) {
            MonitorMixer other = new MonitorMixer(RATE, BLOCK);
            PlaceSound sound = Sounds.of("small-speaker", RATE);
            List<MonitorScene.Track> same = List.of(
                    new MonitorScene.Track(Signals.both(RATE, Signals.musicLike(RATE, 3, 0.2, 1)), 1),
                    new MonitorScene.Track(Signals.both(RATE, Signals.musicLike(RATE, 3, 0.2, 1)), 1));
            other.setScene(scene(
                    same,
                    track,
                    false,
                    Optional.empty(),
                    Optional.empty(),
                    at(new MonitorPlace(sound.processor(-20), 0.5f, Optional.empty(), 0))));
            float[] left = new float[BLOCK];
            float[] all = new float[100 * BLOCK];
            for (int b = 0; b < 100; b++) {
                other.render(left, new float[BLOCK], BLOCK);
                System.arraycopy(left, 0, all, b * BLOCK, BLOCK);
            }
            heard[track] = all;
        }
        assertThat(heard[0]).isEqualTo(heard[1]);
        assertThat(rms(heard[0], 50 * BLOCK)).isGreaterThan(0.001);
    }

    @Test
    void itsNoiseIsThereWhileSomethingPlaysAndGoesWithoutAClick() {
        MonitorPlace car = place("car", 1, 0.05f);
        List<MonitorScene.Track> silence = List.of(new MonitorScene.Track(Signals.both(RATE, new float[20 * RATE]), 1));
        MonitorScene playing = scene(silence, 0, false, Optional.empty(), Optional.empty(), at(car));
        MonitorScene stopped = new MonitorScene(silence, 0, Optional.empty(), false, 0, false, at(car));
        mixer.setScene(stopped);
        assertThat(rms(render(20), 0)).isZero();
        mixer.setScene(playing);
        float[] heard = render(600);
        assertThat(mixer.meter().shortTermLufs()).isCloseTo(20 * Math.log10(0.05), within(1.0));
        double ownStep = 0;
        for (int i = heard.length / 2; i < heard.length - 1; i++) {
            ownStep = Math.max(ownStep, Math.abs(heard[i + 1] - heard[i]));
        }
        mixer.setScene(stopped);
        render(3);
        assertThat(rms(render(4), 0)).isZero();
        mixer.setScene(playing);
        render(5);
        mixer.setScene(
                scene(silence, 0, false, Optional.empty(), Optional.empty(), at(place("small-speaker", 1, 0.001f))));
        render(6);
        assertThat(rms(render(20), 0)).as("another place's, far softer").isBetween(1e-5, 1e-2);
        assertThat(largestStep()).isLessThan(2 * ownStep);
    }

    @Test
    void whatIsHeardThroughAChainHasAGainOfItsOwn() {
        Optional<ProcessorPool> pool =
                Optional.of(new ProcessorPool(Chain.of(TestFilters.BRIGHT).maker(RATE)));
        MonitorScene.Track plain = hearing(0).tracks().get(0);
        MonitorScene.Track half = new MonitorScene.Track(plain.source(), 1, plain.timing(), plain.loop(), pool, 0.5f);
        double[] heard = new double[3];
        for (int i = 0; i < 3; i++) {
            MonitorScene.Track track =
                    i == 1 ? new MonitorScene.Track(plain.source(), 1, plain.timing(), plain.loop(), pool) : half;
            mixer.setScene(
                    new MonitorScene(List.of(track), 0, Optional.empty(), i > 0, 1, false, MonitorPath.STRAIGHT));
            heard[i] = rms(render(40), 20 * BLOCK);
            if (i == 1) {
                mixer.setScene(hearing(1));
                render(10);
            }
        }
        assertThat(heard[0]).as("without it, as it is").isCloseTo(0.1776, within(0.002));
        assertThat(heard[2] / heard[1]).isCloseTo(0.5, within(0.01));
    }

    @Test
    void renderingThereAllocatesNothing() {
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        MonitorScene[] scenes = {
            hearing(0), through(at(place("car", 1, 0.01f))), hearing(1), through(at(place("phone", 1, 0.01f)))
        };
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long before = 0;
        for (int i = 0; i < 3000; i++) {
            if (i == 1500) { // when everything is loaded and compiled
                before = threads.getThreadAllocatedBytes(Thread.currentThread().getId());
            }
            mixer.setScene(scenes[i / 9 % scenes.length]);
            mixer.render(left, right, BLOCK);
        }
        long allocated = threads.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
        assertThat(allocated).as("bytes in 1500 blocks").isLessThan(3000);
    }
}
