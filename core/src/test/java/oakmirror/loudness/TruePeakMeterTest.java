package oakmirror.loudness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.Signals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TruePeakMeterTest {

    private static Peaks measure(int rate, float[] signal) {
        TruePeakMeter meter = new TruePeakMeter(rate);
        meter.add(signal, signal.length);
        return meter.finish();
    }

    @ParameterizedTest // EBU Tech 3341, cases 15 to 19, from memory of the document; tolerance +0.2 / −0.4 dB
    @CsvSource({"4,0,0.5,-6", "4,45,0.5,-6", "6,60,0.5,-6", "8,67.5,0.5,-6", "4,45,1.41,3"})
    void sinesBetweenTheSamples(double divisor, double phase, double amplitude, double expected) {
        float[] tone = Signals.sine(48000, 48000 / divisor, 20 * Math.log10(amplitude), 1, phase);
        for (int i = 0; i < 480; i++) { // faded, so that the start is no peak of its own
            tone[i] *= i / 480f;
            tone[tone.length - 1 - i] *= i / 480f;
        }
        assertThat(measure(48000, tone).truePeakDbtp()).isBetween(expected - 0.4, expected + 0.2);
    }

    /** The same interpolation on every stretch, as slow as it is plain: a windowed sinc at four times the rate. */
    private static double plainTruePeak(float[] x) {
        double highest = 0;
        for (int p = 0; p < 4; p++) {
            double[] taps = sinc(p / 4.0);
            for (int n = -20; n < x.length + 20; n++) {
                double sum = 0;
                for (int k = 0; k < taps.length; k++) {
                    int at = n + k - 15;
                    sum += at >= 0 && at < x.length ? taps[k] * x[at] : 0;
                }
                highest = Math.max(highest, Math.abs(sum));
            }
        }
        return 20 * Math.log10(highest);
    }

    /** 32 taps, 15 of them before the sample, for a point so many samples after it; their sum is 1. */
    private static double[] sinc(double after) {
        double[] taps = new double[32];
        double norm = 0;
        for (int k = 0; k < taps.length; k++) {
            double t = k - 15 - after;
            taps[k] = (Math.abs(t) < 1e-12 ? 1 : Math.sin(Math.PI * t) / (Math.PI * t)) * kaiser(t / 16);
            norm += taps[k];
        }
        for (int k = 0; k < taps.length; k++) {
            taps[k] /= norm;
        }
        return taps;
    }

    private static double kaiser(double u) {
        return Math.abs(u) >= 1 ? 0 : bessel(6 * Math.sqrt(1 - u * u)) / bessel(6);
    }

    private static double bessel(double x) {
        double sum = 1;
        double term = 1;
        for (int k = 1; k < 60; k++) {
            term *= x / (2 * k) * x / (2 * k);
            sum += term;
        }
        return sum;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void whatIsSkippedNeverHidesAPeak(long seed) {
        float[] signal = seed % 2 == 0 ? Signals.white(20000, 0.9, seed) : Signals.musicLike(44100, 0.5, 0.9, seed);
        assertThat(measure(44100, signal).truePeakDbtp()).isCloseTo(plainTruePeak(signal), within(0.0005));
    }

    @Test
    void onePeakInSilenceIsFoundWhereverItLies() {
        for (int at = 0; at < 300; at += 7) {
            float[] signal = new float[300];
            signal[at] = 0.5f;
            Peaks peaks = measure(48000, signal);
            assertThat(peaks.samplePeakDbfs()).as("at %d", at).isCloseTo(-6.02, within(0.01));
            assertThat(peaks.truePeakDbtp()).as("at %d", at).isGreaterThanOrEqualTo(peaks.samplePeakDbfs());
        }
    }

    @Test
    void powerIsThatOfEverySample() {
        float[] signal = Signals.white(12345, 1, 9);
        double sum = 0;
        for (float x : signal) {
            sum += x * x;
        }
        assertThat(measure(48000, signal).meanSquare()).isCloseTo(sum / signal.length, within(1e-6));
    }

    @Test
    void silenceHasNoPeak() {
        assertThat(measure(48000, new float[1000]).truePeakDbtp()).isEqualTo(Double.NEGATIVE_INFINITY);
        assertThat(measure(48000, new float[0]).samplePeakDbfs()).isEqualTo(Double.NEGATIVE_INFINITY);
    }

    @Test
    void levelsAboveFullScaleAreRead() {
        assertThat(measure(192000, Signals.tone(192000, 6, 0.1)).truePeakDbtp()).isCloseTo(6, within(0.01));
    }

    @Test // a block's array is used again: what lies behind the stream's last sample belongs to the block before
    void whatIsLeftInAnArrayIsNotRead() {
        float[] array = Signals.white(24000, 1, 7);
        float[] tone = Signals.sine(48000, 11000, -3, 0.05, 30); // cut off at full level
        float[] after = array.clone();
        System.arraycopy(tone, 0, after, 0, tone.length);
        PeakSteps used = new PeakSteps(48000, true);
        used.add(array, array.length); // a whole step
        used.add(after, tone.length);
        PeakSteps fresh = new PeakSteps(48000, true);
        fresh.add(array, array.length);
        fresh.add(tone, tone.length);
        used.finish();
        fresh.finish();
        assertThat(used.steps()).isEqualTo(fresh.steps());
        for (int cut = 900; cut < 1000; cut += 7) { // every place within the interpolator's phases
            float[] again = array.clone();
            System.arraycopy(tone, 0, again, 0, cut);
            PeakSteps one = new PeakSteps(48000, true);
            one.add(again, cut);
            assertThat(one.finish().truePeakDbtp())
                    .as("cut off after %d samples", cut)
                    .isCloseTo(plainTruePeak(java.util.Arrays.copyOf(tone, cut)), within(0.0005));
        }
    }
}
