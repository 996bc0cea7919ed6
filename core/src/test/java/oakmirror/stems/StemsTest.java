package oakmirror.stems;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import org.junit.jupiter.api.Test;

class StemsTest {

    private static final int RATE = 48000;

    @Test
    void aMixWithoutStemsSumsToNothing() {
        Stems none = Stems.none(RATE);
        float[] left = {1, 1, 1};
        float[] right = {1, 1, 1};
        none.read(0, left, right, 1, 2);
        assertThat(none.frames()).isZero();
        assertThat(left).containsExactly(1, 0, 0);
        assertThat(right).containsExactly(1, 0, 0);
    }

    @Test
    void theSumIsAsLongAsTheLongest() {
        float[] a = Signals.white(10_000, 0.2, 1);
        float[] b = Signals.white(6_000, 0.2, 2);
        Stems stems = new Stems(RATE, List.of(Clip.stereo(RATE, a, a), Clip.stereo(RATE, b, b)));
        float[] left = new float[10_000];
        stems.read(0, left, new float[10_000], 0, 10_000);
        assertThat(stems.frames()).isEqualTo(10_000);
        assertThat(left[5_999]).isCloseTo(a[5_999] + b[5_999], within(1e-7f));
        assertThat(left[6_000]).isEqualTo(a[6_000]);
    }

    @Test
    void stemsOfAnotherRateAreRefused() {
        Clip other = Clip.stereo(44100, new float[4], new float[4]);
        assertThatThrownBy(() -> new Stems(RATE, List.of(other))).isInstanceOf(IllegalArgumentException.class);
    }
}
