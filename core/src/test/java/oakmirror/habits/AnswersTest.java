package oakmirror.habits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import oakmirror.correction.Tempering;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;

/** What an engineer does with proposals is found, so that the next proposal comes nearer to what they do. */
class AnswersTest {

    /** Low mids at 60 %, boosts above 10 kHz never, the rest as proposed. */
    private static double does(Zone zone, boolean up, Random random) {
        if (zone == Zone.AIR && up) {
            return 0;
        }
        return Math.max(0, (zone == Zone.LOW_MID && !up ? 0.6 : 1) + 0.1 * random.nextGaussian());
    }

    private static Answer answer(Random random) {
        Zone zone = Zone.values()[random.nextInt(7)];
        boolean up = random.nextBoolean();
        double share = does(zone, up, random);
        double db = (up ? 1 : -1) * (1 + random.nextDouble());
        return new Answer(Optional.empty(), zone, db, 0.5, share == 0, share, 1);
    }

    private static List<HabitSong> songs(int count, Random random) {
        List<Readings> readings = new SimulatedEngineer(random, 0).songs(count);
        List<HabitSong> songs = new ArrayList<>();
        for (HabitSong s : SimulatedEngineer.of(readings, SimulatedEngineer.apart(count), 0)) {
            songs.add(SimulatedEngineer.with(s, List.of(answer(random), answer(random), answer(random)), List.of()));
        }
        return songs;
    }

    @Test
    void afterEightSongsItIsAThirdNearerToWhatTheyDo() {
        Random random = new Random(6);
        double plain = 0;
        double tempered = 0;
        for (int e = 0; e < 50; e++) {
            Tempering usual = new Answers(songs(8, random)).tempering();
            for (int i = 0; i < 100; i++) {
                Answer next = answer(random);
                double share = usual.parts().stream()
                        .filter(p -> p.zone() == next.zone() && p.up() == next.isUp())
                        .map(Tempering.Part::share)
                        .findFirst()
                        .orElse(1.0);
                plain += Math.pow(next.proposedDb() * (1 - next.share()), 2);
                tempered += Math.pow(next.proposedDb() * (share - next.share()), 2);
            }
        }
        assertThat(Math.sqrt(tempered / plain)).isLessThan(2.0 / 3);
    }

    @Test
    void withoutAnswersEverythingIsTakenAsProposed() {
        assertThat(new Answers(List.of()).tempering().parts()).isEmpty();
        assertThat(new Answers(List.of()).usual()).isEmpty();
    }

    @Test
    void whatIsAlwaysDoneIsTold() {
        List<HabitSong> songs = new ArrayList<>();
        Random random = new Random(1);
        for (HabitSong s :
                SimulatedEngineer.of(new SimulatedEngineer(random, 0).songs(6), SimulatedEngineer.apart(6), 0)) {
            songs.add(SimulatedEngineer.with(
                    s,
                    List.of(
                            new Answer(Optional.empty(), Zone.LOW_MID, -2, 0.5, false, 0.6, 1),
                            new Answer(Optional.empty(), Zone.AIR, 1.5, 0.5, true, 0, 1),
                            new Answer(Optional.empty(), Zone.MID, 1.5, 0.5, false, 1, 1)),
                    List.of()));
        }
        Answers answers = new Answers(songs);
        assertThat(HabitWords.usual(answers)).hasSize(2);
        assertThat(HabitWords.usual(answers).get(0)).contains("cuts in Low mid", "6 songs");
        assertThat(HabitWords.usual(answers).get(1)).isEqualTo("You have never taken boosts in Air (6 songs).");
        assertThat(answers.usual().get(0).share()).isCloseTo(0.6, within(0.08));
    }

    @Test
    void nothingIsToldOfFewSongs() {
        assertThat(HabitWords.usual(new Answers(songs(4, new Random(3))))).isEmpty();
    }
}
