package oakmirror.spectrum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.Decibels;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.jtransforms.fft.DoubleFFT_1D;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SpectrumTest {

    private static BandSpectrum analyse(int rate, float[] left, float[] right) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(rate);
        analyser.add(left, right, left.length);
        return analyser.finish().of(Part.STEREO);
    }

    private static BandSpectrum analyse(int rate, float[] both) {
        return analyse(rate, both, both);
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double v : values) {
            sum += v;
        }
        return sum;
    }

    @ParameterizedTest
    @ValueSource(ints = {44100, 48000, 96000, 192000})
    void aToneKeepsItsPowerWhereverItLies(int rate) {
        for (double hz : new double[] {31.7, 440, 1003.3, 12345.6}) {
            BandSpectrum s = analyse(rate, Signals.sine(rate, hz, -12, 4, 0));
            assertThat(Decibels.ofPower(sum(s.power()))).as("%.1f Hz", hz).isCloseTo(-15.01, within(0.01));
            assertThat(s.power()[BandGrid.bandOf(hz)]).as("%.1f Hz", hz).isGreaterThan(0);
        }
    }

    @Test
    void agreesWithAnIndependentTransform() { // JTransforms on one block; Welch 1967
        int size = SpectrumAnalyser.blockSize(48000);
        float[] left = Signals.musicLike(48000, size / 48000.0, 0.5, 3);
        float[] right = Signals.musicLike(48000, size / 48000.0, 0.5, 4);
        double[] density = new double[size / 2 + 1];
        for (float[] side : new float[][] {left, right}) {
            double[] windowed = new double[size];
            for (int i = 0; i < size; i++) {
                windowed[i] = side[i] * (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
            }
            double[] bins = new double[2 * size];
            System.arraycopy(windowed, 0, bins, 0, size);
            new DoubleFFT_1D(size).realForwardFull(bins);
            for (int k = 1; k < size / 2; k++) {
                density[k] +=
                        (bins[2 * k] * bins[2 * k] + bins[2 * k + 1] * bins[2 * k + 1]) * 2 / (0.375 * size * size) / 2;
            }
        }
        BandSpectrum s = analyse(48000, left, right);
        for (int band = 100; band < 240; band += 7) {
            double low = BandGrid.lowerEdgeHz(band) * size / 48000 + 0.5;
            double high = BandGrid.lowerEdgeHz(band + 1) * size / 48000 + 0.5;
            double expected = 0;
            for (int k = (int) low; k < high; k++) {
                expected += density[k] * (Math.min(high, k + 1) - Math.max(low, k));
            }
            assertThat(Decibels.ofPower(s.power()[band] / expected))
                    .as("band %d", band)
                    .isCloseTo(0, within(0.01));
        }
    }

    @Test
    void whiteNoiseRisesWithTheWidthOfTheBands() {
        BandSpectrum s = analyse(48000, Signals.white(48000 * 60, 0.5, 5));
        double[] third = FractionalOctave.levelsDb(s, 1.0 / 3);
        double perHertz = Decibels.ofPower(0.25 / 3 / 24000);
        for (double hz : new double[] {100, 1000, 10000}) {
            double width = hz * (Math.pow(10, 0.05) - Math.pow(10, -0.05));
            assertThat(third[BandGrid.bandOf(hz)]).isCloseTo(perHertz + Decibels.ofPower(width), within(0.35));
        }
    }

    @Test
    void silenceDoesNotCount() {
        float[] music = Signals.musicLike(48000, 10, 0.5, 6);
        BandSpectrum alone = analyse(48000, music);
        BandSpectrum withSilence = analyse(48000, Signals.join(new float[48000 * 20], music, new float[48000 * 20]));
        int band = BandGrid.bandOf(1000);
        assertThat(Decibels.ofPower(withSilence.power()[band] / alone.power()[band]))
                .isCloseTo(0, within(0.3));
        assertThat(withSilence.analysedSeconds()).isLessThan(11);
    }

    @Test
    void aClipShorterThanABlockIsAnalysed() {
        BandSpectrum s = analyse(48000, Signals.tone(48000, -6, 0.1));
        assertThat(s.isSilent()).isFalse();
        int loudest = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            loudest = s.power()[b] > s.power()[loudest] ? b : loudest;
        }
        assertThat(BandGrid.centreHz(loudest)).isCloseTo(1000, within(20.0));
    }

    @Test
    void nothingAboveNyquistIsClaimed() {
        BandSpectrum s = analyse(8000, Signals.tone(8000, -6, 2));
        assertThat(BandGrid.centreHz(s.usableBands() - 1)).isLessThan(4000);
        assertThat(analyse(48000, new float[48000]).isSilent()).isTrue();
    }

    @ParameterizedTest // IEC 61260-1, exact base-ten centres
    @CsvSource({"0,19.953", "8,25.119", "136,1000", "144,1258.925", "240,19952.623"})
    void everyEighthBandIsAThirdOctaveCentre(int band, double hz) {
        assertThat(BandGrid.centreHz(band)).isCloseTo(hz, within(hz * 1e-4));
    }

    @ParameterizedTest // ISO 16, equal temperament; handbook table
    @CsvSource({
        "27.5,A0,0",
        "82.41,E2,0",
        "55,A1,0",
        "440,A4,0",
        "445,A4,20",
        "4186.01,C8,0",
        "261.63,C4,0",
        "155.56,D♯3,0"
    })
    void notesHaveTheirNames(double hz, String name, int cents) {
        Note note = Note.nearest(hz);
        assertThat(note.name()).isEqualTo(name);
        assertThat(note.cents()).isCloseTo(cents, within(1));
    }

    @Test
    void widerBandsHoldWhatTheNarrowOnesHold() {
        double[] power = new double[BandGrid.SIZE];
        java.util.Arrays.fill(power, 1e-4);
        double[] octave = FractionalOctave.levelsDb(new BandSpectrum(power, BandGrid.SIZE, 1), 1);
        assertThat(octave[120]).isCloseTo(Decibels.ofPower(24e-4), within(1e-9));
        assertThat(octave[0]).as("at the end of the grid").isCloseTo(Decibels.ofPower(24e-4), within(1e-9));
    }

    @Test
    void levelsFarAboveFullScaleAreAnalysedLikeOthers() {
        float[] noise = Signals.white(48000 * 2, 1, 3);
        float[] loud = noise.clone();
        for (int i = 0; i < loud.length; i++) {
            loud[i] *= 1000; // +60 dB, as a damaged exponent makes it
        }
        SpectrumAnalyser usual = new SpectrumAnalyser(48000);
        usual.add(noise, noise, noise.length);
        SpectrumAnalyser raised = new SpectrumAnalyser(48000);
        raised.add(loud, loud, loud.length);
        BandSpectrum expected = usual.finish().of(StereoSpectrum.Part.STEREO);
        BandSpectrum found = raised.finish().of(StereoSpectrum.Part.STEREO);
        int band = BandGrid.bandOf(1000);
        assertThat(found.power()[band]).isCloseTo(1e6 * expected.power()[band], withinPercentage(0.1));
    }

    /** The same waves sampled at every usual rate: lines at the same frequencies, blocks at the same moments. */
    @ParameterizedTest
    @ValueSource(ints = {22050, 44100, 88200, 96000, 176400, 192000})
    void copiesAtOtherRatesReadAlike(int rate) {
        BandSpectrum usual = analyse(48000, waves(48000));
        BandSpectrum copy = analyse(rate, waves(rate));
        double heard = 1e-7 * sum(usual.power()); // bands between waves hold nothing but rounding
        for (int b = 0; BandGrid.centreHz(b) < 0.9 * 11025; b++) {
            if (usual.power()[b] < heard) {
                continue;
            }
            assertThat(Decibels.ofPower(copy.power()[b] / usual.power()[b]))
                    .as("%.1f Hz", BandGrid.centreHz(b))
                    .isCloseTo(0, within(0.01));
        }
    }

    /** Some waves that come and go, from 20 Hz to 10 kHz, the higher the softer. */
    private static float[] waves(int rate) {
        Random random = new QuickRandom(3);
        float[] sum = new float[3 * rate];
        for (int w = 0; w < 60; w++) {
            double hz = 20 * Math.pow(500, random.nextDouble());
            double slow = random.nextDouble();
            double phase = 2 * Math.PI * random.nextDouble();
            for (int i = 0; i < sum.length; i++) {
                double t = (double) i / rate;
                sum[i] += (float) (0.5 / Math.sqrt(hz) * Math.sin(slow * t) * Math.sin(2 * Math.PI * hz * t + phase));
            }
        }
        return sum;
    }

    @Test
    void blocksLastEquallyLongAtEveryUsualRate() {
        for (int rate : new int[] {8000, 11025, 16000, 22050, 32000, 44100, 48000, 88200, 96000, 176400, 192000}) {
            assertThat(SpectrumAnalyser.blockSize(rate)).isEqualTo((int) Math.round(0.4 * rate));
        }
        for (int rate : new int[] {37800, 47999, 50000, 100_003}) {
            assertThat(SpectrumAnalyser.blockSize(rate) / (0.4 * rate)).isCloseTo(1, within(0.01));
        }
    }
}
