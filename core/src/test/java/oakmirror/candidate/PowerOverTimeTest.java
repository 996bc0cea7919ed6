package oakmirror.candidate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.BarGrid;
import org.junit.jupiter.api.Test;

class PowerOverTimeTest {

    private static final int RATE = 22050;
    /** Bars of two seconds. */
    private static final BarGrid BARS = new BarGrid(120, 0, 4);

    private static final TimeRange ALL = new TimeRange(0, 32);

    /** A low tone throughout, and a high one in some seconds. */
    private static PowerOverTime toneBetween(double from, double to) {
        float[] sound = Signals.sine(RATE, 100, -12, 32, 0);
        float[] high = Signals.sine(RATE, 2000, -12, 32, 0);
        for (int i = (int) (from * RATE); i < to * RATE; i++) {
            sound[i] += high[i];
        }
        return PowerOverTime.of(Signals.both(RATE, sound), ALL, Progress.NONE);
    }

    @Test
    void fourBarsAreChosenWhereTheRangeIsHeardMost() {
        TimeRange part = toneBetween(12, 20).telling(List.of(), Optional.of(BARS), 1500, 2500);
        assertThat(part.startSeconds()).isCloseTo(12, within(0.01));
        assertThat(part.seconds()).isCloseTo(8, within(0.01));
    }

    @Test
    void theReferencesHaveASay() {
        PowerOverTime mix = toneBetween(4, 28);
        TimeRange part = mix.telling(List.of(toneBetween(18, 26)), Optional.of(BARS), 1500, 2500);
        assertThat(part.startSeconds()).isCloseTo(18, within(0.01));
    }

    @Test
    void withoutATempoItIsAboutAsLongAndAShortPassageIsTakenWhole() {
        TimeRange part = toneBetween(16, 24).telling(List.of(), Optional.empty(), 1500, 2500);
        assertThat(part.startSeconds()).isCloseTo(16, within(0.01));
        assertThat(part.seconds()).isCloseTo(8, within(0.01));
        TimeRange brief = new TimeRange(3, 8);
        assertThat(PowerOverTime.of(Signals.both(RATE, Signals.sine(RATE, 440, -12, 10, 0)), brief, Progress.NONE)
                        .telling(List.of(), Optional.of(BARS), 400, 500))
                .isEqualTo(brief);
    }
}
