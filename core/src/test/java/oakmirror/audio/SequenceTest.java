package oakmirror.audio;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Stretches of sounds, and sounds one after the other. */
class SequenceTest {

    private static Clip ramp(int frames, float from) {
        float[] x = new float[frames];
        for (int i = 0; i < frames; i++) {
            x[i] = from + i;
        }
        return Clip.stereo(1000, x, x.clone());
    }

    private static float[] read(StereoSource source, long position, int count) {
        float[] left = new float[count + 2];
        Arrays.fill(left, 99);
        source.read(position, left, new float[count + 2], 1, count);
        assertThat(left[0]).as("nothing before is touched").isEqualTo(99);
        assertThat(left[count + 1]).as("nothing behind is touched").isEqualTo(99);
        return Arrays.copyOfRange(left, 1, count + 1);
    }

    @Test
    void anExcerptIsSilentBeyondItsEnds() {
        Slice e = Slice.of(ramp(100, 1), new TimeRange(0.010, 0.014));
        assertThat(e.frames()).isEqualTo(4);
        assertThat(read(e, -2, 8)).containsExactly(0, 0, 11, 12, 13, 14, 0, 0);
        assertThat(read(e, 2, 1)).containsExactly(13);
        assertThat(read(e, -9, 3)).containsExactly(0, 0, 0);
        assertThat(read(e, 50, 3)).containsExactly(0, 0, 0);
        assertThat(Slice.of(ramp(5, 1), new TimeRange(0.002, 9)).frames()).isEqualTo(3);
    }

    @Test
    void aSequenceGoesAcrossItsJoins() {
        Sequence s = Sequence.of(List.of(ramp(3, 1), ramp(2, 10)), List.of(0.0, 20 * Math.log10(2)), 0.002);
        assertThat(s.frames()).isEqualTo(7);
        assertThat(read(s, -1, 9)).containsExactly(0, 1, 2, 3, 0, 0, 20, 22, 0);
        assertThat(read(s, 4, 2)).containsExactly(0, 20);
    }
}
