package oakmirror.blind;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.hipparchus.distribution.discrete.BinomialDistribution;
import org.junit.jupiter.api.Test;

class BlindTest {

    @Test
    void theProbabilityIsThatOfTheBinomialDistribution() {
        for (int n = 0; n <= 100; n += n < 20 ? 1 : 7) {
            BinomialDistribution guessing = new BinomialDistribution(n, 0.5);
            for (int k = 0; k <= n; k++) {
                double expected = k == 0 ? 1 : 1 - guessing.cumulativeProbability(k - 1);
                assertThat(Binomial.atLeast(k, n)).as("%d of %d", k, n).isCloseTo(expected, within(1e-12));
            }
        }
        assertThat(Binomial.atLeast(10, 10)).isEqualTo(1.0 / 1024);
        assertThatThrownBy(() -> Binomial.atLeast(3, 2)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Binomial.atLeast(-1, 2)).isInstanceOf(IllegalArgumentException.class);
    }

    /** The numbers any handbook's table of the sign test gives for one side, 5 %. */
    @Test
    void soManyMustBeRight() {
        assertThat(Binomial.needed(5, 0.05)).isEqualTo(5);
        assertThat(Binomial.needed(10, 0.05)).isEqualTo(9);
        assertThat(Binomial.needed(16, 0.05)).isEqualTo(12);
        assertThat(Binomial.needed(20, 0.05)).isEqualTo(15);
        assertThat(Binomial.needed(4, 0.05)).as("cannot be shown with four").isEqualTo(5);
    }

    @Test
    void xIsDrawnEvenlyAndAnswersAreCounted() {
        AbxRun run = new AbxRun("Mix", "Other", 2000, new Random(3));
        int second = 0;
        while (!run.isDone()) {
            second += run.xIsSecond() ? 1 : 0;
            run.answer(run.answered() % 4 != 0 ? run.xIsSecond() : !run.xIsSecond());
        }
        assertThat(second).isBetween(900, 1100);
        BlindResult.Abx result = run.result("now");
        assertThat(result.rightCount()).isEqualTo(1500);
        assertThat(result.stoppedEarly()).isFalse();
        assertThat(result.probability()).isLessThan(1e-50);
        assertThatThrownBy(() -> run.answer(true)).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void stoppingEarlyIsKept() {
        AbxRun run = new AbxRun("Mix", "Other", 16, new Random(3));
        run.answer(run.xIsSecond());
        BlindResult.Abx result = run.result("now");
        assertThat(result.stoppedEarly()).isTrue();
        assertThat(result.probability()).isEqualTo(0.5);
        assertThat(new AbxRun("a", "b", 3, new Random(1)).result("now").probability())
                .isEqualTo(1);
    }

    @Test
    void rankingSeesThroughTheLetters() {
        RankingRun run = new RankingRun(List.of("a", "b", "c"), 40, new Random(8));
        boolean[] seen = new boolean[3];
        while (!run.isDone()) {
            seen[run.behind(0)] = true;
            // A listener who likes c best and a least, whatever the letters.
            run.rank(IntStream.range(0, 3)
                    .boxed()
                    .sorted((x, y) -> run.behind(y) - run.behind(x))
                    .toList());
        }
        assertThat(seen).containsOnly(true);
        BlindResult.Ranking result = run.result("now");
        assertThat(result.rounds()).allMatch(r -> r.equals(List.of(2, 1, 0)));
        assertThat(result.meanPlace(2)).isEqualTo(1);
        assertThat(result.preferred(2, 0)).isEqualTo(40);
        assertThat(result.agreement()).isCloseTo(1, within(1e-12));
        assertThatThrownBy(() -> new RankingRun(List.of("a"), 3, new Random()))
                .isInstanceOf(IllegalArgumentException.class);
        RankingRun again = new RankingRun(List.of("a", "b"), 3, new Random(1));
        assertThatThrownBy(() -> again.rank(List.of(0, 0))).isInstanceOf(IllegalArgumentException.class);
        assertThat(again.result("now").stoppedEarly()).isTrue();
        assertThat(again.result("now").agreement()).isNaN();
    }

    /** Worked by hand from Kendall and Babington Smith: W = 12·S / (m²·(n³ − n)). */
    @Test
    void agreementIsKendallsW() {
        BlindResult.Ranking result = new BlindResult.Ranking(
                "now", List.of("a", "b", "c"), 3, List.of(List.of(0, 1, 2), List.of(0, 1, 2), List.of(1, 2, 0)));
        // a: 1+1+3 = 5, b: 2+2+1 = 5, c: 3+3+2 = 8; deviations −1, −1, 2; S = 6.
        assertThat(result.agreement()).isCloseTo(12 * 6.0 / (9 * 24), within(1e-12));
        assertThat(result.preferred(0, 1)).isEqualTo(2);
        assertThat(result.meanPlace(2)).isCloseTo(8 / 3.0, within(1e-12));
    }
}
