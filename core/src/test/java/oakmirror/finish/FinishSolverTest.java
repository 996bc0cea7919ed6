package oakmirror.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Decibels;
import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.limiter.LimiterSettings;
import oakmirror.loudness.LoudnessMeter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Drives by closed forms, and thinned mixes beside what they are of. */
class FinishSolverTest {

    private static MixEnvelope thinned(int rate, float[] both) {
        MixEnvelope mix = new MixEnvelope(rate);
        for (int at = 0; at < both.length; at += 777) {
            float[] part = Arrays.copyOfRange(both, at, Math.min(both.length, at + 777));
            mix.add(part, part, part.length);
        }
        return mix;
    }

    @ParameterizedTest
    @CsvSource({
        "-18,-6,-14,-1,4,0",
        "-18,-3,-14,-1,1.98,2.02",
        "-10,0,-14,-1,-4,0",
        "-14,-1,-14,-1,-0.02,0.02",
        "NaN,-3,-14,-1,0,0"
    })
    void withoutALimiterTheGainReachesTheTargetOrTheCeiling(
            double lufs, double peak, double target, double ceiling, double gain, double missed) {
        FinishSettings settings = new FinishSettings(target, ceiling, Optional.empty());
        FinishPlan plan = new FinishSolver(new MixEnvelope(48000), lufs, peak, settings).solve();
        assertThat(plan.driveDb()).isCloseTo(gain, within(1e-9));
        assertThat(plan.missedLu()).isCloseTo(missed, within(1e-9));
    }

    /** A sine has no peaks above its others, so that a limiter can make it no louder than a sine at the ceiling, which is 3 dB below it on either side. */
    @Test
    void aSineGetsNoLouderThanTheCeiling() {
        MixEnvelope mix = thinned(48000, Signals.tone(48000, -20, 5));
        FinishSettings settings = FinishSettings.DEFAULT.withTarget(-0.5, -1);
        FinishPlan plan = new FinishSolver(mix, -20, -20, settings).solve();
        assertThat(plan.standing()).isEqualTo(Attainment.OUT_OF_REACH);
        double loudest = mix.driven(40, -1, LimiterSettings.DEFAULT).integratedLufs();
        assertThat(loudest).as("both sides at −1 dB peak").isCloseTo(-1, within(0.1));
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 44100, 48000, 96000, 192000})
    void belowTheCeilingAThinnedMixIsAsLoudAsTheMeterSays(int rate) {
        float[] music = Signals.musicLike(rate, 6, 0.05, 1);
        LoudnessMeter meter = new LoudnessMeter(rate, ChannelLayout.stereo());
        meter.add(new float[][] {music, music}, music.length);
        MixEnvelope.Driven driven = thinned(rate, music).driven(3, 0, LimiterSettings.DEFAULT);
        assertThat(driven.integratedLufs()).isCloseTo(meter.result().integratedLufs() + 3, within(0.01));
        assertThat(driven.quantileDb(1)).isZero();
    }

    @Test
    void loudnessGrowsWithTheDriveAndReductionWithIt() {
        MixEnvelope mix = thinned(48000, Signals.musicLike(48000, 8, 0.2, 1));
        double loudness = Double.NEGATIVE_INFINITY;
        double most = 0;
        for (double drive = 0; drive < 25; drive += 0.5) {
            MixEnvelope.Driven driven = mix.driven(drive, -1, LimiterSettings.DEFAULT);
            assertThat(driven.integratedLufs()).isGreaterThan(loudness);
            assertThat(driven.quantileDb(1)).isGreaterThanOrEqualTo(most);
            if (driven.quantileDb(0.9) > 0.1) {
                assertThat(driven.shareOver(driven.quantileDb(0.9))).isCloseTo(0.1, within(0.02));
            }
            loudness = driven.integratedLufs();
            most = driven.quantileDb(1);
        }
        assertThat(most).isGreaterThan(Decibels.ofAmplitude(2));
    }

    /** Clicks in silence stay far above their loudness whatever the drive, and are next to never there: no drive is beyond what is sane. */
    @Test
    void clicksInSilenceAreDrivenAsFarAsItGoes() {
        float[] clicks = new float[48000 * 5];
        for (int i = 24000; i < clicks.length; i += 24000) {
            clicks[i] = 0.1f;
        }
        MixEnvelope mix = thinned(48000, clicks);
        double lufs = mix.driven(0, 0, LimiterSettings.DEFAULT).integratedLufs();
        FinishPlan plan = new FinishSolver(mix, lufs, -20, FinishSettings.DEFAULT).solve();
        assertThat(plan.loudestSaneLufs()).isFinite();
        assertThat(plan.expectedLufs()).isLessThan(-14);
        assertThat(plan.standing()).isEqualTo(Attainment.OUT_OF_REACH);
    }
}
