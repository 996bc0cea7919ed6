package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import org.hipparchus.complex.Complex;
import org.hipparchus.transform.DftNormalization;
import org.hipparchus.transform.FastFourierTransformer;
import org.hipparchus.transform.TransformType;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ImpulseResponseTest {

    private static final List<EqBand> BANDS = List.of(
            new EqBand(EqBand.Type.LOW_SHELF, 60, -2.5, 0.7),
            new EqBand(EqBand.Type.BELL, 138.7, -4.26, 1.1),
            new EqBand(EqBand.Type.BELL, 2950, 1.32, 0.6),
            new EqBand(EqBand.Type.HIGH_SHELF, 7230, 4.14, 0.62));

    private static ToneFilter filter(Phase phase) {
        double[] curve = EqBand.responseDb(BANDS, BandGrid.centresHz());
        return new ToneFilter(
                phase, BANDS.stream().map(EqBand::section).toList(), hz -> BandGrid.interpolate(curve, hz));
    }

    /** Response in dB by Hipparchus' transform, which nothing here is made with. */
    private static double[] responseDb(double[] taps, int size) {
        Complex[] spectrum = new FastFourierTransformer(DftNormalization.STANDARD)
                .transform(Arrays.copyOf(taps, size), TransformType.FORWARD);
        return Arrays.stream(spectrum)
                .mapToDouble(c -> 20 * Math.log10(c.norm()))
                .toArray();
    }

    @ParameterizedTest
    @CsvSource({
        "MINIMUM, 44100", "MINIMUM, 48000", "MINIMUM, 96000", "MINIMUM, 192000",
        "LINEAR, 44100", "LINEAR, 48000", "LINEAR, 96000", "LINEAR, 192000"
    })
    void hasTheResponseItClaimsAtEveryRate(Phase phase, int rate) {
        ToneFilter filter = filter(phase);
        ImpulseResponse response = ImpulseResponse.of(filter, rate);
        int size = 1 << 19;
        double[] db = responseDb(response.taps(), size);
        double worst = 0;
        for (double hz = 20; hz < Math.min(20000, 0.9 * rate / 2); hz *= 1.01) {
            int k = (int) Math.round(hz * size / rate);
            worst = Math.max(worst, Math.abs(db[k] - filter.responseDb((double) k * rate / size)));
        }
        assertThat(worst).as("off the curve").isLessThan(0.1);
        assertThat(response.errorDb()).as("as it says").isCloseTo(worst, within(0.02));
        assertThat(response.seconds()).isBetween(0.18, 1.7);
    }

    @Test
    void linearPhaseIsSymmetricAboutItsDelay() {
        ImpulseResponse response = ImpulseResponse.of(filter(Phase.LINEAR), 48000);
        double[] taps = response.taps();
        for (int i = 1; i < 2000; i++) {
            assertThat(taps[response.delayFrames() + i]).isCloseTo(taps[response.delayFrames() - i], within(1e-12));
        }
        assertThat(ImpulseResponse.of(filter(Phase.MINIMUM), 48000).delayFrames())
                .isZero();
    }

    @Test
    void aSharpDipFarDownMakesItLonger() {
        ToneFilter sharp = new ToneFilter(Phase.MINIMUM, List.of(AnalogueSection.bell(30, -9, 6)), hz -> 0);
        ToneFilter broad = new ToneFilter(Phase.MINIMUM, List.of(AnalogueSection.bell(1000, -3, 0.7)), hz -> 0);
        assertThat(ImpulseResponse.of(sharp, 48000).seconds())
                .isGreaterThan(ImpulseResponse.of(broad, 48000).seconds());
    }

    @Test
    void aRateThatCannotCarryABandIsRefused() {
        assertThatThrownBy(() -> ImpulseResponse.of(filter(Phase.MINIMUM), 8000))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void roundedBandsSayHowFarTheyAreOff() {
        RoundedBands rounded = RoundedBands.of(BANDS);
        assertThat(rounded.bands())
                .containsExactly(
                        new EqBand(EqBand.Type.LOW_SHELF, 60, -2.5, 0.7),
                        new EqBand(EqBand.Type.BELL, 138, -4.3, 1.1),
                        new EqBand(EqBand.Type.BELL, 2950, 1.3, 0.6),
                        new EqBand(EqBand.Type.HIGH_SHELF, 7200, 4.1, 0.6));
        double worst = 0;
        for (double hz = 20; hz <= 20000; hz *= 1.003) {
            double[] at = {hz};
            worst = Math.max(
                    worst, Math.abs(EqBand.responseDb(BANDS, at)[0] - EqBand.responseDb(rounded.bands(), at)[0]));
        }
        assertThat(rounded.errorDb()).isCloseTo(worst, within(0.005)).isLessThan(0.15);
        assertThat(rounded.lines().lines().toList())
                .hasSize(4)
                .anyMatch(l -> l.matches(" 2 {2}bell {7}.*138 Hz {4}−4.3 dB {3}Q 1.10"));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.04, -0.04})
    void aBandOfNextToNothingIsLeftOut(double db) {
        RoundedBands rounded = RoundedBands.of(List.of(new EqBand(EqBand.Type.BELL, 500, db, 1)));
        assertThat(rounded.bands()).isEmpty();
        assertThat(rounded.lines()).contains("No bands");
    }
}
