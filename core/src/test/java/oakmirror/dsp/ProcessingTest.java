package oakmirror.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class ProcessingTest {

    private static final int RATE = 48000;

    /** Gain of a processor for a steady sine, by projection on sine and cosine. */
    private static double gainDb(StereoProcessor processor, double hz) {
        float[] tone = Signals.sine(RATE, hz, -12, 2, 0);
        float[] left = tone.clone();
        float[] right = tone.clone();
        for (int at = 0; at < tone.length; at += 777) {
            processor.process(left, right, at, Math.min(777, tone.length - at));
        }
        assertThat(Signals.largestDifference(left, right))
                .as("sides treated alike")
                .isLessThan(2e-6);
        double sin = 0;
        double cos = 0;
        for (int i = RATE; i < 2 * RATE; i++) {
            sin += left[i] * Math.sin(2 * Math.PI * hz * i / RATE);
            cos += left[i] * Math.cos(2 * Math.PI * hz * i / RATE);
        }
        return Decibels.ofAmplitude(Math.hypot(sin, cos) / (RATE / 2.0)) + 12;
    }

    @ParameterizedTest
    @EnumSource(ToneFilter.Phase.class)
    void appliesTheGainThatIsWanted(ToneFilter.Phase phase) {
        for (double hz : new double[] {50, 200, 1000, 6000, 15000}) {
            double wanted = TestFilters.bright(phase).responseDb(hz);
            assertThat(gainDb(TestFilters.bright(phase).maker(RATE).get(), hz))
                    .as("%.0f Hz", hz)
                    .isCloseTo(wanted, within(0.05));
        }
        assertThat(gainDb(Chain.of(TestFilters.bright(phase)).withGainDb(3).create(RATE), 1000))
                .isCloseTo(TestFilters.bright(phase).responseDb(1000) + 3, within(0.05));
    }

    @Test
    void convolvesAsByDefinition() {
        double[] response = new double[2500];
        float[] noise = Signals.white(response.length, 0.1, 1);
        for (int i = 0; i < response.length; i++) {
            response[i] = noise[i];
        }
        float[] x = Signals.white(6000, 1, 2);
        float[] left = Arrays.copyOf(x, 8192);
        float[] right = new float[8192];
        FirConvolver convolver = new FirConvolver(response, 0);
        convolver.process(left, right, 0, 8192);
        for (int n = 0; n < 6000; n += 13) {
            double sum = 0;
            for (int k = 0; k <= Math.min(n, response.length - 1); k++) {
                sum += response[k] * x[n - k];
            }
            assertThat((double) left[n + convolver.latencyFrames()])
                    .as("sample %d", n)
                    .isCloseTo(sum, within(2e-5));
        }
        assertThat(Signals.largestDifference(right, new float[8192]))
                .as("crosstalk")
                .isLessThan(2e-6);
    }

    @Test
    void eachSideGoesThroughItsOwnResponse() {
        double[] one = new double[3000];
        double[] other = new double[2500];
        float[] noise = Signals.white(6000, 0.1, 7);
        for (int i = 0; i < 3000; i++) {
            one[i] = noise[i];
            other[Math.min(i, 2499)] = noise[5999 - i];
        }
        float[] left = Signals.white(8192, 1, 3);
        float[] right = Signals.white(8192, 1, 4);
        float[] leftAlone = left.clone();
        float[] rightAlone = right.clone();
        FirConvolver both = new FirConvolver(one, other, 0, 1024).another();
        both.pass(left.clone(), right.clone(), 0, 8192); // the past is the same afterwards
        both.reset();
        both.process(left, right, 0, 8192);
        new FirConvolver(one, 0).process(leftAlone, new float[8192], 0, 8192);
        new FirConvolver(other, 0).process(new float[8192], rightAlone, 0, 8192);
        assertThat(Signals.largestDifference(left, leftAlone)).isLessThan(2e-5);
        assertThat(Signals.largestDifference(right, rightAlone)).isLessThan(2e-5);
    }

    @Test
    void middleAndSideComeBackAsTheyWere() {
        float[] left = Signals.white(2000, 1, 5);
        float[] right = Signals.white(2000, 1, 6);
        float[] before = left.clone();
        float[] other = right.clone();
        MidSide doubled = new MidSide(new BiquadCascade(List.of(), 2));
        doubled.process(left, right, 0, 2000);
        for (int i = 0; i < 2000; i++) {
            assertThat(left[i]).isCloseTo(2 * before[i], within(1e-6f));
            assertThat(right[i]).isCloseTo(2 * other[i], within(1e-6f));
        }
        assertThat(doubled.latencyFrames()).isZero();
    }

    @Test
    void linearPhaseIsSymmetric() {
        double[] taps = LinearPhase.design(TestFilters.BRIGHT.curve(), RATE, 1);
        assertThat(taps.length % 2).isEqualTo(1);
        for (int i = 0; i < taps.length / 2; i++) {
            assertThat(taps[i]).isCloseTo(taps[taps.length - 1 - i], within(1e-12));
        }
    }

    @ParameterizedTest
    @EnumSource(ToneFilter.Phase.class)
    void aProcessedStreamIsAsLongAsItsSourceAndInTime(ToneFilter.Phase phase) {
        float[] click = new float[RATE];
        click[20000] = 1;
        ToneFilter flat = new ToneFilter(phase, List.of(), hz -> 0);
        ProcessedStream stream =
                new ProcessedStream(Signals.both(RATE, click), flat.maker(RATE).get());
        float[][] out = new float[2][2 * RATE];
        int n = 0;
        int got;
        float[][] block = new float[2][1000];
        while ((got = stream.read(block, 1000)) > 0) {
            System.arraycopy(block[0], 0, out[0], n, got);
            n += got;
        }
        assertThat(n).isEqualTo(RATE);
        assertThat((double) out[0][20000]).isCloseTo(1, within(1e-3));
    }

    @Test
    void forgetsWhenReset() {
        StereoProcessor processor = TestFilters.BRIGHT.maker(RATE).get();
        float[] first = Signals.white(1000, 1, 1);
        float[] again = first.clone();
        processor.process(first, new float[1000], 0, 1000);
        processor.reset();
        processor.process(again, new float[1000], 0, 1000);
        assertThat(again).isEqualTo(first);
    }

    @Test
    void theCascadeHasTheResponseOfItsSections() {
        List<Biquad> two = List.of(
                Biquad.of(AnalogueSection.bell(500, 6, 2), RATE),
                Biquad.of(AnalogueSection.lowShelf(100, -3, 0.7), RATE));
        double expected = two.stream().mapToDouble(b -> b.gainDb(510, RATE)).sum();
        assertThat(gainDb(new BiquadCascade(two, 1), 510)).isCloseTo(expected, within(0.01));
    }

    @ParameterizedTest
    @ValueSource(ints = {16, 24})
    void ditherLeavesNoDistortionAndTheNoiseItShould(
            int bits) { // Lipshitz, Wannamaker, Vanderkooy 1992: TPDF, error power ¼ step²
        TpdfDither dither = new TpdfDither(bits, 1);
        double step = Math.pow(2, 1 - bits);
        double sum = 0;
        double squares = 0;
        int count = 200_000;
        for (int i = 0; i < count; i++) {
            float x = (float) (0.3 * step);
            double error = dither.quantise(x) * step - x;
            sum += error;
            squares += error * error;
        }
        assertThat(sum / count / step).as("mean error").isCloseTo(0, within(0.01));
        assertThat(squares / count / step / step).as("power of the error").isCloseTo(0.25, within(0.01));
        assertThat(dither.clipped()).isZero();
    }

    @Test
    void overFullScaleIsClippedAndCounted() {
        TpdfDither dither = new TpdfDither(16, 1);
        assertThat(dither.quantise(1.5f)).isEqualTo(32767);
        assertThat(dither.quantise(-1.5f)).isEqualTo(-32768);
        assertThat(dither.clipped()).isEqualTo(2);
    }

    @Test
    void clipsReadSilenceOutsideThemselves() {
        Clip clip = Signals.both(RATE, new float[] {1, 2, 3});
        float[] left = {9, 9, 9, 9, 9, 9};
        clip.read(-2, left, new float[6], 0, 6);
        assertThat(left).containsExactly(0, 0, 1, 2, 3, 0);
        clip.read(100, left, new float[6], 1, 2);
        assertThat(left).containsExactly(0, 0, 0, 2, 3, 0);
    }
}
