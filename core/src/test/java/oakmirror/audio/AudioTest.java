package oakmirror.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout.Role;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class AudioTest {

    @ParameterizedTest
    @CsvSource({"1,0,0", "2,6.0206,3.0103", "0.5,-6.0206,-3.0103", "10,20,10"})
    void decibelsOfRatios(double ratio, double amplitudeDb, double powerDb) {
        assertThat(Decibels.ofAmplitude(ratio)).isCloseTo(amplitudeDb, within(1e-4));
        assertThat(Decibels.ofPower(ratio)).isCloseTo(powerDb, within(1e-4));
        assertThat(Decibels.toAmplitude(amplitudeDb)).isCloseTo(ratio, within(1e-4));
        assertThat(Decibels.toPower(powerDb)).isCloseTo(ratio, within(1e-4));
    }

    @Test
    void nothingIsMinusInfinity() {
        assertThat(Decibels.ofAmplitude(0)).isEqualTo(Double.NEGATIVE_INFINITY);
        assertThat(Decibels.toAmplitude(Double.NEGATIVE_INFINITY)).isZero();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 12})
    void everyNumberOfChannelsHasALayout(int channels) {
        ChannelLayout layout = ChannelLayout.usual(channels);
        assertThat(layout.channels()).isEqualTo(channels);
        float[][] ones = new float[channels][1];
        for (float[] c : ones) {
            c[0] = 1;
        }
        float[] left = new float[1];
        float[] right = new float[1];
        layout.foldToStereo(ones, 1, left, right);
        assertThat(left[0]).as("folds evenly to both sides").isEqualTo(right[0]).isPositive();
    }

    @Test
    void surroundsCountMoreAndLfeNotAtAll() { // ITU-R BS.1770-5, table 3
        ChannelLayout layout = ChannelLayout.surround51();
        assertThat(layout.loudnessWeight(0)).isEqualTo(1);
        assertThat(layout.loudnessWeight(2)).isEqualTo(1);
        assertThat(layout.loudnessWeight(3)).isZero();
        assertThat(layout.loudnessWeight(4)).isEqualTo(1.41);
        assertThat(new ChannelLayout(List.of(Role.BACK_LEFT)).loudnessWeight(0)).isEqualTo(1);
    }

    @Test
    void theFoldPutsEachChannelWhereItBelongs() { // ITU-R BS.775-4
        float[][] block = {{1}, {2}, {4}, {8}, {16}, {32}};
        float[] left = new float[1];
        float[] right = new float[1];
        ChannelLayout.surround51().foldToStereo(block, 1, left, right);
        assertThat((double) left[0]).isCloseTo(1 + 0.7071 * (4 + 16), within(1e-3));
        assertThat((double) right[0]).isCloseTo(2 + 0.7071 * (4 + 32), within(1e-3));
    }

    @Test
    void clipsCheckTheirShape() {
        assertThatThrownBy(() -> new Clip(0, ChannelLayout.mono(), new float[1][1]))
                .hasMessageContaining("rate");
        assertThatThrownBy(() -> Clip.stereo(48000, new float[2], new float[3])).hasMessageContaining("length");
        assertThatThrownBy(() -> new Clip(48000, ChannelLayout.stereo(), new float[1][1]))
                .hasMessageContaining("layout");
        assertThatThrownBy(() -> new ChannelLayout(List.of())).isInstanceOf(IllegalArgumentException.class);
        Clip mono = Signals.clip(48000, ChannelLayout.mono(), new float[4]);
        assertThatThrownBy(() -> mono.read(0, new float[1], new float[1], 0, 1))
                .isInstanceOf(IllegalStateException.class);
    }

    @Test
    void aClipIsReadAsAStreamToItsEnd() throws java.io.IOException {
        Clip clip = Signals.both(48000, Signals.white(2500, 1, 1));
        try (AudioStream stream = clip.stream()) {
            assertThat(stream.expectedFrames()).isEqualTo(2500);
            float[][] block = new float[2][1000];
            assertThat(stream.read(block, 1000)).isEqualTo(1000);
            assertThat(stream.read(block, 1000)).isEqualTo(1000);
            assertThat(stream.read(block, 1000)).isEqualTo(500);
            assertThat(block[1][499]).isEqualTo(clip.channels()[1][2499]);
            assertThat(stream.read(block, 1000)).isZero();
        }
        assertThat(clip.seconds()).isCloseTo(2500 / 48000.0, within(1e-12));
    }

    @Test
    void timeRangesCannotEndBeforeTheyStart() {
        assertThat(new TimeRange(1.5, 4).seconds()).isEqualTo(2.5);
        assertThatThrownBy(() -> new TimeRange(4, 1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TimeRange(-1, 1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TimeRange(Double.NaN, 1)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void progressOfAPartIsProgressOfTheWholeAndCancels() {
        List<Double> seen = new ArrayList<>();
        Progress whole = fraction -> {
            seen.add(fraction);
            return fraction < 0.7;
        };
        Progress second = whole.part(0.5, 1);
        second.check(0);
        second.check(0.2);
        assertThatThrownBy(() -> second.check(0.6)).isInstanceOf(CancellationException.class);
        assertThat(seen).containsExactly(0.5, 0.6, 0.8);
        Progress.NONE.check(42);
    }
}
