package oakmirror.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import oakmirror.Signals;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BandSoloTest {

    private static double gainDb(BandSolo band, double hz, int rate) {
        float[] sine = Signals.sine(rate, hz, 0, 1.5, 0);
        float[] out = sine.clone();
        band.reset();
        band.process(out, sine.clone(), 0, out.length);
        double in = 0;
        double through = 0;
        for (int i = rate; i < out.length; i++) {
            in += sine[i] * sine[i];
            through += out[i] * out[i];
        }
        return 10 * Math.log10(through / in);
    }

    /** Butterworth of order 8: 3.01 dB down at the edge and 10·log10(1 + 2¹⁶) = 48.2 dB an octave outside. */
    @ParameterizedTest
    @CsvSource({"200,2000,48000", "500,2000,44100", "100,400,192000", "120,500,8000"})
    void isFlatWithinAndSteepOutside(double low, double high, int rate) {
        BandSolo band = new BandSolo(low, high, rate);
        assertThat(gainDb(band, Math.sqrt(low * high), rate)).isCloseTo(0, within(0.05));
        assertThat(gainDb(band, low, rate)).isCloseTo(-3.01, within(0.1));
        assertThat(gainDb(band, high, rate)).isCloseTo(-3.01, within(0.1));
        assertThat(gainDb(band, low / 2, rate)).isLessThan(-47);
        assertThat(gainDb(band, 2 * high, rate)).isLessThan(-47);
    }

    @Test
    void everyZoneWorksAtEveryRate() {
        for (int rate : new int[] {8000, 44100, 48000, 96000, 192000}) {
            for (Zone zone : Zone.values()) {
                BandSolo band = new BandSolo(zone.lowHz(), zone.highHz(), rate);
                float[] noise = Signals.white(rate, 0.5, 1);
                band.process(noise, noise.clone(), 0, noise.length);
                for (float x : noise) {
                    assertThat(Math.abs(x)).isLessThan(1);
                }
                assertThat(band.memoryFrames()).isLessThanOrEqualTo(rate / 2);
            }
        }
        assertThatThrownBy(() -> new BandSolo(100, 100, 48000)).isInstanceOf(IllegalArgumentException.class);
    }
}
