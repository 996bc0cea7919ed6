package oakmirror.stereo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import oakmirror.Signals;
import oakmirror.dynamics.Swing;
import oakmirror.spectrum.LineSpectrum;
import oakmirror.spectrum.PitchProfile;
import oakmirror.spectrum.PitchProfile.Standing;
import oakmirror.spectrum.SpectrumAnalyser;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is told of copies: echoes within one, another speed, loudness that was evened out. */
class CopiesTest {

    private static LineSpectrum lines(int rate, float[] sound) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(rate);
        analyser.add(sound, sound, sound.length);
        analyser.finish();
        return analyser.lines();
    }

    @ParameterizedTest
    @CsvSource({"44100, 8, 0.9", "44100, 8, 0.4", "48000, 2.5, -0.8", "96000, 15, 0.5", "32000, 1.1, 0.7"})
    void anEchoIsFoundWithItsDelayAndItsSign(int rate, double ms, double gain) {
        float[] dry = Signals.musicLike(rate, 12, 0.2, 5);
        float[] wet = dry.clone();
        int late = (int) Math.round(ms * rate / 1000);
        for (int i = late; i < wet.length; i++) {
            wet[i] += (float) gain * dry[i - late];
        }
        assertThat(EchoFinder.find(lines(rate, dry))).isEmpty();
        Comb echo = EchoFinder.find(lines(rate, wet)).orElseThrow();
        assertThat(echo.delaySeconds()).isCloseTo((double) late / rate, within(0.00003));
        assertThat(echo.inverted()).isEqualTo(gain < 0);
        assertThat(echo.depthDb()).isBetween(10 * Math.abs(gain), 20 * Math.abs(gain));
        assertThat(echo.firstNotchHz()).isCloseTo((gain < 0 ? 1 : 0.5) / echo.delaySeconds(), within(1e-6));
    }

    @Test
    void whatIsTooShortOrTooLowForAnEchoHasNone() {
        assertThat(EchoFinder.find(lines(16000, Signals.musicLike(16000, 5, 0.2, 1))))
                .isEmpty();
        assertThat(EchoFinder.find(lines(44100, new float[44100]))).isEqualTo(Optional.empty());
    }

    /** Notes of a scale, with harmonics, played so many times as fast. */
    private static float[] tune(int rate, double speed, int seed) {
        float[] sound = new float[(int) (10 * rate / speed)];
        for (int i = 0; i < sound.length; i++) {
            double t = speed * i / rate;
            int note = (int) (t / 0.25);
            double hz = 220 * Math.pow(2, (note * (5 + 2 * seed) % 19) / 12.0);
            for (int h = 1; h <= 8; h++) {
                sound[i] += (float) (0.1 / h * Math.sin(2 * Math.PI * h * hz * (t % 0.25)));
            }
        }
        return sound;
    }

    @ParameterizedTest
    @ValueSource(doubles = {1.005, 0.98, 1.04, 0.95})
    void anotherSpeedIsReadFromTheLinesAlsoThroughAnEqualiserAndAtAnotherRate(double speed) {
        PitchProfile plain = PitchProfile.of(lines(44100, tune(44100, 1, 0)));
        float[] dull = tune(48000, speed, 0);
        for (int i = 1; i < dull.length; i++) {
            dull[i] = 0.4f * dull[i] + 0.6f * dull[i - 1];
        }
        Standing standing = PitchProfile.of(lines(48000, dull)).to(plain);
        assertThat(standing.speed()).isCloseTo(speed, within(0.0006));
        assertThat(standing.likeness()).isGreaterThan(0.9).isGreaterThan(standing.asIs() + 0.1);
    }

    @Test
    void theSameAndOthersAreToldApartByLikeness() {
        PitchProfile one = PitchProfile.of(lines(44100, tune(44100, 1, 0)));
        assertThat(one.to(one))
                .isEqualTo(new Standing(1, one.to(one).likeness(), one.to(one).asIs()));
        assertThat(one.to(one).asIs()).isCloseTo(1, within(1e-9));
        assertThat(one.to(PitchProfile.of(lines(44100, Signals.white(441000, 0.1, 2))))
                        .likeness())
                .isLessThan(0.4);
        assertThat(one.to(PitchProfile.none())).isEqualTo(new Standing(1, 0, 0));
        assertThat(PitchProfile.of(lines(8000, Signals.white(80000, 0.1, 2))).values())
                .isEmpty();
    }

    @Test
    void swingIsTheSlopeOfLoudnessWhereverBothBegin() {
        float[] theirs = new float[400];
        for (int i = 0; i < theirs.length; i++) {
            theirs[i] = (float) (-20 + 5 * Math.sin(0.11 * i) + 3 * Math.sin(0.037 * i));
        }
        float[] own = new float[430];
        java.util.Arrays.fill(own, Float.NEGATIVE_INFINITY);
        for (int i = 0; i < theirs.length; i++) {
            own[i + 30] = -18 + 0.5f * (theirs[i] + 20);
        }
        Swing swing = Swing.of(own, theirs);
        assertThat(swing.slope()).isCloseTo(0.5, within(1e-4));
        assertThat(swing.likeness()).isCloseTo(1, within(1e-6));
        assertThat(swing.lostDb()).isCloseTo(swing.widthDb() / 2, within(1e-3)).isBetween(3.5, 4.5);
        assertThat(Swing.of(new float[3], theirs)).as("too short to tell").isEqualTo(new Swing(1, 0, 0));
    }
}
