package oakmirror.desk.plot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class ScalesTest {

    @Test
    void frequenciesLieEvenlyByTheOctave() {
        FrequencyScale scale = new FrequencyScale(1056);
        assertThat(scale.x(20)).isEqualTo(scale.left());
        assertThat(scale.x(20000)).isCloseTo(scale.right(), within(1e-9));
        assertThat(scale.x(200) - scale.x(100)).isCloseTo(scale.x(8000) - scale.x(4000), within(1e-9));
        assertThat(scale.hz(scale.x(440))).isCloseTo(440, within(1e-9));
        assertThat(scale.holds(scale.left() - 1)).isFalse();
        assertThat(FrequencyScale.label(50)).isEqualTo("50");
        assertThat(FrequencyScale.label(2000)).isEqualTo("2 k");
    }

    @Test
    void timeZoomsAboutThePointerAndStaysWithinItsEnds() {
        TimeAxis axis = new TimeAxis();
        axis.place(100, 1100);
        axis.showAll(0, 200);
        assertThat(axis.seconds(600)).isEqualTo(100);
        axis.zoom(0.5, 600);
        assertThat(axis.from()).isCloseTo(50, within(1e-9));
        assertThat(axis.to()).isCloseTo(150, within(1e-9));
        assertThat(axis.seconds(600))
                .as("what lay under the pointer still does")
                .isCloseTo(100, within(1e-9));
        axis.pan(10_000);
        assertThat(axis.to()).isCloseTo(200, within(1e-9));
        axis.pan(-100_000);
        assertThat(axis.from()).isZero();
        axis.zoom(1e-9, 600);
        assertThat((axis.to() - axis.from())).as("never closer than a second").isCloseTo(1, within(1e-9));
        axis.zoom(1e9, 600);
        assertThat((axis.to() - axis.from())).isCloseTo(200, within(1e-9));
        assertThat(axis.seconds(-500)).isZero();
    }

    @Test
    void ticksLeaveRoomForTheirLabels() {
        TimeAxis axis = new TimeAxis();
        axis.place(0, 700);
        for (double seconds : new double[] {2, 34, 200, 7200}) {
            axis.showAll(0, seconds);
            double step = axis.tickSeconds();
            assertThat(axis.x(step) - axis.x(0)).as("%.0f s", seconds).isGreaterThanOrEqualTo(70 - 1e-9);
        }
    }

    @Test
    void aContourIsAsHighAsItIsLoud() {
        ContourTrack contour = new ContourTrack(0, new float[] {-10, -28, -46, Float.NEGATIVE_INFINITY}, 0.1, 0.4);
        assertThat(contour.height(0.05)).isEqualTo(1);
        assertThat(contour.height(0.15)).isCloseTo(0.5, within(1e-6));
        assertThat(contour.height(0.25)).isZero();
        assertThat(contour.height(0.35)).isZero();
        assertThat(contour.height(-1)).isZero();
        assertThat(contour.height(9)).isZero();
    }

    @Test
    void ticksAreCountedAndComeToAnEnd() {
        assertThat(Ticks.between(-2.5, 7.4, 2.5)).containsExactly(-2.5, 0, 2.5, 5);
        assertThat(Ticks.between(0, 10, 5)).containsExactly(0, 5, 10);
        assertThat(Ticks.between(1e300, 2e300, 3600)).isEmpty();
        assertThat(Ticks.between(0, 1e9, 1)).isEmpty();
        assertThat(Ticks.between(Double.NaN, 1, 1)).isEmpty();
        assertThat(Ticks.between(3, 1, 1)).isEmpty();
    }
}
