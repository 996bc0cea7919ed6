package oakmirror.state.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.correction.Tempering;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitFile;
import oakmirror.habits.Habits;
import oakmirror.habits.Mark;
import oakmirror.media.TestFiles;
import oakmirror.session.Fact;
import oakmirror.session.Version;
import oakmirror.state.DemoStateTest;
import oakmirror.state.workspace.Settings;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Habits are kept from when that is agreed to, song by song as they happen, and can be brought in, out, and erased. */
class KeptHabitsTest extends DemoStateTest {

    private static final Path YEAR = TestFiles.demo("a-made-up-year" + HabitFile.ENDING);

    private Settings settings;
    private LibraryModel shelf;
    private KeptHabits habits;

    @BeforeEach
    void make() {
        does(() -> {
            settings = new Settings(background);
            shelf = new LibraryModel(workspace);
            habits = new KeptHabits(workspace, shelf, settings);
        });
    }

    @AfterEach
    void close() {
        does(() -> {
            shelf.close();
            settings.close();
        });
    }

    private int songs() {
        return now(() -> habits.bookProperty().get().songs().size());
    }

    private boolean isOpen() {
        return now(() -> shelf.library().isPresent());
    }

    private void render(String id) {
        does(() -> workspace.note(new Fact.VersionRendered(new Version(
                id,
                id,
                "2026-11-02T10:00",
                folder.resolve("v.wav"),
                new Version.Figures(-11, -1, 5, 10, 2, 1),
                "",
                workspace.session()))));
    }

    @Test
    void nothingIsKeptAndNoLibraryOpenedUntilItIsAgreedTo() {
        openDemo();
        save(folder.resolve("song.oakmirror.json"));
        render("one");
        waitUntil(() -> workspace.settledProperty().get() && background.isIdle());
        assertThat(isOpen()).isFalse();
        does(habits::open);
        waitUntil(() -> habits.readyProperty().get());
        assertThat(songs()).isZero();
        assertThat(now(() -> habits.known())).isEmpty();
    }

    @Test
    void theSongThatIsOpenIsKeptAsThingsHappenToIt() {
        openDemo();
        does(habits::agree);
        waitUntil(() -> habits.agreedProperty().get() && habits.readyProperty().get());
        assertThat(songs()).as("its session has no file yet").isZero();
        save(folder.resolve("song.oakmirror.json"));
        waitUntil(() -> songs() == 1);
        assertThat(now(() -> habits.bookProperty().get().songs().get(0).delivered()))
                .isEmpty();
        String begun = now(() -> habits.bookProperty().get().songs().get(0).when());
        render("one");
        waitUntil(() -> habits.bookProperty().get().songs().get(0).delivered().isPresent());
        assertThat(now(() -> habits.bookProperty().get().songs().get(0).when())).isEqualTo(begun);
        assertThat(now(() -> habits.song()).orElseThrow().session())
                .isEqualTo(folder.resolve("song.oakmirror.json").toString());
        does(() -> habits.forget(habits.song().orElseThrow()));
        waitUntil(() -> songs() == 0);
    }

    @Test
    void aYearIsBroughtInWeighedAndErased() throws Exception {
        HabitBook year = HabitFile.read(YEAR);
        does(() -> habits.read(YEAR));
        waitUntil(() -> songs() == year.songs().size());
        waitUntil(() ->
                habits.habitsProperty().get().map(Habits::songs).map(List::size).equals(Optional.of(songs())));
        assertThat(now(() -> habits.agreedProperty().get()))
                .as("who brings in wants them kept")
                .isTrue();
        assertThat(now(() -> habits.bookProperty().get().marks())).isEqualTo(year.marks());
        Tempering usual = now(() -> habits.known()).orElseThrow();
        assertThat(usual.parts()).isNotEmpty();
        String some = year.folders().get(0);
        does(() -> habits.folderProperty().set(some));
        waitUntil(() -> habits.habitsProperty().get().orElseThrow().songs().size()
                < year.songs().size());

        Path out = folder.resolve("out" + HabitFile.ENDING);
        does(() -> habits.write(out));
        waitUntil(() -> Files.exists(out) && !habits.messageProperty().get().isEmpty());
        assertThat(HabitFile.read(out)).isEqualTo(year);

        does(() -> habits.mark(List.of(new Mark("2026-02-01", "new room"))));
        waitUntil(() -> habits.bookProperty().get().marks().size() == 1);
        does(habits::erase);
        waitUntil(() -> songs() == 0 && !habits.agreedProperty().get());
        assertThat(now(() -> habits.bookProperty().get())).isEqualTo(HabitBook.EMPTY);
        assertThat(now(() -> habits.known())).isEmpty();
    }

    @Test
    void aFileThatHoldsNoneIsRefusedInASentence() throws Exception {
        Path odd = Files.writeString(folder.resolve("odd" + HabitFile.ENDING), "{}");
        does(() -> habits.read(odd));
        waitUntil(() -> !habits.messageProperty().get().isEmpty());
        assertThat(now(() -> habits.messageProperty().get())).contains("odd", "not a file of habits");
        does(() -> habits.readSessions(folder.resolve("none")));
        waitUntil(() -> habits.messageProperty().get().contains("none"));
    }

    @Test
    void theSessionsOfAFolderAreReadOnceItIsAgreedTo() throws Exception {
        openDemo();
        Path sessions = Files.createDirectory(folder.resolve("sessions"));
        save(sessions.resolve("song.oakmirror.json"));
        Files.writeString(sessions.resolve("odd.oakmirror.json"), "{}");
        does(habits::agree);
        does(() -> habits.readSessions(sessions));
        waitUntil(() -> songs() == 1 && habits.messageProperty().get().contains("1 song"));
        assertThat(now(() -> habits.messageProperty().get())).contains("1 sessions");
    }
}
