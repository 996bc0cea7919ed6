package oakmirror.habits;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;

/** What was preferred foretells what will be, and where it does not nothing is said. */
class TasteTest {

    private static List<HabitSong> ranking(int songs, double strength, Random random) {
        List<HabitSong> all = new ArrayList<>();
        for (HabitSong s : SimulatedEngineer.of(
                new SimulatedEngineer(random, 0).songs(songs), SimulatedEngineer.apart(songs), 0)) {
            List<Preferred> rankings = new ArrayList<>();
            for (int i = 0; i < 3; i++) {
                double[] x =
                        DoubleStream.generate(random::nextGaussian).limit(7).toArray();
                double liking = strength * (x[4] - x[2]);
                boolean isFirst = random.nextDouble() < 1 / (1 + Math.exp(-liking));
                rankings.add(new Preferred(
                        DoubleStream.of(x).map(d -> isFirst ? d : -d).boxed().toList(), 3, 4));
            }
            all.add(SimulatedEngineer.with(s, List.of(), rankings));
        }
        return all;
    }

    @Test
    void aTasteIsFoundAndForetold() {
        Taste taste = Taste.of(ranking(15, 2, new Random(5))).orElseThrow();
        assertThat(taste.right()).isGreaterThan(taste.of() * 6 / 10);
        assertThat(taste.weights()[4]).isPositive();
        assertThat(taste.weights()[2]).isNegative();
        double[] brighter = {0, 0, -2, 0, 2, 0, 0};
        double[] duller = {0, 0, 2, 0, -2, 0, 0};
        assertThat(taste.probability(brighter)).isGreaterThan(0.8);
        assertThat(taste.probability(brighter) + taste.probability(duller))
                .isEqualTo(1, org.assertj.core.api.Assertions.within(1e-9));
    }

    @Test
    void withoutATasteNothingIsSaid() {
        Random random = new Random(11);
        int said = 0;
        for (int e = 0; e < 20; e++) {
            said += Taste.of(ranking(10, 0, random)).isPresent() ? 1 : 0;
        }
        assertThat(said).isLessThanOrEqualTo(1);
        assertThat(Taste.of(ranking(2, 5, random))).isEmpty();
    }
}
