package oakmirror.level;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

class LevelMatchTest {

    @Test
    void louderReferencesComeDownToTheMix() {
        LevelMatch match =
                LevelMatch.toMix(new TrackLevel(-18, -4), List.of(new TrackLevel(-8, -0.3), new TrackLevel(-9.5, -1)));
        assertThat(match.mixOffsetDb()).isZero();
        assertThat(match.referenceOffsetsDb()).containsExactly(-10.0, -8.5);
    }

    @Test
    void aQuietReferenceIsRaisedWhileItsPeaksStayBelowFullScale() {
        LevelMatch match = LevelMatch.toMix(new TrackLevel(-14, -1), List.of(new TrackLevel(-20, -9)));
        assertThat(match.referenceOffsetsDb().get(0)).isCloseTo(6, within(1e-9));
    }

    @Test
    void insteadOfClippingEverythingComesDownTogether() {
        LevelMatch match =
                LevelMatch.toMix(new TrackLevel(-14, -1), List.of(new TrackLevel(-20, -2), new TrackLevel(-10, -0.5)));
        assertThat(match.mixOffsetDb()).isCloseTo(-4, within(1e-9));
        assertThat(match.referenceOffsetsDb().get(0)).isCloseTo(2, within(1e-9));
        assertThat(match.referenceOffsetsDb().get(1)).isCloseTo(-8, within(1e-9));
    }

    @Test
    void whatHasNoLoudnessIsLeftAlone() {
        LevelMatch match = LevelMatch.toMix(
                new TrackLevel(-14, -1), List.of(new TrackLevel(Double.NaN, Double.NEGATIVE_INFINITY)));
        assertThat(match.referenceOffsetsDb()).containsExactly(0.0);
        assertThat(LevelMatch.toMix(new TrackLevel(Double.NaN, -1), List.of(new TrackLevel(-9, 0)))
                        .referenceOffsetsDb())
                .containsExactly(0.0);
    }
}
