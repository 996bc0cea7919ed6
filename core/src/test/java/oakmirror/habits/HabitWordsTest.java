package oakmirror.habits;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;

/** What is known of habits is said in plain sentences, and no more of it than is known. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class HabitWordsTest {

    private static final int SONGS = 12;

    private Habits habits;

    /** Songs of somebody who hears too much treble; the last one came in two bounces. */
    @BeforeAll
    void find() {
        List<HabitSong> songs = new ArrayList<>();
        List<Map<String, Double>> references = SimulatedEngineer.apart(SONGS);
        double[] dull = new double[31];
        for (int b = 24; b < dull.length; b++) {
            dull[b] = -5;
        }
        for (HabitSong s : SimulatedEngineer.of(new SimulatedEngineer(new Random(2), 0).songs(SONGS), references, 0)) {
            Leaning first = s.bounces().get(0);
            Leaning leaning = new Leaning(first.tone().changed(dull), first.width(), first.dynamics(), first.level());
            boolean isLast = songs.size() == SONGS - 1;
            songs.add(bounced(s, isLast ? List.of(leaning, first) : List.of(leaning)));
        }
        habits = Habits.of(songs);
    }

    private static HabitSong bounced(HabitSong s, List<Leaning> bounces) {
        return new HabitSong(
                s.id(),
                s.name(),
                s.folder(),
                s.when(),
                s.session(),
                s.references(),
                bounces,
                Optional.empty(),
                Optional.empty(),
                0.5,
                List.of(),
                0,
                0,
                List.of());
    }

    @Test
    void aHabitIsSaidWithHowSureItIs() {
        assertThat(HabitWords.told(habits, Moment.FIRST))
                .singleElement()
                .asString()
                .matches(
                        "Your first bounces lack \\d\\.\\d dB above \\d\\.\\d kHz \\(±\\d\\.\\d\u00a0dB, \\d+ of 12 songs\\)\\.");
        assertThat(HabitWords.told(habits, Moment.MASTER)).isEmpty();
        assertThat(HabitWords.nothing(habits, Moment.MASTER)).contains("So far no songs");
    }

    @Test
    void aFirstBounceThatShowsItAgainIsSaidToAndOneThatIsBeyondItIsNot() {
        assertThat(HabitWords.again(habits, "song-0").orElseThrow())
                .matches("Lacks \\d\\.\\d dB above \\d\\.\\d kHz, as your first bounces do\\.");
        assertThat(HabitWords.again(habits, "song-" + (SONGS - 1)))
                .as("it has a second bounce")
                .isEmpty();
        assertThat(HabitWords.again(habits, "another")).isEmpty();
    }

    @Test
    void aMarkSaysWhatItNeedsAndWhereNothingChangedThatItDidNot() {
        assertThat(HabitWords.changed(habits, Moment.FIRST, new Mark("2026-01-03", "")))
                .singleElement()
                .asString()
                .contains("2 songs before, 10 since", "from 5 on each side");
        assertThat(HabitWords.changed(habits, Moment.FIRST, new Mark("2026-01-07", "new room")))
                .singleElement()
                .asString()
                .contains("(new room)", "no change beyond chance");
    }

    @Test
    void aBookIsSortedAndNarrowedToFoldersWithEnoughSongs() {
        HabitBook book = new HabitBook(habits.songs(), List.of(new Mark("2026-05-01", ""), new Mark("2026-01-01", "")));
        assertThat(book.marks().get(0).day()).isEqualTo("2026-01-01");
        assertThat(book.folders()).as("they lie in none").isEmpty();
        assertThat(book.in("").songs()).hasSize(SONGS);
        assertThat(book.in("reels").songs()).isEmpty();
    }
}
