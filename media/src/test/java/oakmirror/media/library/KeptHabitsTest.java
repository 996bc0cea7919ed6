package oakmirror.media.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitFile;
import oakmirror.habits.HabitSong;
import oakmirror.habits.Mark;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Habits are kept only where that is agreed to, outlive what befalls the library, and when they are erased nothing of them is left in any file. */
class KeptHabitsTest {

    @TempDir
    Path folder;

    private HabitBook year;

    @BeforeEach
    void read() throws IOException {
        year = HabitFile.read(Path.of("..", "demo", "a-made-up-year" + HabitFile.ENDING));
    }

    @Test
    void nothingIsKeptUntilItIsAgreedTo() throws Exception {
        try (Library library = Library.open(folder)) {
            assertThat(library.keepsHabits()).isFalse();
            assertThat(library.keepHabits(year.songs())).isFalse();
            assertThat(library.habits()).isEqualTo(HabitBook.EMPTY);
            library.agreeToHabits();
            assertThat(library.keepHabits(year.songs())).isTrue();
            library.markHabits(year.marks());
        }
        try (Library library = Library.open(folder)) {
            assertThat(library.keepsHabits()).isTrue();
            assertThat(library.habits()).isEqualTo(year);
        }
    }

    @Test
    void aSongTakesThePlaceOfWhatWasKeptOfItAndCanBeForgotten() throws Exception {
        try (Library library = kept()) {
            HabitSong first = year.songs().get(0);
            HabitSong again = first.withWhen("2026-11-30T10:00");
            library.keepHabits(List.of(again));
            assertThat(library.habits().songs())
                    .hasSize(year.songs().size())
                    .contains(again)
                    .doesNotContain(first);
            library.forgetHabits(List.of(first.id()));
            assertThat(library.habits().songs()).hasSize(year.songs().size() - 1);
        }
    }

    private Library kept() throws LibraryException {
        Library library = Library.open(folder);
        library.agreeToHabits();
        library.keepHabits(year.songs());
        library.markHabits(List.of(new Mark("2026-06-01", "unmistakable words")));
        return library;
    }

    @Test
    void whatIsErasedIsInNoFileAnyMore() throws Exception {
        try (Library library = kept()) {
            library.add(Starter.profiles().subList(0, 3));
            library.checkAndCopy();
            Files.copy(folder.resolve("library-copy.db"), folder.resolve("library-copy-2.db"));
            assertThat(holding("unmistakable words")).isNotEmpty();
            library.eraseHabits();
            assertThat(library.keepsHabits()).isFalse();
            assertThat(library.habits()).isEqualTo(HabitBook.EMPTY);
            assertThat(library.entries()).hasSize(3);
            assertThat(holding("unmistakable words")).isEmpty();
            assertThat(holding(year.songs().get(0).id())).isEmpty();
        }
        for (String copy : List.of("library-copy.db", "library-copy-2.db")) {
            Database.requireLibrary(folder.resolve(copy));
        }
    }

    private List<Path> holding(String words) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(f -> {
                        try {
                            return new String(Files.readAllBytes(f), StandardCharsets.ISO_8859_1).contains(words);
                        } catch (IOException e) {
                            throw new java.io.UncheckedIOException(e);
                        }
                    })
                    .toList();
        }
    }

    @Test
    void theyComeBackWithTheLibraryFromItsCopy() throws Exception {
        try (Library library = kept()) {
            library.checkAndCopy();
        }
        try (RandomAccessFile file =
                new RandomAccessFile(folder.resolve("library.db").toFile(), "rw")) {
            file.write(new byte[4096]);
        }
        try (Library library = Library.open(folder)) {
            assertThat(library.sentence()).isPresent();
            assertThat(library.keepsHabits()).isTrue();
            assertThat(library.habits().songs()).isEqualTo(year.songs());
        }
    }

    /** What came after the copy is saved out of the damaged file as far as it can be read. */
    @Test
    void songsThatNoCopyHasAreSavedFromADamagedLibrary() throws Exception {
        try (Library library = kept()) {
            library.checkAndCopy();
            HabitSong more = year.songs().get(0);
            library.forgetHabits(List.of(more.id()));
            library.checkAndCopy();
            library.keepHabits(List.of(more));
        }
        Path whole = folder.resolve("library.db");
        Path aside = folder.resolve("elsewhere.db");
        Files.copy(whole, aside);
        try (Database into = Database.open(folder.resolve("new.db"))) {
            into.migrate(b -> {});
            Salvage.into(into, aside);
            assertThat(into.read(HabitRows::book).songs()).hasSize(year.songs().size());
            assertThat(into.read(HabitRows::isAgreed)).isTrue();
        }
    }

    /** A library of the form before knows nothing of habits, and loses nothing. */
    @Test
    void aLibraryOfTheFormBeforeIsBroughtUpToDate() throws Exception {
        try (Library library = Library.open(folder)) {
            library.add(Starter.profiles().subList(0, 4));
        }
        try (Database database = Database.open(folder.resolve("library.db"))) {
            database.change(h -> {
                for (String table : List.of("habits", "habit_song", "habit_mark")) {
                    h.execute("DROP TABLE " + table);
                }
                return h.execute("PRAGMA user_version = 3");
            });
        }
        try (Library library = Library.open(folder)) {
            assertThat(library.entries()).hasSize(4);
            assertThat(library.habits()).isEqualTo(HabitBook.EMPTY);
        }
    }
}
