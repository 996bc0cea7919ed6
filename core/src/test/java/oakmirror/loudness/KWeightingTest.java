package oakmirror.loudness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.audio.Decibels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class KWeightingTest {

    @Test
    void givesTheTableOfTheRecommendationAt48Kilohertz() { // ITU-R BS.1770-5, tables 1 and 2
        KWeighting k = KWeighting.at(48000);
        assertThat(k.shelf().b0()).isCloseTo(1.53512485958697, within(1e-10));
        assertThat(k.shelf().b1()).isCloseTo(-2.69169618940638, within(1e-10));
        assertThat(k.shelf().b2()).isCloseTo(1.19839281085285, within(1e-10));
        assertThat(k.shelf().a1()).isCloseTo(-1.69065929318241, within(1e-10));
        assertThat(k.shelf().a2()).isCloseTo(0.73248077421585, within(1e-10));
        assertThat(k.highPass().b0()).isCloseTo(1, within(1e-10));
        assertThat(k.highPass().b1()).isCloseTo(-2, within(1e-10));
        assertThat(k.highPass().a1()).isCloseTo(-1.99004745483398, within(1e-10));
        assertThat(k.highPass().a2()).isCloseTo(0.99007225036621, within(1e-10));
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 11025, 16000, 22050, 32000, 44100, 88200, 96000, 176400, 192000})
    void agreesWith48KilohertzAtEveryRate(int rate) {
        double top = 0.4 * Math.min(rate, 48000) / 2;
        KWeighting k = KWeighting.at(rate);
        KWeighting reference = KWeighting.at(48000);
        for (double hz = 20; hz <= top; hz *= 1.02) {
            assertThat(Decibels.ofPower(k.powerGain(hz, rate) / reference.powerGain(hz, 48000)))
                    .as("%.0f Hz at %d", hz, rate)
                    .isCloseTo(0, within(0.05));
        }
    }
}
