package oakmirror.spectrum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class TiltTest {

    /** In bands of equal percentage pink noise is level and falls by 3.01 dB an octave as density; a tilt of that much raises it level again. */
    @Test
    void pinkNoiseIsLevelAtThreeDecibelsAnOctave() {
        double[] pink = new double[BandGrid.SIZE];
        double[] flat = FractionalOctave.tilted(pink, 10 * Math.log10(2));
        double[] density = FractionalOctave.tilted(pink, 0);
        int one = BandGrid.bandOf(1000);
        int two = BandGrid.bandOf(2000);
        assertThat(flat).containsExactly(pink, within(1e-9));
        double octaves = Math.log(BandGrid.centreHz(two) / BandGrid.centreHz(one)) / Math.log(2);
        assertThat(density[two] - density[one]).isCloseTo(-3.01 * octaves, within(0.01));
        assertThat(density[one]).isCloseTo(0, within(0.05));
    }

    @Test
    void tiltingBackUndoesIt() {
        double[] levels = new double[BandGrid.SIZE];
        for (int b = 0; b < levels.length; b++) {
            levels[b] = Math.sin(b);
        }
        assertThat(FractionalOctave.tiltedBack(FractionalOctave.tilted(levels, 4.5), 4.5))
                .containsExactly(levels, within(1e-9));
    }
}
