package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ForkJoinPool;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.compare.Subject;
import oakmirror.correction.ToneProposal.Asked;
import oakmirror.correction.ToneProposal.Decided;
import oakmirror.correction.WantedTone.Point;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Tones that are wanted whatever references say. */
class WantedToneTest {

    private static final int RATE = 48000;

    @ParameterizedTest
    @ValueSource(
            strings = {
                "frequency_hz,level_db\n20,6.5\n1000,0\n16000,-4.25\n",
                "16000;-4,25\r\n1000;0\r\n20;6,5\r\n",
                "# mine\n\"20\"\t6.5\n1000\t0\n\n16000\t−4.25",
                "20,6,ignored\n20,7\n1000,0\n16000,-4.25",
            })
    void tablesOfAllHabitsAreRead(String text) {
        WantedTone tone = WantedTone.parse("mine", text).orElseThrow();
        assertThat(tone.name()).isEqualTo("mine");
        assertThat(tone.points()).containsExactly(new Point(20, 6.5), new Point(1000, 0), new Point(16000, -4.25));
        assertThat(tone.levelDb(Math.sqrt(20 * 1000))).isCloseTo(3.25, within(1e-9));
        assertThat(tone.levelDb(10)).isNaN();
        assertThat(tone.levelDb(20000)).isNaN();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "a,b\nc,d", "1000,3", "20,1e9\n30,2", "-5,1\n-7,2", "20,NaN\n30,1", "{\"x\": 1}"})
    void whatIsNoToneIsNone(String text) {
        assertThat(WantedTone.parse("x", text)).isEmpty();
    }

    @Test
    void aToneWithFallingFrequenciesCannotBe() {
        assertThatThrownBy(() -> new WantedTone("x", List.of(new Point(100, 0), new Point(50, 0))))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void plainTiltsAreShipped() {
        assertThat(WantedTone.shipped()).hasSize(4).extracting(WantedTone::name).contains("falling 3 dB an octave");
        for (WantedTone tone : WantedTone.shipped()) {
            assertThat(tone.levelDb(1000)).isZero();
            double slope = tone.levelDb(2000) - tone.levelDb(1000);
            assertThat(tone.levelDb(8000)).isCloseTo(3 * slope, within(0.01));
            assertThat(tone.name()).satisfiesAnyOf(n -> assertThat(n).startsWith("even"), n -> assertThat(n)
                    .contains(String.valueOf(-slope).substring(0, 1)));
        }
    }

    private static Subject noise(float[] channel) throws IOException {
        TrackMeasurement m = new TrackMeasurer(ForkJoinPool.commonPool(), Extent.COMPARED)
                .measure(Signals.both(RATE, channel).stream(), Progress.NONE);
        return new Subject(0, "mix", m, m, Optional.empty());
    }

    private static ToneProposal towards(WantedTone tone, Subject mix, boolean apart) {
        CorrectionSettings settings =
                CorrectionSettings.DEFAULT.withResolution(1).withLimits(24, 24);
        return ToneProposal.derive(
                List.of(mix), Optional.empty(), new Asked(apart, Optional.of(tone), settings, Decided.NONE), RATE);
    }

    @Test // white noise rises by 3 dB an octave in fractions of an octave, so it takes a fall of 3 dB an octave to be
    // pink
    void whiteNoiseIsMadePink() throws IOException {
        WantedTone pink = WantedTone.shipped().get(0);
        Subject mix = noise(Signals.white(RATE * 12, 0.3, 1));
        double[] curve = towards(pink, mix, false).main().correction().curveDb();
        for (double hz = 200; hz <= 8000; hz *= 2) {
            double fall = BandGrid.interpolate(curve, hz) - BandGrid.interpolate(curve, hz / 2);
            assertThat(fall).as("%.0f Hz", hz).isCloseTo(-3.01, within(0.35));
        }
    }

    @Test
    void outsideWhatIsGivenTheMixStaysAsItIs() throws IOException {
        WantedTone middle = WantedTone.parse("middle", "200,0\n4000,0").orElseThrow();
        Subject mix = noise(Signals.white(RATE * 12, 0.3, 2));
        Proposal p = towards(middle, mix, false).main();
        assertThat(p.gap().known()[BandGrid.bandOf(100)]).isFalse();
        assertThat(p.gap().known()[BandGrid.bandOf(1000)]).isTrue();
        assertThat(p.gap().known()[BandGrid.bandOf(8000)]).isFalse();
    }

    @Test
    void nothingIsWantedOfTheSide() throws IOException {
        float[] left = Signals.musicLike(RATE, 12, 0.3, 3);
        TrackMeasurement m = new TrackMeasurer(ForkJoinPool.commonPool(), Extent.COMPARED)
                .measure(Clip.stereo(RATE, left, Signals.musicLike(RATE, 12, 0.3, 4)).stream(), Progress.NONE);
        Subject mix = new Subject(0, "mix", m, m, Optional.empty());
        ToneProposal apart = towards(WantedTone.shipped().get(2), mix, true);
        assertThat(apart.of(Part.SIDE).correction().curveDb()).containsOnly(0);
        assertThat(apart.of(Part.MID).bands()).isNotEmpty();
    }
}
