package oakmirror.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import oakmirror.Signals;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Middle and side through filters of their own. */
class StereoToneTest {

    private static final int RATE = 48000;

    private static ToneFilter bell(Phase phase, double db) {
        AnalogueSection bell = AnalogueSection.bell(1000, db, 1);
        return new ToneFilter(phase, List.of(bell), bell::gainDb);
    }

    private static float[] half(float[] a, float[] b, int sign) {
        float[] out = new float[a.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (a[i] + sign * b[i]) / 2;
        }
        return out;
    }

    @ParameterizedTest
    @EnumSource(Phase.class)
    void middleAndSideGoThroughTheirOwn(Phase phase) {
        StereoTone apart = new StereoTone(bell(phase, 3), bell(phase, -5));
        assertThat(apart.isAlike()).isFalse();
        float[] left = Signals.musicLike(RATE, 2, 0.3, 1);
        float[] right = Signals.musicLike(RATE, 2, 0.3, 2);
        float[] mid = half(left, right, 1);
        float[] side = half(left, right, -1);
        apart.maker(RATE, -2).get().process(left, right, 0, left.length);
        bell(phase, 3).maker(RATE, -2).get().process(mid, mid.clone(), 0, mid.length);
        bell(phase, -5).maker(RATE, -2).get().process(side, side.clone(), 0, side.length);
        assertThat(Signals.largestDifference(half(left, right, 1), mid)).isLessThan(1e-6);
        assertThat(Signals.largestDifference(half(left, right, -1), side)).isLessThan(1e-6);
    }

    @ParameterizedTest
    @EnumSource(Phase.class)
    void monoHearsTheMiddleAlone(Phase phase) {
        float[] left = Signals.white(RATE, 0.3, 3);
        float[] right = left.clone();
        float[] alone = left.clone();
        new StereoTone(bell(phase, 3), bell(phase, 9)).maker(RATE).get().process(left, right, 0, left.length);
        bell(phase, 3).maker(RATE).get().process(alone, alone.clone(), 0, alone.length);
        assertThat(Signals.largestDifference(left, right)).as("still mono").isLessThan(1e-6);
        assertThat(Signals.largestDifference(left, alone)).isLessThan(1e-6);
    }

    @Test
    void theHigherGainAsksForRoom() {
        StereoTone apart = new StereoTone(bell(Phase.MINIMUM, -3), bell(Phase.MINIMUM, 4));
        assertThat(apart.highestDb(1000)).isCloseTo(4, within(1e-9));
        StereoTone same = StereoTone.alike(bell(Phase.MINIMUM, 4));
        assertThat(same.with(f -> f).isAlike()).isTrue();
        assertThatThrownBy(() -> new StereoTone(bell(Phase.MINIMUM, 1), bell(Phase.LINEAR, 1)))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
