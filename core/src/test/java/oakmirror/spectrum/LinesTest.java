package oakmirror.spectrum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import org.hipparchus.complex.Complex;
import org.hipparchus.transform.DftNormalization;
import org.hipparchus.transform.FastFourierTransformer;
import org.hipparchus.transform.TransformType;
import org.jtransforms.fft.DoubleFFT_1D;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Spectra line by line, peaks between the lines, spectra that move, keys. */
class LinesTest {

    private static LineSpectrum lines(int rate, double blockSeconds, float[] left, float[] right) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(rate, blockSeconds);
        analyser.add(left, right, left.length);
        analyser.finish();
        return analyser.lines();
    }

    private static Optional<Key> keyOf(int rate, float[] samples) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(rate);
        analyser.add(samples, samples, samples.length);
        return Key.of(analyser.keys());
    }

    /** Welch's method written out with JTransforms' transform; Welch 1967. */
    @ParameterizedTest
    @CsvSource({"48000,0.1", "44100,0.2", "48000,0.4", "96000,0.4", "48000,1.6"})
    void everyLineAgreesWithAnIndependentWelch(int rate, double blockSeconds) {
        int size = SpectrumAnalyser.blockSize(rate, blockSeconds);
        int blocks = 5;
        float[] left = Signals.musicLike(rate, (blocks + 1) * (size / 2.0) / rate + 0.001, 0.5, 3);
        float[] right = Signals.musicLike(rate, (blocks + 1) * (size / 2.0) / rate + 0.001, 0.4, 4);
        double[] expected = new double[size / 2 + 1];
        double[] cross = new double[size / 2 + 1];
        double windowPower = 0;
        for (int i = 0; i < size; i++) {
            windowPower += Math.pow(0.5 - 0.5 * Math.cos(2 * Math.PI * i / size), 2);
        }
        for (int b = 0; b < blocks; b++) {
            Complex[] l = transformed(left, b * size / 2, size);
            Complex[] r = transformed(right, b * size / 2, size);
            for (int k = 0; k <= size / 2; k++) {
                double scale = (k == 0 || k == size / 2 ? 1 : 2) / (windowPower * size) / blocks;
                expected[k] += (Math.pow(l[k].norm(), 2) + Math.pow(r[k].norm(), 2)) / 2 * scale;
                cross[k] += l[k].multiply(r[k].conjugate()).getReal() * scale;
            }
        }
        LineSpectrum found = lines(rate, blockSeconds, left, right);
        assertThat(found.blocks()).isEqualTo(blocks);
        for (int k = 1; k < size / 2; k++) {
            assertThat(Decibels.ofPower(found.power()[k] / expected[k]))
                    .as("line %d", k)
                    .isCloseTo(0, within(0.01));
            assertThat(found.crossReal()[k]).isCloseTo(cross[k], within(1e-3 * expected[k]));
        }
    }

    private static Complex[] transformed(float[] samples, int from, int size) {
        double[] windowed = new double[size];
        for (int i = 0; i < size; i++) {
            windowed[i] = samples[from + i] * (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
        }
        double[] values = new double[2 * size];
        System.arraycopy(windowed, 0, values, 0, size);
        new DoubleFFT_1D(size).realForwardFull(values);
        Complex[] lines = new Complex[size];
        Arrays.setAll(lines, k -> new Complex(values[2 * k], values[2 * k + 1]));
        return lines;
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.1, 0.4, 1.6})
    void bandsConservePowerAtEveryBlock(double blockSeconds) {
        float[] music = Signals.musicLike(48000, 10, 0.5, 6);
        SpectrumAnalyser analyser = new SpectrumAnalyser(48000, blockSeconds);
        analyser.add(music, music, music.length);
        StereoSpectrum bands = analyser.finish();
        LineSpectrum lines = analyser.lines();
        double binHz = 48000.0 / lines.size();
        double inBands = 0;
        double inLines = 0;
        for (int b = 40; b < 200; b++) {
            inBands += bands.left()[b];
        }
        double low = BandGrid.lowerEdgeHz(40) / binHz + 0.5;
        double high = BandGrid.lowerEdgeHz(200) / binHz + 0.5;
        for (int k = (int) low; k < high; k++) {
            inLines += lines.power()[k] * (Math.min(high, k + 1) - Math.max(low, k));
        }
        assertThat(Decibels.ofPower(inBands / inLines)).isCloseTo(0, within(0.01));
    }

    /** Pink noise made exactly: random phases, amplitudes ∝ 1/√f, so that every third of an octave holds the same. */
    @Test
    void pinkNoiseIsLevelInThirdsOfAnOctave() {
        int length = 1 << 20;
        Complex[] spectrum = new Complex[length];
        java.util.Random random = new java.util.Random(2);
        for (int k = 0; k <= length / 2; k++) {
            double phase = 2 * Math.PI * random.nextDouble();
            double amplitude = k == 0 || k == length / 2 ? 0 : 20 / Math.sqrt(k);
            spectrum[k] = new Complex(amplitude * Math.cos(phase), amplitude * Math.sin(phase));
            spectrum[(length - k) % length] = spectrum[k].conjugate();
        }
        Complex[] time =
                new FastFourierTransformer(DftNormalization.UNITARY).transform(spectrum, TransformType.INVERSE);
        float[] pink = new float[length];
        for (int i = 0; i < length; i++) {
            pink[i] = (float) time[i].getReal();
        }
        SpectrumAnalyser analyser = new SpectrumAnalyser(48000);
        analyser.add(pink, pink, length);
        double[] bars =
                NominalBands.of(FractionalOctave.levelsDb(analyser.finish().of(StereoSpectrum.Part.STEREO), 1.0 / 3));
        double mean = IntStream.range(3, 30).mapToDouble(b -> bars[b]).average().orElseThrow();
        for (int b = 3; b < 30; b++) {
            // 108 blocks, half overlapping: about 77 free ones; a band of n lines deviates by 4.34/√(77·n) dB, three of
            // which are allowed.
            double lines = NominalBands.centreHz(b) * 0.23 * SpectrumAnalyser.USUAL_SECONDS;
            assertThat(bars[b])
                    .as("%.0f Hz", NominalBands.nominalHz(b))
                    .isCloseTo(mean, within(0.02 + 3 * 4.34 / Math.sqrt(77 * Math.max(1, lines))));
        }
    }

    /** IEC 61260-1: nominal names of the exact base-ten centres. */
    @Test
    void thirdOctaveBandsHaveTheirNominalNames() {
        for (int b = 0; b < NominalBands.COUNT; b++) {
            assertThat(NominalBands.nominalHz(b) / NominalBands.centreHz(b)).isCloseTo(1, within(0.02));
        }
        assertThat(NominalBands.nominalHz(17)).isEqualTo(1000);
        assertThat(NominalBands.lowerEdgeHz(18)).isCloseTo(1000 * Math.pow(10, 0.05), within(1e-9));
    }

    @ParameterizedTest
    @ValueSource(doubles = {27.5, 41.2, 61.735, 110, 146.83, 440, 441.7, 1003.3, 2793.8, 9999.1, 15804.3})
    void aSineIsReadToACentAndATwentiethOfADecibelAnywhereBetweenLines(double hz) {
        for (int rate : new int[] {44100, 48000, 96000}) {
            for (double part : new double[] {0, 0.21, 0.5, 0.73}) {
                int size = SpectrumAnalyser.blockSize(rate);
                double exact = hz + part * rate / size;
                float[] sine = Signals.sine(rate, exact, -12, 3, 40);
                TonePeak peak = PeakFinder.strongest(lines(rate, SpectrumAnalyser.USUAL_SECONDS, sine, sine), 3)
                        .get(0);
                double cents = 1200 * Math.log(peak.hz() / exact) / Math.log(2);
                assertThat(cents).as("%.3f Hz at %d", exact, rate).isCloseTo(0, within(1.0));
                assertThat(peak.levelDb()).as("%.3f Hz at %d", exact, rate).isCloseTo(-15.01, within(0.05));
            }
        }
    }

    @Test
    void everyNoteFromA0ToC8HasItsName() { // ISO 16, equal temperament
        String[] names = {"A", "A♯", "B", "C", "C♯", "D", "D♯", "E", "F", "F♯", "G", "G♯"};
        for (int key = 0; key < 88; key++) {
            double hz = 27.5 * Math.pow(2, key / 12.0);
            String expected = names[key % 12] + (key + 9) / 12;
            for (int cents : new int[] {-49, 0, 49}) {
                Note note = Note.nearest(hz * Math.pow(2, cents / 1200.0));
                assertThat(note.name()).isEqualTo(expected);
                assertThat(note.cents()).isEqualTo(cents);
            }
        }
    }

    @Test
    void aToneInNoiseStandsOutAndNoiseDoesNot() {
        float[] noise = Signals.musicLike(48000, 20, 0.5, 9);
        List<TonePeak> quiet = PeakFinder.strongest(lines(48000, SpectrumAnalyser.USUAL_SECONDS, noise, noise), 8);
        assertThat(quiet).hasSize(8).noneMatch(TonePeak::isResonance);
        float[] ringing = noise.clone();
        float[] tone = Signals.sine(48000, 622.25, -10, 20, 0);
        for (int i = 0; i < tone.length; i++) {
            ringing[i] += tone[i];
        }
        List<TonePeak> found = PeakFinder.strongest(lines(48000, SpectrumAnalyser.USUAL_SECONDS, ringing, ringing), 24);
        assertThat(found).filteredOn(TonePeak::isResonance).singleElement().satisfies(p -> {
            assertThat(p.hz()).isCloseTo(622.25, within(0.5));
            assertThat(p.note().name()).isEqualTo("D♯5");
        });
    }

    @Test
    void aMovingSpectrumIsThatOfTheLastWhile() {
        float[] music = Signals.join(
                Signals.sine(48000, 1000, -12, 4, 0), Signals.sine(48000, 4000, -12, 4, 0), new float[48000]);
        Clip clip = Signals.both(48000, music);
        MovingSpectrum moving = new MovingSpectrum(clip, SpectrumAnalyser.USUAL_SECONDS, 10);
        int low = BandGrid.bandOf(1000);
        int high = BandGrid.bandOf(4000);
        StereoSpectrum early = moving.before(48000 * 3, 1);
        assertThat(Decibels.ofPower(sum(early, low))).isCloseTo(-15.01, within(0.05));
        assertThat(sum(early, high)).isLessThan(1e-9);
        StereoSpectrum late = moving.before(48000 * 7, 1);
        assertThat(Decibels.ofPower(sum(late, high))).isCloseTo(-15.01, within(0.05));
        assertThat(sum(late, low)).isLessThan(1e-9);
        StereoSpectrum both = moving.before(48000 * 6, 4);
        assertThat(Decibels.ofPower(sum(both, low))).isCloseTo(-18.0, within(0.5));
        assertThat(Decibels.ofPower(sum(both, high))).isCloseTo(-18.0, within(0.5));
        StereoSpectrum back = moving.before(48000 * 3, 1);
        assertThat(sum(back, low)).as("after a jump back").isEqualTo(sum(early, low));
        assertThat(moving.before(-5000, 1).analysedSeconds()).isZero();
        assertThat(moving.before(48000 * 60, 1).analysedSeconds()).isZero();
    }

    private static double sum(StereoSpectrum s, int around) {
        double sum = 0;
        for (int b = around - 6; b <= around + 6; b++) {
            sum += s.left()[b];
        }
        return sum;
    }

    @Test
    void aSpectrogramShowsEachToneInItsTime() {
        Clip clip = Signals.both(
                48000, Signals.join(Signals.sine(48000, 1000, -12, 3, 0), Signals.sine(48000, 4000, -12, 3, 0)));
        Spectrogram picture = Spectrogram.of(clip, new TimeRange(0, 6), 120, Progress.NONE);
        assertThat(picture.levelsDb()).hasDimensions(120, Spectrogram.ROWS);
        assertThat(picture.levelDb(1.5, 1000)).isCloseTo(-15.0, within(1.0));
        assertThat(picture.levelDb(1.5, 4000)).isLessThan(-80);
        assertThat(picture.levelDb(4.5, 4000)).isCloseTo(-15.0, within(1.0));
        assertThat(picture.levelDb(4.5, 1000)).isLessThan(-80);
        assertThat(picture.levelDb(7, 1000)).isNaN();
    }

    /** Four chords of twelve major and twelve minor keys, two progressions of each, some of them tuned off 440 Hz. */
    @Test
    void fortyEightProgressionsTellTheirKey() {
        int[][] major = {{0, 5, 7, 0}, {0, 9, 2, 7}}; // I IV V I, I vi ii V
        int[][] minor = {{0, 5, 7, 0}, {0, 8, 5, 7}}; // i iv V i, i VI iv V
        List<String> wrong = new ArrayList<>();
        for (int tonic = 0; tonic < 12; tonic++) {
            for (int p = 0; p < 2; p++) {
                double cents = new double[] {0, 30, -20}[(tonic + p) % 3];
                for (boolean isMajor : new boolean[] {true, false}) {
                    float[] song = progression(tonic, isMajor, (isMajor ? major : minor)[p], cents);
                    Optional<Key> key = keyOf(24000, song);
                    if (!key.equals(Optional.of(new Key(tonic, isMajor)))) {
                        wrong.add(new Key(tonic, isMajor).label() + " " + p + ": " + key.map(Key::label));
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
    }

    /** Triads with the root in the bass, those of the scale but that the fifth degree of minor is major, a second and a half each. */
    private static float[] progression(int tonic, boolean major, int[] roots, double cents) {
        Set<Integer> minorTriads = major ? Set.of(2, 4, 9) : Set.of(0, 5);
        List<float[]> chords = new ArrayList<>();
        for (int root : roots) {
            int third = minorTriads.contains(root) ? 3 : 4;
            float[] chord = new float[36000];
            for (int note : new int[] {root - 12, root, root + third, root + 7}) {
                for (int harmonic = 1; harmonic <= 4; harmonic++) {
                    double hz = 220 * Math.pow(2, (tonic + note - 9 + cents / 100) / 12.0) * harmonic;
                    float[] part = Signals.sine(24000, hz, -24 - 6 * harmonic, 1.5, 0);
                    for (int i = 0; i < chord.length; i++) {
                        chord[i] += part[i];
                    }
                }
            }
            chords.add(chord);
        }
        float[] once = Signals.join(chords.toArray(float[][]::new));
        return Signals.join(once, once);
    }

    @Test
    void keysShareNotesAsTheCircleOfFifthsHasIt() {
        Key d = new Key(2, true);
        assertThat(d.label()).isEqualTo("D major");
        assertThat(d.foreignNotes(new Key(11, false)))
                .as("B minor, the relative")
                .isZero();
        assertThat(d.foreignNotes(new Key(9, true))).isEqualTo(1);
        assertThat(new Key(2, false).foreignNotes(new Key(0, true)))
                .as("D minor may be dorian, with the notes of C major")
                .isZero();
        assertThat(d.foreignNotes(new Key(8, true)))
                .as("A flat, the tritone, shares two")
                .isEqualTo(5);
        int[] major = {0, 2, 4, 5, 7, 9, 11};
        for (int a = 0; a < 12; a++) {
            for (int b = 0; b < 12; b++) {
                int tonic = a;
                int other = b;
                Set<Integer> notes =
                        IntStream.of(major).map(n -> (n + other) % 12).boxed().collect(Collectors.toSet());
                long foreign = IntStream.of(major)
                        .map(n -> (n + tonic) % 12)
                        .filter(n -> !notes.contains(n))
                        .count();
                assertThat(new Key(a, true).foreignNotes(new Key(b, true))).isEqualTo((int) foreign);
            }
        }
        assertThat(Key.of(Key.likeliest(new double[12]))).isEmpty();
        double[] even = new double[12];
        java.util.Arrays.fill(even, 1.0 / 12);
        assertThat(Key.of(Key.likeliest(even))).isEmpty();
    }
}
