package oakmirror.levelmatch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import oakmirror.levelmatch.LevelSettings.Basis;
import oakmirror.levelmatch.LevelSettings.Direction;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LevelMatchTest {

    private static LevelMatch toMix(TrackLevel... tracks) {
        return LevelMatch.of(LevelSettings.DEFAULT, List.of(tracks), 0);
    }

    @Test
    void louderReferencesComeDownToTheMix() {
        LevelMatch match = toMix(new TrackLevel(-18, -4), new TrackLevel(-8, -0.3), new TrackLevel(-9.5, -1));
        assertThat(match.offsetsDb()).containsExactly(0.0, -10.0, -8.5);
        assertThat(match.downDb()).isZero();
    }

    @Test
    void aQuietReferenceIsRaisedWhileItsPeaksStayBelowFullScale() {
        assertThat(toMix(new TrackLevel(-14, -1), new TrackLevel(-20, -9)).offsetDb(1))
                .isCloseTo(6, within(1e-9));
    }

    @Test
    void insteadOfClippingEverythingComesDownTogether() {
        LevelMatch match = toMix(new TrackLevel(-14, -1), new TrackLevel(-20, -2), new TrackLevel(-10, -0.5));
        assertThat(match.downDb()).isCloseTo(4, within(1e-9));
        assertThat(match.offsetsDb().get(0)).isCloseTo(-4, within(1e-9));
        assertThat(match.offsetsDb().get(1)).isCloseTo(2, within(1e-9));
        assertThat(match.offsetsDb().get(2)).isCloseTo(-8, within(1e-9));
    }

    @Test
    void aCorrectionThatRaisesPeaksBringsEverythingDown() {
        TrackLevel corrected = new TrackLevel(-14, -1, 3, true, 0);
        LevelMatch match = toMix(corrected, new TrackLevel(-9, -0.5));
        assertThat(match.downDb()).isCloseTo(3, within(1e-9));
        assertThat(match.offsetsDb()).containsExactly(-3.0, -8.0);
        TrackLevel lowered = new TrackLevel(-14, 0.8, -2, true, 0);
        assertThat(toMix(lowered).downDb())
                .as("a file over full scale is played as it is")
                .isZero();
    }

    @Test
    void whatHasNoLoudnessIsLeftAlone() {
        TrackLevel silent = new TrackLevel(Double.NaN, Double.NEGATIVE_INFINITY);
        assertThat(toMix(new TrackLevel(-14, -1), silent).offsetsDb()).containsExactly(0.0, 0.0);
        assertThat(toMix(silent, new TrackLevel(-9, 0)).offsetsDb()).containsExactly(0.0, 0.0);
        assertThat(LevelMatch.of(LevelSettings.DEFAULT, List.of(new TrackLevel(-9, 0)), -1)
                        .offsetsDb())
                .containsExactly(0.0);
        assertThat(LevelMatch.NONE.offsetDb(3)).isZero();
    }

    @Test
    void allComeToTheQuietest() {
        LevelSettings quietest = LevelSettings.DEFAULT.withDirection(Direction.TO_QUIETEST);
        LevelMatch match = LevelMatch.of(
                quietest,
                List.of(
                        new TrackLevel(-14, -1),
                        new TrackLevel(-18, -2),
                        new TrackLevel(-9, 0),
                        new TrackLevel(-40, -20, -20, false, 0)),
                0);
        assertThat(match.offsetsDb()).containsExactly(-4.0, 0.0, -9.0, 0.0);
        assertThat(match.downDb()).isZero();
    }

    @Test
    void allComeToAStatedLevelButNothingOverFullScale() {
        LevelSettings stated =
                LevelSettings.DEFAULT.withDirection(Direction.TO_STATED).withStatedLevel(-10);
        LevelMatch match = LevelMatch.of(stated, List.of(new TrackLevel(-14, -1), new TrackLevel(-9, 0)), 0);
        assertThat(match.downDb()).as("the mix would peak at +3").isCloseTo(3, within(1e-9));
        assertThat(match.offsetsDb()).containsExactly(1.0, -4.0);
    }

    @Test
    void aTrimComesOnTopAndATrackCanStayOut() {
        LevelMatch match = toMix(
                new TrackLevel(-18, -4, -4, true, 0.5),
                new TrackLevel(-8, -0.3, -0.3, true, -1.2),
                new TrackLevel(-8, -0.3, -0.3, false, -3));
        assertThat(match.offsetsDb().get(0)).isEqualTo(0.5);
        assertThat(match.offsetsDb().get(1)).isCloseTo(-11.2, within(1e-9));
        assertThat(match.offsetsDb().get(2)).isEqualTo(-3.0);
        LevelMatch off = LevelMatch.of(
                LevelSettings.DEFAULT.withMatched(false),
                List.of(new TrackLevel(-18, -4), new TrackLevel(-8, -0.3, -0.3, true, -1.2)),
                0);
        assertThat(off.offsetsDb()).containsExactly(0.0, -1.2);
        LevelMatch clipping = toMix(new TrackLevel(-18, -0.2, -0.2, true, 1));
        assertThat(clipping.downDb()).isCloseTo(0.8, within(1e-9));
    }

    /** K-System, from memory: 0 on the scale is so many dB below full scale, and a sine reads as its peak. */
    @ParameterizedTest
    @CsvSource({"K20,-20", "K14,-14", "K12,-12"})
    void onAKScaleZeroIsASineOfThatPeak(Basis basis, double peakDbfs) {
        LevelFigures sine = new LevelFigures(-23, -23, -23, peakDbfs - 3.0103 + LevelFigures.SINE_DB);
        assertThat(basis.of(sine)).isCloseTo(0, within(1e-4));
        assertThat(basis.isOnKScale()).isTrue();
    }

    @Test
    void everyBasisHasItsFigure() {
        LevelFigures figures = new LevelFigures(-1, -2, -3, -4);
        assertThat(Basis.INTEGRATED.of(figures)).isEqualTo(-1);
        assertThat(Basis.PASSAGE.of(figures)).isEqualTo(-2);
        assertThat(Basis.SHORT_TERM.of(figures)).isEqualTo(-3);
        assertThat(Basis.K14.of(figures)).isEqualTo(10);
        assertThat(Basis.K14.of(LevelFigures.NONE)).isNaN();
        LevelSettings k = LevelSettings.DEFAULT.withBasis(Basis.K20);
        assertThat(k.statedLevel()).as("0 on the scale").isZero();
        assertThat(k.withStatedLevel(3).withBasis(Basis.K12).statedLevel()).isEqualTo(3);
        assertThat(k.withBasis(Basis.INTEGRATED).statedLevel()).isEqualTo(-18);
        assertThatThrownBy(() -> k.withStatedLevel(-61)).isInstanceOf(IllegalArgumentException.class);
    }
}
