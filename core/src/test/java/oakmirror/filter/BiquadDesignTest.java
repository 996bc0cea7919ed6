package oakmirror.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BiquadDesignTest {

    private static List<AnalogueSection> sections(double gainDb) {
        List<AnalogueSection> all = new ArrayList<>();
        for (double hz : new double[] {30, 100, 1000, 4000, 8000, 12000, 16000}) {
            for (double q : new double[] {0.5, 1, 3}) {
                all.add(AnalogueSection.bell(hz, gainDb, q));
            }
            all.add(AnalogueSection.lowShelf(hz, gainDb, 0.7));
            all.add(AnalogueSection.highShelf(hz, gainDb, 0.7));
        }
        return all;
    }

    @ParameterizedTest
    @ValueSource(ints = {44100, 48000, 96000})
    void followsTheAnalogueShapeUpToNyquist(int rate) {
        for (double gain : new double[] {6, -6}) {
            for (AnalogueSection section : sections(gain)) {
                Biquad biquad = Biquad.of(section, rate);
                for (double hz = 20; hz < Math.min(20000, 0.47 * rate); hz *= 1.05) {
                    assertThat(biquad.gainDb(hz, rate))
                            .as("%s at %.0f Hz", section, hz)
                            .isCloseTo(section.gainDb(hz), within(0.16));
                }
            }
        }
    }

    @Test
    void isStableBothWaysAndARiseUndoesADip() {
        for (AnalogueSection section : sections(12)) {
            Biquad rise = Biquad.of(section, 44100);
            Biquad dip = Biquad.of(section.inverse(), 44100);
            assertThat(rise.isStable()).isTrue();
            assertThat(dip.isStable()).isTrue();
            for (double hz : new double[] {50, 500, 5000, 20000}) {
                assertThat(rise.gainDb(hz, 44100) + dip.gainDb(hz, 44100)).isCloseTo(0, within(1e-5));
            }
        }
    }

    @Test
    void shapesHaveTheGainsOfTheCookbook() { // R. Bristow-Johnson: a shelf has half its decibels at its frequency
        assertThat(AnalogueSection.bell(1000, 6, 2).gainDb(1000)).isCloseTo(6, within(1e-9));
        assertThat(AnalogueSection.lowShelf(100, 4, 0.7).gainDb(100)).isCloseTo(2, within(1e-9));
        assertThat(AnalogueSection.lowShelf(100, 4, 0.7).gainDb(1)).isCloseTo(4, within(1e-3));
        assertThat(AnalogueSection.highShelf(5000, -3, 0.7).gainDb(5000)).isCloseTo(-1.5, within(1e-9));
        assertThat(AnalogueSection.highShelf(5000, -3, 0.7).gainDb(1e6)).isCloseTo(-3, within(1e-3));
    }
}
