package oakmirror.loudness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The moving meter against the one that measures a whole file, which is held to EBU Tech 3341 and FFmpeg's. */
class LiveMeterTest {

    private static void feed(LiveMeter meter, float[] left, float[] right, int block) {
        for (int at = 0; at < left.length; at += block) {
            int end = Math.min(left.length, at + block);
            meter.add(Arrays.copyOfRange(left, at, end), Arrays.copyOfRange(right, at, end), end - at);
        }
    }

    private static Loudness whole(int rate, float[] left, float[] right) {
        LoudnessMeter meter = new LoudnessMeter(rate, ChannelLayout.stereo());
        meter.add(new float[][] {left, right}, left.length);
        return meter.result();
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 44100, 48000, 96000, 192000})
    void readsTheLastWindowsAtEveryRate(int rate) {
        float[] left = Signals.musicLike(rate, 7.3, 0.4, 1);
        float[] right = Signals.musicLike(rate, 7.3, 0.3, 2);
        LiveMeter meter = new LiveMeter(rate);
        feed(meter, left, right, 512);
        // The same windows cut out; the filter's own settling is short against them.
        int end = (int) (7.3 * rate) / (rate / 100) * (rate / 100);
        int from = end - 3 * rate;
        float[] lastLeft = Arrays.copyOfRange(left, from, end);
        float[] lastRight = Arrays.copyOfRange(right, from, end);
        assertThat(meter.shortTermLufs())
                .isCloseTo(whole(rate, lastLeft, lastRight).maxShortTermLufs(), within(0.05));
        int momentary = end - 4 * rate / 10;
        assertThat(meter.momentaryLufs())
                .isCloseTo(
                        whole(rate, Arrays.copyOfRange(left, momentary, end), Arrays.copyOfRange(right, momentary, end))
                                .maxMomentaryLufs(),
                        within(0.15));
    }

    /** EBU Tech 3341, cases 9 and 12 (m): constant readings of alternating levels. */
    @Test
    void alternatingLevelsReadConstant() {
        float[] slow = Signals.tones(48000, -20, 1.34, -30, 1.66, -20, 1.34, -30, 1.66, -20, 1.34, -30, 1.66);
        LiveMeter meter = new LiveMeter(48000);
        feed(meter, slow, slow, 480);
        assertThat(meter.shortTermLufs()).isCloseTo(-23, within(0.1));
        float[] fast = Signals.tones(48000, -20, 0.18, -30, 0.22, -20, 0.18, -30, 0.22, -20, 0.18, -30, 0.22);
        feed(meter, fast, fast, 480);
        assertThat(meter.momentaryLufs()).isCloseTo(-23, within(0.1));
    }

    @Test
    void silenceComesBackToNothingWithoutAResidue() {
        LiveMeter meter = new LiveMeter(48000);
        float[] loud = Signals.white(48000 * 4, 0.9, 3);
        feed(meter, loud, loud, 512);
        assertThat(meter.shortTermLufs()).isGreaterThan(-10);
        float[] silence = new float[48000 * 5];
        feed(meter, silence, silence, 512);
        assertThat(meter.shortTermLufs()).isLessThan(-120);
        assertThat(meter.momentaryLufs()).isLessThan(-120);
        assertThat(meter.peak()).isLessThan(1e-6);
    }

    @Test
    void theHighestPeakStaysUntilItIsReset() {
        LiveMeter meter = new LiveMeter(48000);
        assertThat(meter.highestPeakDbtp()).isEqualTo(Double.NEGATIVE_INFINITY);
        // fs/4 at 45°: samples 3 dB below the true peak (EBU Tech 3341, m).
        float[] hidden = Signals.sine(48000, 12000, -6, 1, 45);
        feed(meter, hidden, hidden, 512);
        assertThat(meter.highestPeakDbtp()).isBetween(-6.4, -5.8);
        float[] soft = Signals.sine(48000, 997, -30, 1, 0);
        feed(meter, soft, soft, 512);
        assertThat(meter.highestPeakDbtp()).isBetween(-6.4, -5.8);
        meter.reset();
        feed(meter, soft, soft, 512);
        assertThat(meter.highestPeakDbtp()).isCloseTo(-30, within(0.2));
    }

    @Test
    void integratedSinceTheResetIsThatOfTheStretch() {
        float[] left = Signals.join(Signals.musicLike(48000, 9, 0.5, 1), Signals.musicLike(48000, 8, 0.02, 3));
        float[] right = Signals.join(Signals.musicLike(48000, 9, 0.4, 2), Signals.musicLike(48000, 8, 0.02, 4));
        LiveMeter meter = new LiveMeter(48000);
        assertThat(meter.integratedLufs()).isNaN();
        feed(meter, left, right, 480);
        // The softer half lies more than 10 LU down: the relative gate leaves it out of both.
        assertThat(meter.integratedLufs()).isCloseTo(whole(48000, left, right).integratedLufs(), within(0.05));
        meter.reset();
        assertThat(meter.integratedLufs())
                .as("at once, also where nothing plays")
                .isNaN();
        assertThat(meter.highestPeakDbtp()).isNegative().isInfinite();
        float[] next = Signals.musicLike(48000, 6, 0.2, 5);
        feed(meter, next, next, 480);
        assertThat(meter.integratedLufs()).isCloseTo(whole(48000, next, next).integratedLufs(), within(0.1));
    }
}
