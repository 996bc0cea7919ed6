package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import oakmirror.Signals;
import oakmirror.correction.Strokes.Range;
import oakmirror.dsp.Chain;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.loudness.LoudnessScale;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class StrokesTest {

    private static final int RATE = 48000;

    private static BandSpectrum spectrum(float[] left, float[] right) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(RATE);
        analyser.add(left, right, left.length);
        return analyser.finish().of(Part.STEREO);
    }

    private static double loudness(BandSpectrum spectrum) {
        double sum = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            sum += spectrum.power()[b] * LoudnessScale.weightAt(BandGrid.centreHz(b));
        }
        return LoudnessScale.ofPower(2 * sum);
    }

    @ParameterizedTest
    @CsvSource({"30, LOW", "200, LOW", "500, MID", "2000, MID", "4000, HIGH", "18000, HIGH"})
    void everyFrequencyBelongsToARange(double hz, Range range) {
        assertThat(Range.at(hz)).isEqualTo(range);
    }

    @Test
    void aStrokeIsBroadAndLeavesTheOtherRangesNearlyAlone() {
        Strokes high = Strokes.NONE.with(Range.HIGH, 4);
        assertThat(high.responseDb(8000)).isCloseTo(4, within(0.01));
        assertThat(high.responseDb(Range.HIGH.lowHz())).as("half of it").isCloseTo(2, within(0.3));
        assertThat(high.responseDb(100)).isLessThan(0.1);
    }

    @Test
    void gainsStayWithinSixDecibelsInTenths() {
        Strokes s = Strokes.NONE.with(Range.LOW, 7.3).with(Range.MID, -0.04).with(Range.HIGH, -2.26);
        assertThat(s).isEqualTo(new Strokes(6, 0, -2.3));
        assertThat(s.moves()).hasSize(2);
        assertThatThrownBy(() -> new Strokes(0, 6.1, 0)).isInstanceOf(IllegalArgumentException.class);
    }

    /** What is heard through the chain is as loud as before, and changed by what the strokes say. */
    @ParameterizedTest
    @EnumSource(Phase.class)
    void theChainIsAsLoudAsTheMixAndHasTheirResponse(Phase phase) {
        float[] left = Signals.musicLike(RATE, 8, 0.5, 1);
        float[] right = Signals.musicLike(RATE, 8, 0.5, 2);
        BandSpectrum before = spectrum(left, right);
        Strokes strokes = new Strokes(5, -3, 2);
        ToneFilter none = new ToneFilter(phase, List.of(), hz -> 0);
        Chain chain = Chain.of(strokes.after(none, RATE)).withGainDb(-strokes.loudnessChangeLu(before.power()));
        StereoProcessor processor = chain.create(RATE);
        processor.process(left, right, 0, left.length);
        int skip = processor.latencyFrames();
        BandSpectrum after =
                spectrum(Arrays.copyOfRange(left, skip, left.length), Arrays.copyOfRange(right, skip, right.length));
        assertThat(loudness(after)).isCloseTo(loudness(before), within(0.1));
        double at80 = 10 * Math.log10(after.power()[BandGrid.bandOf(80)] / before.power()[BandGrid.bandOf(80)]);
        double at900 = 10 * Math.log10(after.power()[BandGrid.bandOf(900)] / before.power()[BandGrid.bandOf(900)]);
        assertThat(at80 - at900).isCloseTo(strokes.responseDb(80) - strokes.responseDb(900), within(0.4));
    }

    @Test
    void theKScaleReadingFollowsTheSamples() {
        float[] left = tones();
        float[] right = left.clone();
        BandSpectrum before = spectrum(left, right);
        Strokes strokes = new Strokes(6, 0, -4);
        Chain.of(strokes.after(ToneFilter.NONE, RATE)).create(RATE).process(left, right, 0, left.length);
        double rms = 0;
        float[] untouched = tones();
        double was = 0;
        for (int i = 0; i < left.length; i++) {
            rms += left[i] * left[i];
            was += untouched[i] * untouched[i];
        }
        assertThat(strokes.rmsChangeDb(before.power())).isCloseTo(10 * Math.log10(rms / was), within(0.05));
    }

    private static float[] tones() {
        float[] sum = Signals.sine(RATE, 90, -12, 8, 0);
        float[] mid = Signals.sine(RATE, 700, -15, 8, 0);
        float[] high = Signals.sine(RATE, 6000, -20, 8, 0);
        for (int i = 0; i < sum.length; i++) {
            sum[i] += mid[i] + high[i];
        }
        return sum;
    }

    @Test
    void aBellAboveTheNyquistFrequencyIsLeftOut() {
        ToneFilter filter = new Strokes(2, 0, 3).after(ToneFilter.NONE, 11025);
        assertThat(filter.sections()).hasSize(1);
    }
}
