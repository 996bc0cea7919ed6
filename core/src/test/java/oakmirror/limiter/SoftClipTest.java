package oakmirror.limiter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import oakmirror.Signals;
import oakmirror.audio.Decibels;
import oakmirror.dsp.StereoProcessor;
import org.junit.jupiter.api.Test;

/** A soft clip by its own statement, and what it leaves where no harmonic is. */
class SoftClipTest {

    private static final int RATE = 48000;

    private static float[] through(SoftClip clip, float[] in, int block) {
        StereoProcessor p = clip.maker(RATE).get();
        float[] left = Arrays.copyOf(in, in.length + p.latencyFrames());
        float[] right = left.clone();
        for (int at = 0; at < left.length; at += block) {
            p.process(left, right, at, Math.min(block, left.length - at));
        }
        assertThat(left).isEqualTo(right);
        return Arrays.copyOfRange(left, p.latencyFrames(), left.length);
    }

    @Test
    void takesWhatItSays() {
        SoftClip clip = new SoftClip(-1, 2);
        assertThat(clip.takenDb(Decibels.toAmplitude(-3))).isCloseTo(0, within(1e-9));
        assertThat(clip.takenDb(Decibels.toAmplitude(-1))).isCloseTo(1, within(1e-9));
        assertThat(clip.takenDb(Decibels.toAmplitude(1))).isCloseTo(2, within(1e-9));
        assertThat(clip.takenDb(Decibels.toAmplitude(20))).isEqualTo(2);
        double before = 0;
        for (double db = -6; db < 10; db += 0.01) {
            double magnitude = Decibels.toAmplitude(db);
            double after = magnitude * Decibels.toAmplitude(-clip.takenDb(magnitude));
            assertThat(after).isGreaterThan(before);
            before = after;
        }
    }

    @Test
    void slowTonesHaveTheCurvesPeak() {
        for (double peakDb : new double[] {-2, -1, 0, 1, 4}) {
            float[] out = through(new SoftClip(-1, 2), Signals.sine(RATE, 50, peakDb, 0.5, 0), 333);
            double highest = 0;
            for (int i = RATE / 10; i < RATE * 4 / 10; i++) {
                highest = Math.max(highest, Math.abs(out[i]));
            }
            double expected = peakDb - new SoftClip(-1, 2).takenDb(Decibels.toAmplitude(peakDb));
            assertThat(Decibels.ofAmplitude(highest)).isCloseTo(expected, within(0.01));
        }
    }

    @Test
    void belowItsKneeNothingChanges() {
        float[] in = Signals.sine(RATE, 997, -3.1, 1, 0);
        assertThat(through(new SoftClip(-1, 2), in, 512)).isEqualTo(in);
        float[] loudOnce = Signals.join(Signals.tone(RATE, 3, 0.1), in);
        float[] out = through(new SoftClip(-1, 2), loudOnce, 512);
        assertThat(Arrays.copyOfRange(out, out.length - RATE / 2, out.length))
                .isEqualTo(Arrays.copyOfRange(loudOnce, out.length - RATE / 2, out.length));
    }

    @Test
    void theSameComesOutWhateverIsGivenAtATime() {
        float[] in = Signals.white(RATE, 1.5, 4);
        float[] expected = through(new SoftClip(-1, 3), in, 512);
        assertThat(through(new SoftClip(-1, 3), in, 1)).isEqualTo(expected);
        assertThat(through(new SoftClip(-1, 3), in, 4097)).isEqualTo(expected);
    }

    /** 5 kHz has harmonics at 15 and 25 kHz, of which the latter would come back at 23 kHz; 7 kHz at 21, then 35, which would come back at 13. */
    @Test
    void aliasesAreLow() {
        float[] out = through(new SoftClip(-1, 3), Signals.sine(RATE, 7000, 1, 2, 0), 512);
        double tone = level(out, 7000);
        assertThat(level(out, 13000) - tone).as("of 35 kHz").isLessThan(-85);
        assertThat(level(out, 1000) - tone).as("of 49 kHz").isLessThan(-85);
        assertThat(level(out, 21000) - tone).as("the third harmonic").isBetween(-30.0, -15.0);
    }

    private static double level(float[] out, double hz) {
        double re = 0;
        double im = 0;
        for (int i = RATE / 2; i < 3 * RATE / 2; i++) {
            re += out[i] * Math.cos(2 * Math.PI * hz * i / RATE);
            im += out[i] * Math.sin(2 * Math.PI * hz * i / RATE);
        }
        return Decibels.ofPower((re * re + im * im) * 4 / ((double) RATE * RATE));
    }

    @Test
    void whatIsNoClipIsRefused() {
        assertThatThrownBy(() -> new SoftClip(-1, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new SoftClip(-1, 7)).isInstanceOf(IllegalArgumentException.class);
    }
}
