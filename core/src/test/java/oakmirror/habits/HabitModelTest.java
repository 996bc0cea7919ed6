package oakmirror.habits;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Habits are found where they were planted, are as sure of it as they may be, and are told of nobody who has none. */
class HabitModelTest {

    private static final int FIRST = 3;
    private static final int LAST = 28;
    private static final int ENGINEERS = 30;

    /** Curves up to 1, 2 and 4 dB among songs whose references stand 2 to 3 dB off. */
    @ParameterizedTest(name = "after {0} songs within {1} dB")
    @CsvSource({"8, 1.0", "20, 0.65"})
    void aPlantedCurveIsFoundAndTheIntervalsHold(int songs, double withinDb) {
        Random random = new Random(songs);
        int held = 0;
        int readings = 0;
        for (double most : new double[] {1, 2, 4}) {
            double squares = 0;
            double deviations = 0;
            for (int e = 0; e < ENGINEERS; e++) {
                SimulatedEngineer engineer = new SimulatedEngineer(random, most);
                Habit habit = SimulatedEngineer.habit(engineer.songs(songs), SimulatedEngineer.apart(songs));
                double level = level(engineer, habit);
                for (int b = FIRST; b <= LAST; b++) {
                    Estimate found = habit.readings().get(b);
                    double truth = engineer.biasDb[b] + level;
                    squares += Math.pow(found.meanDb() - truth, 2);
                    deviations += found.deviationDb() * found.deviationDb();
                    held += found.lowDb() <= truth && truth <= found.highDb() ? 1 : 0;
                    readings++;
                }
            }
            int each = ENGINEERS * (LAST - FIRST + 1);
            assertThat(Math.sqrt(squares / each)).as("%.0f dB", most).isLessThan(withinDb);
            assertThat(Math.sqrt(squares / deviations)).as("%.0f dB", most).isLessThan(1.15);
        }
        assertThat((double) held / readings).isBetween(0.86, 0.94);
    }

    /** What is only louder or softer is no habit. */
    private static double level(SimulatedEngineer engineer, Habit habit) {
        double level = 0;
        for (int b = FIRST; b <= LAST; b++) {
            level += (habit.readings().get(b).meanDb() - engineer.biasDb[b]) / (LAST - FIRST + 1);
        }
        return level;
    }

    @Test
    void engineersWithoutAHabitAreToldNone() {
        Random random = new Random(3);
        for (int e = 0; e < 60; e++) {
            List<Readings> songs = new SimulatedEngineer(random, 0).songs(30);
            int told = 0;
            int readings = 0;
            for (int count : new int[] {5, 8, 12, 20, 30}) {
                Habit habit = SimulatedEngineer.habit(songs.subList(0, count), SimulatedEngineer.apart(count));
                told += (int)
                        habit.zones().values().stream().filter(Estimate::isTold).count();
                readings += habit.zones().size();
            }
            assertThat((double) told / readings).isLessThanOrEqualTo(0.05);
        }
    }

    /** What one reference has of its own stands in all songs that are held against it. */
    @Test
    void songsAgainstTheSameReferenceSayItOnce() {
        Random random = new Random(8);
        List<Readings> songs = new SimulatedEngineer(random, 0).songs(20);
        double[] its = new SimulatedEngineer(random, 4).biasDb;
        List<Readings> leaning = songs.stream().map(s -> s.changed(its)).toList();
        List<Map<String, Double>> same = new ArrayList<>();
        songs.forEach(s -> same.add(Map.of("the one", 1.0)));
        Habit apart = SimulatedEngineer.habit(leaning, SimulatedEngineer.apart(20));
        Habit together = SimulatedEngineer.habit(leaning, same);
        assertThat(apart.certain()).isTrue();
        assertThat(together.certain()).isFalse();
        assertThat(together.told()).isEmpty();
        for (int b = FIRST; b <= LAST; b++) {
            assertThat(together.readings().get(b).deviationDb())
                    .isGreaterThan(apart.readings().get(b).deviationDb());
        }
    }

    @Test
    void nothingIsSaidOfFewerThanFiveSongs() {
        List<Readings> songs = new SimulatedEngineer(new Random(2), 12).songs(5);
        Habit four = SimulatedEngineer.habit(songs.subList(0, 4), SimulatedEngineer.apart(4));
        Habit five = SimulatedEngineer.habit(songs, SimulatedEngineer.apart(5));
        assertThat(four.told()).isEmpty();
        assertThat(five.told()).isNotEmpty();
        assertThat(SimulatedEngineer.habit(List.of(), List.of()).told()).isEmpty();
        assertThat(SimulatedEngineer.habit(songs.subList(0, 1), SimulatedEngineer.apart(1))
                        .readings())
                .allMatch(e -> Double.isFinite(e.meanDb()));
    }

    @Test
    void aChangeAtAMarkIsToldAndNoneWhereThereWasNone() {
        Random random = new Random(9);
        int told = 0;
        int wrong = 0;
        for (int e = 0; e < 20; e++) {
            SimulatedEngineer before = new SimulatedEngineer(random, 4);
            SimulatedEngineer other = new SimulatedEngineer(random, 12);
            told += changes(before.songs(6), other.songs(6)) ? 1 : 0;
            wrong += changes(before.songs(6), before.songs(6)) ? 1 : 0;
        }
        assertThat(told).isGreaterThanOrEqualTo(16);
        assertThat(wrong).isLessThanOrEqualTo(2);
    }

    private static boolean changes(List<Readings> before, List<Readings> after) {
        List<HabitSong> all = new ArrayList<>(SimulatedEngineer.of(before, SimulatedEngineer.apart(before.size()), 0));
        all.addAll(SimulatedEngineer.of(after, SimulatedEngineer.apart(after.size()), before.size()));
        return Habit.changed(
                        all, Moment.FIRST, Aspect.TONE, all.get(before.size()).begun())
                .orElseThrow()
                .certain();
    }

    /** A range that a song has nothing in is left to those that have. */
    @Test
    void unknownReadingsDoNotCount() {
        List<Readings> songs = new ArrayList<>(new SimulatedEngineer(new Random(4), 6).songs(8));
        Readings first = songs.get(0);
        double[] cut = first.overDb().clone();
        for (int b = 25; b < cut.length; b++) {
            cut[b] = Double.NaN;
        }
        songs.set(0, new Readings(cut, first.contentDb2()));
        Habit habit = SimulatedEngineer.habit(songs, SimulatedEngineer.apart(8));
        assertThat(habit.readings().get(28).songs()).isEqualTo(7);
        assertThat(habit.readings().get(10).songs()).isEqualTo(8);
    }
}
