package oakmirror.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.compare.Gap;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;

/** What a codec adds against what a filter does, both at the low end of one recording. */
class AddedNoiseTest {

    private static final int FROM = BandGrid.bandOf(40);
    private static final int TO = BandGrid.bandOf(60);

    /** Falls by 24 dB an octave below 100 Hz, and goes up and down by 3 dB. */
    private static double[] music() {
        double[] levels = new double[BandGrid.SIZE];
        for (int b = 0; b < levels.length; b++) {
            double octavesBelow = Math.max(0, Math.log(100 / BandGrid.centreHz(b)) / Math.log(2));
            levels[b] = -20 - 36 * octavesBelow + 3 * Math.sin(b);
        }
        return levels;
    }

    private static Gap gap(double[] mix, double[] reference) {
        double[] gap = new double[mix.length];
        boolean[] known = new boolean[mix.length];
        Arrays.setAll(gap, b -> reference[b] - mix[b]);
        Arrays.fill(known, true);
        return new Gap(mix, reference, gap, known);
    }

    private static double[] noisy(double[] music) {
        double[] out = music.clone();
        for (int b = 0; b < out.length; b++) {
            double noise = Decibels.toPower(-58) * BandGrid.centreHz(b) / 50;
            out[b] = Decibels.ofPower(Decibels.toPower(music[b]) + noise);
        }
        return out;
    }

    @Test
    void evenNoiseIsToldFromAFilterWhicheverHasIt() {
        double[] music = music();
        double[] noisy = noisy(music);
        double[] raised = music.clone();
        for (int b = 0; b < raised.length; b++) {
            raised[b] += 3 / (1 + Math.pow(BandGrid.centreHz(b) / 65, 8));
        }
        assertThat(noisy[FROM] - music[FROM]).isGreaterThan(3);
        assertThat(AddedNoise.explains(gap(noisy, music), 0, FROM, TO)).isTrue();
        assertThat(AddedNoise.explains(gap(music, noisy), 0, FROM, TO)).isTrue();
        assertThat(AddedNoise.explains(gap(raised, music), 0, FROM, TO)).isFalse();
        assertThat(AddedNoise.explains(gap(music, raised), 0, FROM, TO)).isFalse();
    }

    @Test
    void whatIsStrongOrHighIsNeverTakenForNoise() {
        double[] music = music();
        double[] noisy = noisy(music);
        double[] level = new double[BandGrid.SIZE];
        Arrays.setAll(level, b -> -50 + 3 * Math.sin(b));
        assertThat(AddedNoise.explains(gap(noisy(level), level), 0, FROM, TO)).isFalse();
        assertThat(AddedNoise.explains(gap(noisy, music), 0, BandGrid.bandOf(200), BandGrid.bandOf(400)))
                .isFalse();
    }
}
