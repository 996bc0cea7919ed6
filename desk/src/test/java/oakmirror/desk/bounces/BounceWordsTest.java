package oakmirror.desk.bounces;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import oakmirror.bounces.Bounce;
import oakmirror.bounces.TakenUp;
import oakmirror.media.library.Starter;
import org.junit.jupiter.api.Test;

/** What is said of a bounce. */
class BounceWordsTest {

    private static Bounce bounce(LocalDateTime taken, List<TakenUp> moves) {
        return new Bounce(
                4,
                "abc",
                Path.of("mix 4.wav"),
                taken.withNano(0).toString(),
                Starter.profiles().get(0).figures(),
                0,
                moves);
    }

    @Test
    void whenItWasTakenIsSaidAsShortAsItIsClear() {
        LocalDateTime now = LocalDateTime.now();
        LocalDateTime noon = now.withHour(0).withMinute(5);
        assertThat(BounceWords.when(bounce(noon, List.of()))).isEqualTo("00:05");
        assertThat(BounceWords.when(bounce(now.minusDays(3), List.of()))).matches("[A-Z][a-z]{2} \\d\\d:\\d\\d");
        assertThat(BounceWords.when(bounce(now.minusDays(40), List.of()))).matches("\\d{1,2} [A-Z][a-z]{2,3}");
        assertThat(BounceWords.when(bounce(now.plusDays(2), List.of())))
                .as("of another clock")
                .matches("\\d{1,2} [A-Z][a-z]{2,3}");
    }

    @Test
    void movesSayWhatBecameOfThem() {
        Bounce bounce = bounce(
                LocalDateTime.now(),
                List.of(
                        new TakenUp(140, -3, -2.4),
                        new TakenUp(6000, 4, 0.2),
                        new TakenUp(300, 2, -1.5),
                        new TakenUp(1000, 2, 0.8),
                        new TakenUp(80, 1, 2)));
        assertThat(BounceWords.moves(bounce).strip().split("\n"))
                .containsExactly(
                        "−3.0 dB at 140 Hz: applied",
                        "+4.0 dB at 6.0 kHz: left",
                        "+2.0 dB at 300 Hz: opposite direction",
                        "+2.0 dB at 1.0 kHz: partly applied",
                        "+1.0 dB at 80 Hz: overshot");
        assertThat(bounce.name()).isEqualTo("bounce 4");
        assertThat(new TakenUp(100, 0.001, 5).share())
                .as("nothing was proposed")
                .isZero();
    }
}
