package oakmirror.monitor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.ActivityAnalyser;
import oakmirror.rhythm.TempoFinder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TimeStretchTest {

    private static final int RATE = 48000;

    private static float[][] stretched(StereoSource source, double factor) {
        TimeStretch stretch = new TimeStretch(source, factor);
        int frames = (int) stretch.expectedFrames();
        float[][] out = new float[2][frames];
        float[][] block = new float[2][1000];
        int done = 0;
        int n;
        while ((n = stretch.read(block, 1000)) > 0) {
            System.arraycopy(block[0], 0, out[0], done, n);
            System.arraycopy(block[1], 0, out[1], done, n);
            done += n;
        }
        assertThat(done).isEqualTo(frames);
        return out;
    }

    @Test
    void atFactorOneNothingChanges() {
        Clip clip = Clip.stereo(RATE, Signals.musicLike(RATE, 2, 0.5, 1), Signals.musicLike(RATE, 2, 0.5, 2));
        float[][] out = stretched(clip, 1);
        for (int i = 0; i < out[0].length; i++) {
            assertThat(out[0][i]).isCloseTo(clip.channels()[0][i], within(1e-6f));
            assertThat(out[1][i]).isCloseTo(clip.channels()[1][i], within(1e-6f));
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.7, 0.95, 1.04, 1.5})
    void aSineKeepsItsPitchAndLevel(double factor) {
        Clip clip = Signals.both(RATE, Signals.sine(RATE, 440, -12, 4, 0));
        float[] out = stretched(clip, factor)[0];
        assertThat(out.length).isEqualTo((int) Math.round(4 * RATE * factor));
        int crossings = 0;
        double sum = 0;
        int from = RATE / 2;
        int to = out.length - RATE / 2;
        for (int i = from; i < to; i++) {
            crossings += out[i - 1] < 0 && out[i] >= 0 ? 1 : 0;
            sum += out[i] * out[i];
        }
        double seconds = (double) (to - from) / RATE;
        assertThat(crossings / seconds).isCloseTo(440, within(1.0));
        double level = 10 * Math.log10(2 * sum / (to - from));
        assertThat(level).isCloseTo(-12, within(0.2));
    }

    @Test
    void musicKeepsItsBeatAtTheNewTempoAndBothSidesTheirPlace() {
        float[] drums = Signals.drums(RATE, 121, 20, 0.2, 5);
        float[] half = drums.clone();
        for (int i = 0; i < half.length; i++) {
            half[i] *= 0.5f;
        }
        double factor = 121 / 118.0;
        float[][] out = stretched(Clip.stereo(RATE, drums, half), factor);
        ActivityAnalyser analyser = new ActivityAnalyser(RATE);
        analyser.add(out[0], out[1], out[0].length);
        assertThat(TempoFinder.find(analyser.finish()).grid().orElseThrow().bpm())
                .isCloseTo(118, within(0.3));
        for (int i = 0; i < out[0].length; i++) {
            assertThat(out[1][i]).isCloseTo(0.5f * out[0][i], within(1e-6f));
        }
        // Every hit is within the reach of the search of where it should be.
        for (int beat = 1; beat < 30; beat++) {
            int expected = (int) Math.round((0.2 + beat * 2 * 60 / 121.0) * factor * RATE);
            int loudest = expected;
            for (int i = Math.max(0, expected - 1500); i < Math.min(out[0].length, expected + 2200); i++) {
                loudest = Math.abs(out[0][i]) > Math.abs(out[0][loudest]) ? i : loudest;
            }
            assertThat((loudest - expected) / (double) RATE).as("hit %d", beat).isBetween(-0.013, 0.032);
            if (expected > out[0].length - 3000) {
                break;
            }
        }
    }

    @Test
    void silenceStaysSilentAndFactorsHaveLimits() {
        assertThat(stretched(Signals.both(RATE, new float[RATE]), 1.1)[0]).containsOnly(0f);
        assertThat(stretched(Signals.both(RATE, new float[50]), 1.1)[0]).hasSize(55);
        assertThatThrownBy(() -> new TimeStretch(Signals.both(RATE, new float[50]), 5))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TimeStretch(Signals.both(RATE, new float[50]), Double.NaN))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aRangeIsReadAsAStreamOfItsOwn() {
        float[] ramp = new float[1000];
        for (int i = 0; i < ramp.length; i++) {
            ramp[i] = i;
        }
        RangeStream stream = new RangeStream(Clip.stereo(100, ramp, ramp.clone()), new TimeRange(2, 20));
        assertThat(stream.expectedFrames()).isEqualTo(800);
        float[][] block = new float[2][600];
        assertThat(stream.read(block, 600)).isEqualTo(600);
        assertThat(block[1][0]).isEqualTo(200);
        assertThat(stream.read(block, 600)).isEqualTo(200);
        assertThat(block[0][199]).isEqualTo(999);
        assertThat(stream.read(block, 600)).isZero();
        assertThat(new RangeStream(Clip.stereo(100, ramp, ramp), new TimeRange(50, 60)).expectedFrames())
                .isZero();
    }
}
