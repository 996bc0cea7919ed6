package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.blind.BlindResult;
import oakmirror.media.cache.FileState;
import oakmirror.session.Fact;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.state.StateTest;
import oakmirror.state.task.Background;
import oakmirror.state.workspace.Workspace.Saved;
import org.junit.jupiter.api.Test;

/** What is kept: sessions, facts, settings, and what is open when the program is killed. */
class SavingTest extends StateTest {

    @Test
    void factsStayWhateverIsUndone() throws Exception {
        does(() -> workspace.change("name", s -> s.withName("x")));
        Path file = folder.resolve("a.oakmirror.json");
        save(file);
        Fact fact = new Fact.BlindComparison(new BlindResult.Abx("now", "a", "b", 1, List.of(true)));
        does(() -> workspace.note(fact));
        assertThat(now(() -> workspace.unsavedProperty().get())).isTrue();
        does(workspace::undo);
        assertThat(now(() -> workspace.logProperty().get().facts())).containsExactly(fact);
        save(file);
        assertThat(SessionFile.read(file).log().facts()).containsExactly(fact);
    }

    @Test
    void aSessionWithoutANameTakesItsFiles() throws Exception {
        Path file = folder.resolve("Ebb Tide.oakmirror.json");
        save(file);
        assertThat(SessionFile.read(file).session().name()).isEqualTo("Ebb Tide");
        assertThat(now(() -> workspace.unsavedProperty().get())).isFalse();
        save(folder.resolve("Ebb Tide, again.json"));
        assertThat(now(() -> workspace.session().name())).isEqualTo("Ebb Tide, again");
        does(() -> workspace.change("name", s -> s.withName("Low Water")));
        save(folder.resolve("third.oakmirror.json"));
        assertThat(now(() -> workspace.session().name())).isEqualTo("Low Water");
        does(workspace::undo);
        assertThat(now(() -> workspace.session().name()))
                .as("that it took a name is no step of its own")
                .isEqualTo("Ebb Tide, again");
    }

    @Test
    void aSessionThatAnotherWindowHasSavedIsNoticed() throws Exception {
        Path file = folder.resolve("a.oakmirror.json");
        save(file);
        SessionDocument others = new SessionDocument(Session.EMPTY.withName("by another"), SessionLog.EMPTY);
        SessionFile.write(others, file);
        assertThat(saved(file)).containsExactly(Saved.CHANGED_BY_ANOTHER);
        assertThat(SessionFile.read(file)).as("nothing is written over").isEqualTo(others);
        assertThat(saved(folder.resolve("other.json"))).containsExactly(Saved.DONE);
        does(() -> workspace.change("name", s -> s.withName("ours")));
        save(file);
        assertThat(saved(file)).as("it is ours now").containsExactly(Saved.DONE);
    }

    private List<Saved> saved(Path... files) {
        List<Saved> saved = new ArrayList<>();
        does(() -> List.of(files).forEach(f -> workspace.save(f, false, saved::add)));
        waitUntil(() -> saved.size() == files.length);
        return saved;
    }

    @Test
    void savedTwiceInOneTurnTheSecondFindsItsOwnFirst() {
        Path file = folder.resolve("a.oakmirror.json");
        assertThat(saved(file, file, file)).containsOnly(Saved.DONE).hasSize(3);
    }

    @Test
    void whatIsChangedOrOpenedWhileItIsSavedIsNotTakenForSaved() throws Exception {
        Path file = folder.resolve("a.oakmirror.json");
        does(() -> {
            workspace.change("name", s -> s.withName("Ferry Reels"));
            workspace.save(file, false, saved -> {});
            workspace.change("name", s -> s.withName("Low Water"));
        });
        waitUntil(() -> workspace.fileProperty().get().isPresent());
        assertThat(SessionFile.read(file).session().name()).isEqualTo("Ferry Reels");
        assertThat(workspace.unsavedProperty().get()).isTrue();
        does(() -> {
            workspace.save(file, false, saved -> {});
            workspace.reset();
        });
        waitUntil(() -> workspace.programTasks().count() == 0);
        assertThat(SessionFile.read(file).session().name()).isEqualTo("Low Water");
        assertThat(workspace.fileProperty().get())
                .as("another session has come")
                .isEmpty();
    }

    @Test
    void whatWasNotSavedIsKeptAndOfferedAgain() throws Exception {
        Path recovery = folder.resolve("config/state/recovery");
        Recovery first = now(() -> new Recovery(background, workspace));
        does(() -> workspace.change("name", s -> s.withName("Ferry Reels")));
        does(() -> workspace.addFiles(List.of(folder.resolve("x.wav"))));
        waitUntil(() -> filesIn(recovery).size() == 1);
        assertThat(first.left()).as("one's own is not offered").isEmpty();
        // As a process leaves it that was killed: under the number of one that runs no more.
        Process ended = new ProcessBuilder("true").start();
        ended.waitFor();
        Path own = filesIn(recovery).get(0);
        Path left = Files.copy(own, recovery.resolve("open-" + ended.pid() + "-1.json"));
        Files.writeString(recovery.resolve("open-" + ended.pid() + "-2.json"), "{ damaged");
        List<Recovery.Left> found = first.left();
        assertThat(found).hasSize(1);
        assertThat(found.get(0).document().session().name()).isEqualTo("Ferry Reels");
        does(workspace::reset);
        waitUntil(() -> !Files.exists(own));
        does(() -> first.open(found.get(0)));
        assertThat(now(() -> workspace.session().mix().orElseThrow().name())).isEqualTo("x");
        assertThat(now(() -> workspace.unsavedProperty().get()))
                .as("it is still to be saved")
                .isTrue();
        waitUntil(() -> !Files.exists(left) && Files.exists(own));
        does(first::close);
        waitUntil(() -> !Files.exists(own)); // a window that is closed leaves nothing
    }

    private static List<Path> filesIn(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (var files = Files.list(folder)) {
            return files.filter(f -> !f.getFileName().toString().endsWith(".part")) // being written
                    .toList();
        }
    }

    @Test
    void aFileThatFillsIsSaidLongBeforeItIsFull() {
        Draft plenty = new Draft(SessionDocument.EMPTY, Optional.of(folder), Optional.of(new FileState(31L << 20, 0)));
        assertThat(plenty.fullness()).isEmpty();
        Draft half = new Draft(SessionDocument.EMPTY, Optional.of(folder), Optional.of(new FileState(40L << 20, 0)));
        assertThat(half.fullness())
                .contains("The session uses 40 of 64 MB: no references with their profiles, no versions, no bounces.");
    }

    @Test
    void whyItCouldNotBeSavedIsSaid() throws IOException {
        Path inTheWay = Files.createDirectory(folder.resolve("x.oakmirror.json"));
        assertThat(saved(inTheWay)).containsExactly(Saved.FAILED);
        assertThat(workspace.messageProperty().get())
                .isEqualTo("The session can’t be saved there. Choose another folder.");
    }

    @Test
    void settingsAreWrittenWithoutBeingAskedTo() throws Exception {
        Settings settings = new Settings(background);
        settings.keep("theme", "LAMPLIGHT");
        waitUntil(() -> Files.exists(folder.resolve("config/settings.json")));
        assertThat(new Settings(background).text("theme", "")).isEqualTo("LAMPLIGHT");
        settings.close();
    }

    @Test
    void settingsAreKeptAndBrokenOnesAreForgotten() throws IOException {
        Settings settings = new Settings(background);
        settings.keep("theme", "LAMPLIGHT");
        settings.keep("window.width", 1111);
        settings.rememberFolder("audio", folder);
        settings.close();
        background.close(); // which ends when everything is kept
        background = new Background(turns);
        Settings again = new Settings(background);
        assertThat(again.text("theme", "")).isEqualTo("LAMPLIGHT");
        assertThat(again.number("window.width", 0)).isEqualTo(1111);
        assertThat(again.folder("audio")).contains(folder.toAbsolutePath());
        assertThat(again.folder("session")).isEmpty();
        Files.writeString(folder.resolve("config/settings.json"), "{{{");
        assertThat(new Settings(background).text("theme", "none")).isEqualTo("none");
    }
}
