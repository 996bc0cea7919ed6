package oakmirror.stereo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.TimeRange;
import org.junit.jupiter.api.Test;

class PhaseScopeTest {

    private static long drawn(PhaseScope scope) {
        return Arrays.stream(scope.counts())
                .flatMapToInt(Arrays::stream)
                .asLongStream()
                .sum();
    }

    @Test
    void oneSideAloneLiesOnItsDiagonalAndIsInBalanceWithNothing() {
        float[] x = Signals.musicLike(48000, 2, 0.5, 3);
        PhaseScope left = PhaseScope.of(Clip.stereo(48000, x, new float[x.length]), new TimeRange(0, 2));
        int centre = PhaseScope.SIZE / 2;
        for (int row = 0; row < PhaseScope.SIZE; row++) {
            for (int column = 0; column < PhaseScope.SIZE; column++) {
                if (left.counts()[row][column] > 0) {
                    assertThat(row - centre).as("up and to the left").isEqualTo(column - centre);
                }
            }
        }
        assertThat(left.balanceDb()).isEqualTo(Width.MONO_DB);
        assertThat(drawn(left)).isEqualTo(x.length);
    }

    @Test
    void aSideThatIsHalfAsLoudIsSixDecibelsDown() {
        float[] x = Signals.musicLike(48000, 2, 0.5, 3);
        float[] half = x.clone();
        for (int i = 0; i < half.length; i++) {
            half[i] /= 2;
        }
        PhaseScope scope = PhaseScope.of(Clip.stereo(48000, x, half), new TimeRange(0.5, 1.5));
        assertThat(scope.balanceDb()).isCloseTo(-6.02, within(0.01));
        assertThat(scope.correlation()).isCloseTo(1, within(1e-6));
        assertThat(drawn(scope)).isEqualTo(48000);
    }

    /** Every second block is drawn of what is long, but figures and edge are of everything. */
    @Test
    void ofLongStretchesOnlyThePictureIsThinnedOut() {
        int frames = 9_000_000;
        float[] left = new float[frames];
        float[] right = new float[frames];
        for (int i = 0; i < frames; i++) {
            left[i] = (float) Math.sin(i * 0.1);
            right[i] = (i / 8192) % 2 == 0 ? left[i] : 0;
        }
        left[12000] = 2; // in a block that is not drawn
        PhaseScope scope = PhaseScope.of(Clip.stereo(48000, left, right), new TimeRange(0, frames / 48000.0));
        assertThat(scope.peak()).isCloseTo(1.0, within(0.01));
        assertThat(scope.correlation()).isCloseTo(Math.sqrt(0.5), within(0.001));
        assertThat(drawn(scope)).isBetween(frames / 2 - 10000L, frames / 2 + 10000L);
    }
}
