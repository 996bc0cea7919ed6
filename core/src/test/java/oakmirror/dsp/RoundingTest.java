package oakmirror.dsp;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Rounding without dither. */
class RoundingTest {

    @Test
    void itGoesToTheNearestStepAndAlwaysTheSame() {
        TpdfDither off = TpdfDither.off(16);
        assertThat(off.quantise(0.4f / 32768)).isZero();
        assertThat(off.quantise(0.6f / 32768)).isEqualTo(1);
        assertThat(off.quantise(-0.6f / 32768)).isEqualTo(-1);
        assertThat(off.quantise(0)).as("silence stays silent").isZero();
        assertThat(off.clipped()).isZero();
        assertThat(off.quantise(1.1f)).isEqualTo(32767);
        assertThat(off.clipped()).isEqualTo(1);
    }
}
