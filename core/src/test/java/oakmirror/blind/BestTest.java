package oakmirror.blind;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import oakmirror.blind.BlindResult.Ranking;
import org.junit.jupiter.api.Test;

/** What came first in a ranking. */
class BestTest {

    private static Ranking ranking(List<List<Integer>> rounds) {
        return new Ranking("2026-11-26T20:00:00Z", List.of("loud", "soft", "open"), 3, rounds);
    }

    @Test
    void theBestMeanPlaceComesFirst() {
        assertThat(ranking(List.of(List.of(2, 0, 1), List.of(0, 2, 1), List.of(2, 1, 0)))
                        .best())
                .contains("open");
    }

    @Test
    void twoThatShareItAreNotToldApart() {
        assertThat(ranking(List.of(List.of(0, 1, 2), List.of(1, 0, 2))).best()).isEmpty();
    }

    @Test
    void beforeTheFirstRoundThereIsNone() {
        assertThat(ranking(List.of()).best()).isEmpty();
    }
}
