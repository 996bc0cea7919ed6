package oakmirror.defects;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.filter.Halvings;
import oakmirror.spectrum.Hum;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DefectFinderTest {

    private static Defects of(int rate, float[]... channels) {
        DefectFinder finder = new DefectFinder(rate, channels.length);
        Halvings fold = new Halvings(8);
        int frames = channels[0].length;
        for (int at = 0; at < frames; at += 5000) { // in parts that are no multiple of anything within
            int n = Math.min(5000, frames - at);
            for (int c = 0; c < channels.length; c++) {
                finder.add(c, Arrays.copyOfRange(channels[c], at, at + n), n);
            }
            fold.take(
                    Arrays.copyOfRange(channels[0], at, at + n),
                    Arrays.copyOfRange(channels[channels.length - 1], at, at + n),
                    n);
            finder.addFold(fold);
        }
        return finder.finish((double) frames / rate, Optional.empty());
    }

    /** Notes with harmonics that begin suddenly and fade, in an order that does not come again, over a soft hiss. */
    private static float[] music(int rate, double seconds, double lowestHz, long seed) {
        Random random = new QuickRandom(seed);
        float[] sound = new float[(int) (seconds * rate)];
        for (double begin = 0; begin < seconds; begin += 0.15 + 0.2 * random.nextDouble()) {
            double hz = lowestHz * Math.pow(2, random.nextInt(20) / 12.0);
            int from = (int) (begin * rate);
            for (int i = from; i < Math.min(sound.length, from + rate); i++) {
                double since = (double) (i - from) / rate;
                double gain = 0.2 * Math.min(1, since / 0.001) * Math.exp(-4 * since);
                for (int h = 1; h <= 6; h++) {
                    sound[i] += (float) (gain / h * Math.sin(2 * Math.PI * h * hz * since));
                }
            }
        }
        for (int i = 0; i < sound.length; i++) {
            sound[i] += (float) (0.0005 * random.nextGaussian());
        }
        return sound;
    }

    private static float[] music(int rate, double seconds) {
        return music(rate, seconds, 200, 3);
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 22050, 44100, 96000, 192000})
    void aClickIsFoundAtItsMomentAtEveryRateAndInBothSidesOnce(int rate) {
        float[] left = music(rate, 6);
        float[] right = left.clone();
        left[2 * rate] -= 0.5f;
        right[2 * rate] -= 0.5f;
        right[(int) (4.25 * rate)] += 0.4f;
        Moments clicks = of(rate, left, right).clicks();
        assertThat(clicks.count()).isEqualTo(2);
        assertThat(clicks.seconds().get(0)).isCloseTo(2, within(0.001));
        assertThat(clicks.seconds().get(1)).isCloseTo(4.25, within(0.001));
    }

    @Test
    void anEditThatLeapsIsAClick() {
        float[] tone = Signals.sine(48000, 220, -9, 4, 0);
        float[] cut = tone.clone();
        int skipped = 48000 / 440 + 31; // half a wave and a bit
        System.arraycopy(tone, 96000 + skipped, cut, 96000, 96000 - skipped);
        assertThat(of(48000, cut).clicks().count()).isEqualTo(1);
    }

    @Test
    void whatBeginsSuddenlyAndWhatHasEdgesInEveryPeriodIsNoClick() {
        int rate = 44100;
        assertThat(of(rate, Signals.drums(rate, 120, 12, 0.3, 1)).clicks().count())
                .isZero();
        float[] saw = new float[6 * rate];
        for (int i = 0; i < saw.length; i++) {
            saw[i] = 0.4f * (float) (2 * (41.2 * i / rate % 1) - 1);
        }
        assertThat(of(rate, saw).clicks().count()).as("low sawtooth").isZero();
        assertThat(of(rate, music(rate, 20)).clicks().count()).as("notes").isZero();
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 44100, 96000})
    void aDropoutIsFoundAndItsEdgesAreNoClicks(int rate) {
        float[] left = music(rate, 6);
        float[] right = music(rate, 6, 300, 4);
        Arrays.fill(left, 2 * rate, (int) (2.02 * rate), 0f);
        Arrays.fill(right, 2 * rate, (int) (2.02 * rate), 0f);
        Arrays.fill(left, 4 * rate, (int) (4.005 * rate), 0.01f);
        Defects found = of(rate, left, right);
        assertThat(found.dropouts().count()).isEqualTo(2);
        assertThat(found.dropouts().seconds().get(0)).isCloseTo(2, within(0.001));
        assertThat(found.dropouts().seconds().get(1)).as("held, not silent").isCloseTo(4, within(0.001));
        assertThat(found.clicks().count()).isZero();
    }

    @Test
    void pausesAndFadesAreNoDropouts() {
        int rate = 44100;
        float[] music = music(rate, 9);
        for (int i = 0; i < music.length; i++) {
            double t = (double) i / rate % 3;
            double gain =
                    t < 1 ? 1 : t < 1.05 ? 1 - (t - 1) / 0.05 : t < 2 ? 0 : 1; // fades within 50 ms, comes back at once
            music[i] *= (float) gain;
        }
        assertThat(of(rate, music).dropouts().count()).isZero();
        assertThat(of(rate, Signals.sine(rate, 30, -3, 6, 0)).dropouts().count())
                .isZero();
    }

    @ParameterizedTest
    @ValueSource(doubles = {1, 0.7, 0.1})
    void flatTopsAreFoundAtAnyLevelAndInSixteenBits(double level) {
        float[] music = music(44100, 6);
        float ceiling = 0.25f;
        for (int i = 0; i < music.length; i++) {
            double cut = level * Math.max(-ceiling, Math.min(ceiling, music[i]));
            music[i] = Math.round(cut * 32768) / 32768f;
        }
        FlatTops found = of(44100, music).flatTops();
        assertThat(found.count()).isGreaterThan(20);
        assertThat(found.levelDbfs()).isCloseTo(20 * Math.log10(level * ceiling), within(0.01));
    }

    @Test
    void smoothWavesHaveNoFlatTops() {
        for (double hz : new double[] {20, 50, 110, 997, 11025}) {
            assertThat(of(44100, Signals.sine(44100, hz, -1, 4, 20)).flatTops().count())
                    .as("%s Hz", hz)
                    .isZero();
        }
        assertThat(of(44100, music(44100, 10)).flatTops().count()).isZero();
    }

    @Test
    void silenceAtTheEndsIsMeasuredAndASilentFileHasNone() {
        int rate = 32000;
        float[] sound = Signals.join(new float[5 * rate], music(rate, 4), new float[3 * rate]);
        Defects found = of(rate, sound, new float[sound.length]);
        assertThat(found.leadSeconds()).isCloseTo(5, within(0.01));
        assertThat(found.tailSeconds()).isCloseTo(3, within(0.01));
        assertThat(of(rate, new float[4 * rate])).isEqualTo(Defects.NONE);
        assertThat(of(rate, new float[10])).isEqualTo(Defects.NONE);
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 44100, 96000})
    void humUnderABassIsFoundWithItsFrequencyAndLevelAtEveryRate(int rate) {
        for (double mains : new double[] {50.02, 59.9}) {
            float[] sound = music(rate, 16, 41.2, 5);
            double power = 0;
            double[] amplitudes = {0.03, 0.01, 0.015, 0.005, 0.01, 0.005};
            for (int h = 0; h < amplitudes.length; h++) {
                power += amplitudes[h] * amplitudes[h] / 2;
                for (int i = 0; i < sound.length; i++) {
                    sound[i] += (float) (amplitudes[h] * Math.sin(2 * Math.PI * mains * (h + 1) * i / rate + h));
                }
            }
            Hum hum = of(rate, sound).hum().orElseThrow();
            assertThat(hum.mainsHz()).isCloseTo(mains, within(0.03));
            assertThat(hum.levelDbfs()).isCloseTo(10 * Math.log10(power), within(2.5));
            assertThat(hum.nominalHz()).isEqualTo(mains < 55 ? 50 : 60);
        }
    }

    @Test
    void aBassAndNoiseAndAHeldChordDoNotHum() {
        assertThat(of(44100, music(44100, 16, 41.2, 5)).hum()).isEmpty();
        assertThat(of(44100, Signals.white(16 * 44100, 0.1, 1)).hum()).isEmpty();
        float[] chord = new float[16 * 44100];
        for (double hz : new double[] {49, 98, 146.83, 196, 246.94, 293.66, 392}) {
            for (int i = 0; i < chord.length; i++) {
                chord[i] += (float) (0.05 * Math.sin(2 * Math.PI * hz * i / 44100));
            }
        }
        assertThat(of(44100, chord).hum()).as("G major, for 16 s").isEmpty();
    }
}
