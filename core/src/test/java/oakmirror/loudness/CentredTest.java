package oakmirror.loudness;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import org.junit.jupiter.api.Test;

class CentredTest {

    @Test
    void theMeanOfEachSideIsTakenAndNothingElse() {
        float[] left = Signals.sine(48000, 1000, -12, 2, 0);
        float[] right = left.clone();
        float[] offset = left.clone();
        for (int i = 0; i < offset.length; i++) {
            offset[i] += 0.02f;
            right[i] -= 0.005f;
        }
        StereoSource source = Clip.stereo(48000, offset, right);
        Centred centred = Centred.of(source, Progress.NONE);
        assertThat(centred.leftMean()).isCloseTo(0.02f, within(1e-6f));
        assertThat(centred.rightMean()).isCloseTo(-0.005f, within(1e-6f));
        float[] l = new float[left.length + 20];
        float[] r = new float[left.length + 20];
        centred.read(-10, l, r, 0, l.length);
        for (int i = 0; i < 10; i++) {
            assertThat(l[i]).as("silence lies before and after it").isZero();
            assertThat(r[l.length - 1 - i]).isZero();
        }
        for (int i = 0; i < left.length; i++) {
            assertThat(l[i + 10]).isCloseTo(left[i], within(1e-6f));
            assertThat(r[i + 10]).isCloseTo(left[i], within(1e-6f));
        }
        assertThat(centred.frames()).isEqualTo(source.frames());
        assertThat(centred.sampleRate()).isEqualTo(48000);
    }

    @Test
    void aPartOfABlockIsReadWhereItBelongs() {
        StereoSource source = Signals.both(48000, Signals.sine(48000, 500, -6, 1, 90));
        Centred centred = new Centred(source, 0.25f, 0.5f);
        float[] l = new float[8];
        float[] r = new float[8];
        float[] plain = new float[8];
        source.read(47_998, plain, new float[8], 2, 4);
        centred.read(47_998, l, r, 2, 4);
        assertThat(l).containsExactly(0, 0, plain[2] - 0.25f, plain[3] - 0.25f, 0, 0, 0, 0);
        assertThat(r).containsExactly(0, 0, plain[2] - 0.5f, plain[3] - 0.5f, 0, 0, 0, 0);
    }
}
