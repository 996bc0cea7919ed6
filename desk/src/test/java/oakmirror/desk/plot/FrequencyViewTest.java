package oakmirror.desk.plot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** What is in view of the frequencies. */
class FrequencyViewTest {

    private static double part(FrequencyView view, double hz) {
        return Math.log(hz / view.lowHz()) / Math.log(view.highHz() / view.lowHz());
    }

    @Test
    void zoomingKeepsTheFrequencyUnderThePointerInItsPlace() {
        FrequencyView view = new FrequencyView();
        double before = part(view, 440);
        view.zoom(0.5, 440);
        assertThat(part(view, 440)).isCloseTo(before, within(1e-9));
        assertThat(view.highHz() / view.lowHz()).isCloseTo(Math.sqrt(1000), within(1e-6));
        assertThat(view.zoomedProperty().get()).isTrue();
    }

    @Test
    void nothingOutsideTwentyHertzToTwentyKilohertzComesIntoView() {
        FrequencyView view = new FrequencyView();
        view.zoom(0.3, 25);
        view.pan(-5);
        assertThat(view.lowHz()).isEqualTo(20);
        view.pan(50);
        assertThat(view.highHz()).isCloseTo(20000, within(1e-6));
        view.zoom(100, 1000);
        assertThat(view.lowHz()).isEqualTo(20);
        assertThat(view.highHz()).isCloseTo(20000, within(1e-6));
        assertThat(view.zoomedProperty().get()).isFalse();
    }

    @Test
    void itGoesNoCloserThanThreeQuartersOfAnOctave() {
        FrequencyView view = new FrequencyView();
        for (int i = 0; i < 40; i++) {
            view.zoom(0.5, 1000);
        }
        assertThat(Math.log(view.highHz() / view.lowHz()) / Math.log(2)).isCloseTo(0.75, within(1e-9));
        assertThat(view.lowHz()).isLessThan(1000);
        assertThat(view.highHz()).isGreaterThan(1000);
    }

    @Test
    void aRangeIsShownWithRoomAndEveryoneIsTold() {
        FrequencyView view = new FrequencyView();
        int[] told = {0, 0};
        view.onChange(() -> told[0]++);
        view.onChange(() -> told[1]++);
        view.showRange(110, 180);
        assertThat(view.lowHz()).isLessThan(110);
        assertThat(view.highHz()).isGreaterThan(180);
        view.reset();
        assertThat(view.zoomedProperty().get()).isFalse();
        assertThat(told).containsExactly(2, 2);
    }

    @Test
    void closeUpEveryDigitIsMarked() {
        assertThat(new FrequencyScale(800).ticks()).contains(20, 50, 100, 20000).doesNotContain(300);
        assertThat(new FrequencyScale(800, 100, 400).ticks()).containsExactly(100, 200, 300, 400);
    }
}
