package oakmirror.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.RingBuffer;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.NominalBands;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Profiles of what plays, against those of the files that are played. */
class TakeTest {

    private static final int RATE = 48000;
    private static final ExecutorService EXECUTOR = Executors.newCachedThreadPool();

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    /** All songs that go through a gate, each as a take. */
    private static final class Listener implements Gate.Taker {
        private final List<Take> takes = new ArrayList<>();
        private boolean between = true;

        @Override
        public void music(float[] left, float[] right, int frames) {
            if (between) {
                takes.add(new Take(RATE, "take-" + takes.size(), EXECUTOR, EXECUTOR));
                between = false;
            }
            takes.get(takes.size() - 1).add(left, right, frames);
        }

        @Override
        public void songEnds() {
            between = true;
        }
    }

    private static Listener heard(float[] left, float[] right, double gainDb) {
        Listener listener = new Listener();
        Gate gate = new Gate(RATE, listener);
        float gain = (float) Decibels.toAmplitude(gainDb);
        float[] l = new float[512];
        float[] r = new float[512];
        for (int at = 0; at + 512 <= left.length; at += 512) {
            for (int i = 0; i < 512; i++) {
                l[i] = gain * left[at + i];
                r[i] = gain * right[at + i];
            }
            gate.add(l, r, 512);
        }
        return listener;
    }

    private static float[] song(double seconds, long seed) {
        float[] song = Signals.musicLike(RATE, seconds, 0.4, seed);
        for (int i = 0; i < song.length; i++) { // louder and softer, as music is
            song[i] *= (float) (0.7 + 0.3 * Math.sin(2 * Math.PI * i / (8.0 * RATE)));
        }
        return song;
    }

    private static double[] thirds(Measurements f) {
        double[] levels = FractionalOctave.levelsDb(f.tone().spectrum().of(Part.STEREO), 1.0 / 3);
        double[] thirds = NominalBands.of(levels);
        return Arrays.stream(thirds).map(t -> t - f.lufs()).toArray();
    }

    @Test
    void aTakeSaysWhatTheFileSaysAtAnyLevelAndAcrossAGap() throws IOException {
        float[] left = song(40, 1);
        float[] right = song(40, 2);
        TrackMeasurement m = new TrackMeasurer(EXECUTOR, Extent.ALL)
                .measure(Signals.clip(RATE, ChannelLayout.stereo(), left, right).stream(), Progress.NONE);
        Measurements file = Measurements.of(m, m, oakmirror.rhythm.Rhythm.NONE, new float[0]);
        double[] wanted = thirds(file);
        float[] l = left.clone();
        float[] r = right.clone();
        Arrays.fill(l, 17 * RATE, 17 * RATE + RATE / 20, 0);
        Arrays.fill(r, 17 * RATE, 17 * RATE + RATE / 20, 0);
        for (double level : new double[] {-6, -20, -40}) {
            Listener listener = heard(l, r, level);
            assertThat(listener.takes).hasSize(1);
            assertThat(listener.takes.get(0).isEnough()).isTrue();
            assertThat(listener.takes.get(0).errorDb()).isBetween(0.05, 1.0);
            Measurements take = listener.takes.get(0).figures().orElseThrow();
            assertThat(take.lufs() - level).isCloseTo(file.lufs(), within(0.1));
            assertThat(take.rangeLu()).isCloseTo(file.rangeLu(), within(0.1));
            assertThat(take.peakToLoudness()).isCloseTo(file.peakToLoudness(), within(0.1));
            double[] got = thirds(take);
            for (int t = 4; t < 29; t++) {
                assertThat(got[t]).as("third %d at %s dB", t, level).isCloseTo(wanted[t], within(0.1));
            }
            assertThat(take.toneSpreadDb()).hasSize(NominalBands.COUNT);
        }
    }

    @Test
    void songsAreToldApartAndSilenceAndPausesWithinThemAreNot() {
        float[] one = song(12, 3);
        Arrays.fill(one, 5 * RATE, 5 * RATE + RATE / 2, 0); // a pause of half a second belongs to it
        float[] silence = new float[3 * RATE];
        float[] all = Signals.join(silence, one, silence, song(11, 5), silence);
        Listener listener = heard(all, all, -10);
        assertThat(listener.takes).hasSize(2);
        assertThat(listener.takes.get(0).seconds()).isCloseTo(12, within(0.3));
        assertThat(listener.takes.get(1).seconds()).isCloseTo(11, within(0.3));
        listener.takes.forEach(Take::end);
        Listener none = heard(silence, silence, 0);
        assertThat(none.takes).isEmpty();
    }

    @Test
    void ofNothingThereIsNoProfile() {
        Take take = new Take(RATE, "nothing", EXECUTOR, EXECUTOR);
        assertThat(take.figures()).isEmpty();
        take.add(new float[10], new float[10], 10);
        assertThat(take.seconds()).as("it has ended").isZero();
    }

    @Test
    void theLastWhileIsThereAndNothingElse() {
        RingBuffer rolling = new RingBuffer(100, 2);
        for (int block = 0; block < 7; block++) {
            float[] l = new float[50];
            Arrays.fill(l, block);
            rolling.add(l, l, 50);
        }
        Clip last = rolling.last(1.5);
        assertThat(last.frames()).isEqualTo(150);
        assertThat(last.channels()[0][0]).isEqualTo(4);
        assertThat(last.channels()[0][149]).isEqualTo(6);
        assertThat(rolling.seconds()).isEqualTo(2);
        assertThat(rolling.last(60).frames()).isEqualTo(200);
    }
}
