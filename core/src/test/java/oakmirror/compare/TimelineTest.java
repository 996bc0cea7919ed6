package oakmirror.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import oakmirror.audio.FrameRange;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.BarGrid;
import org.junit.jupiter.api.Test;

/** Where tracks lie against each other, and how everything is heard. */
class TimelineTest {

    private static final int RATE = 48000;
    private static final BarGrid SLOW = new BarGrid(100, 0, 4); // bars of 2.4 s
    private static final BarGrid FAST = new BarGrid(120, 0.5, 4); // bars of 2 s
    private static final Timeline BY_BAR = new Timeline(Jump.BAR, RATE, Optional.of(2.4));
    private static final Timeline BY_TIME = new Timeline(Jump.TIME, RATE, Optional.of(2.4));

    private final Timeline.Place mix = place(0, SLOW, new TimeRange(24, 48), 1);
    private final Timeline.Place reference = place(3, FAST, new TimeRange(40.5, 60.5), 1);

    private static Timeline.Place place(double shift, BarGrid bars, TimeRange passage, double factor) {
        return new Timeline.Place(shift, Optional.of(bars), Optional.of(passage), factor);
    }

    private static double carried(Timeline timeline, Timeline.Place from, double seconds, Timeline.Place to) {
        return timeline.secondsAt(to, timeline.unitsAt(from, seconds));
    }

    @Test
    void byTheBarTheBeatOfThePassageStays() {
        assertThat(carried(BY_BAR, mix, 24 + 3.25 * 2.4, reference)).isCloseTo(40.5 + 3.25 * 2, within(1e-9));
        assertThat(carried(BY_BAR, reference, 40.5, mix)).isCloseTo(24, within(1e-9));
        assertThat(carried(BY_BAR, reference, 36.5, mix)).as("before it, too").isCloseTo(19.2, within(1e-9));
    }

    @Test
    void byTimeTheMomentOnTheCommonAxisStays() {
        assertThat(carried(BY_TIME, mix, 30, reference)).isCloseTo(27, within(1e-9));
        assertThat(carried(BY_TIME, reference, 0, mix)).isCloseTo(3, within(1e-9));
    }

    @Test
    void withoutBarsOfTheMixEverythingGoesByTime() {
        Timeline none = new Timeline(Jump.BAR, RATE, Optional.empty());
        assertThat(carried(none, mix, 30, reference)).isCloseTo(27, within(1e-9));
        Timeline.Place unknown = new Timeline.Place(0, Optional.empty(), Optional.empty(), 1);
        assertThat(carried(BY_BAR, mix, 24 + 2.4, unknown))
                .as("a bar of the mix")
                .isCloseTo(2.4, within(1e-9));
    }

    @Test
    void aWholeTrackCountsFromItsFirstBar() {
        Timeline.Place whole = new Timeline.Place(0, Optional.of(FAST), Optional.empty(), 1);
        assertThat(BY_BAR.secondsAt(whole, 0)).isCloseTo(0.5, within(1e-9));
    }

    @Test
    void stretchedATrackKeepsItsBarsAndWherePassagesMeet() {
        Timeline.Place stretched = place(-16.5, FAST, new TimeRange(40.5, 60.5), 1.2);
        assertThat(carried(BY_BAR, mix, 24 + 5 * 2.4, stretched)).isCloseTo(40.5 + 5 * 2, within(1e-9));
        assertThat(carried(BY_TIME, mix, 24, stretched)).isCloseTo(40.5, within(1e-9));
        assertThat(carried(BY_TIME, mix, 24 + 2.4, stretched)).as("a bar on").isCloseTo(42.5, within(1e-9));
        assertThat(BY_TIME.loop(stretched))
                .contains(new FrameRange(Math.round(40.5 * 1.2 * RATE), Math.round(60.5 * 1.2 * RATE)));
    }

    @Test
    void loopsAreNeverTooShort() {
        assertThat(BY_TIME.loop(place(0, FAST, new TimeRange(1, 1.05), 1))).isEmpty();
        assertThat(BY_TIME.loop(mix, 0, 2 * RATE)).contains(new FrameRange(0, 2 * RATE));
    }

    @Test
    void tempoAlignmentHasLimits() {
        assertThat(TempoFactor.of(Optional.of(SLOW), Optional.of(FAST)).orElseThrow())
                .isCloseTo(1.2, within(1e-9));
        assertThat(TempoFactor.of(
                        Optional.of(SLOW),
                        Optional.of(new BarGrid(2 * SLOW.bpm(), SLOW.downbeatSeconds(), SLOW.beatsPerBar()))))
                .isEmpty();
        assertThat(TempoFactor.of(Optional.empty(), Optional.of(SLOW))).isEmpty();
    }
}
