package oakmirror.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import org.junit.jupiter.api.Test;

/** How a recording begins and ends. */
class EndsTest {

    private static final int RATE = 44100;

    /** A tone of −6 dBFS on the left and one 20 dB below it on the right, between two moments of a recording. */
    private static Clip between(double from, double to, double seconds) {
        float[][] samples = new float[2][(int) (seconds * RATE)];
        for (int i = (int) Math.round(from * RATE); i < Math.round(to * RATE); i++) {
            samples[0][i] = (float) (0.5 * Math.cos(2 * Math.PI * 441 * i / RATE));
            samples[1][i] = samples[0][i] / 10;
        }
        return new Clip(RATE, ChannelLayout.stereo(), samples);
    }

    @Test
    void silenceAndSoundStandWhereTheyAre() {
        Ends ends = Ends.of(between(0.5, 10.75, 12));
        assertThat(ends.headSeconds()).isCloseTo(0.5, within(1e-4));
        assertThat(ends.tailSeconds()).isCloseTo(1.25, within(1e-3)); // the tone's last samples are near zero
        assertThat(ends.startDb()).hasSize(400);
        assertThat(ends.endDb()).hasSize(800);
        assertThat(ends.startDb()[49]).isEqualTo(Double.NEGATIVE_INFINITY);
        assertThat(ends.startDb()[51]).isCloseTo(-6.02, within(0.05));
        assertThat(ends.endDb()[672]).isCloseTo(-6.02, within(0.05)); // 4 s + 6.72 s
        assertThat(ends.endDb()[676]).isEqualTo(Double.NEGATIVE_INFINITY);
    }

    @Test
    void whatIsCutOnTheSoundIsSilentAtNeitherEndAndSilenceIsAllOfIt() {
        Ends cut = Ends.of(between(0, 2, 2));
        assertThat(cut.headSeconds()).isZero();
        assertThat(cut.tailSeconds()).isLessThan(0.001);
        assertThat(cut.startDb()).hasSize(200);
        assertThat(cut.endDb()).as("all of it is its end, too").hasSize(200);
        Ends silent = Ends.of(between(0, 0, 3));
        assertThat(silent.headSeconds()).isCloseTo(3, within(1e-9));
        assertThat(silent.tailSeconds()).isCloseTo(3, within(1e-9));
        assertThat(Ends.of(between(0, 0, 0)).startDb()).isEmpty();
    }
}
