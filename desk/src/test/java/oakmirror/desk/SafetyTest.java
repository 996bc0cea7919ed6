package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import oakmirror.desk.command.Command;
import oakmirror.desk.control.FileDialogs;
import oakmirror.files.DiskWait;
import oakmirror.media.TestFiles;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import org.junit.jupiter.api.Test;

/** Nothing is lost: crashes, two windows, damaged sessions. */
class SafetyTest extends WindowTest {

    private final AnsweringDialogs answers = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private static SessionDocument named(String name) {
        return new SessionDocument(Session.EMPTY.withName(name), SessionLog.EMPTY);
    }

    private String message() {
        return onFx(() -> workspace().messageProperty().get());
    }

    private void save() {
        press(KeyCode.CONTROL).type(KeyCode.S).release(KeyCode.CONTROL);
    }

    @Test
    void whatAWindowLeftThatWasKilledIsOfferedAndGoesOn() throws Exception {
        Process ended = new ProcessBuilder("true").start();
        ended.waitFor();
        Path recovery = Files.createDirectories(folder.resolve("config/state/recovery"));
        Path left = recovery.resolve("open-" + ended.pid() + "-1.json");
        Session session = Session.EMPTY
                .withName("Ferry Reels")
                .withMix(Optional.of(Track.of(TestFiles.music(folder.resolve("mix.wav"), 48000, 2, 0.3))));
        SessionFile.write(new SessionDocument(session, SessionLog.EMPTY), left);
        Node strip = lookup("#recovery").query();
        assertThat(strip.isVisible()).isFalse();
        interact(() -> app.window().offerRecovery());
        waitUntil(strip::isVisible);
        clickOn("#recovery-open");
        assertThat(session()).isEqualTo(session);
        assertThat(strip.isVisible()).isFalse();
        waitUntil(() -> !Files.exists(left));
        waitUntil(() -> workspace().tracks().all().get(0).imported().isPresent());
        assertThat(onFx(() -> workspace().unsavedProperty().get())).isTrue();
    }

    @Test
    void whatAWindowLeftCanBeThrownAway() throws Exception {
        Process ended = new ProcessBuilder("true").start();
        ended.waitFor();
        Path recovery = Files.createDirectories(folder.resolve("config/state/recovery"));
        Path left = recovery.resolve("open-" + ended.pid() + "-1.json");
        SessionFile.write(named("not wanted"), left);
        interact(() -> app.window().offerRecovery());
        waitUntil(() -> lookup("#recovery").query().isVisible());
        clickOn("#recovery-discard");
        waitUntil(() -> !Files.exists(left));
        assertThat(lookup("#recovery").query().isVisible()).isFalse();
        assertThat(session().name()).isEqualTo("Untitled");
    }

    @Test
    void whatAnotherWindowHasSavedIsNotWrittenOverUnasked() throws Exception {
        Path file = folder.resolve("shared.oakmirror.json");
        interact(() -> workspace().change("name", s -> s.withName("ours")));
        saveAs(file);
        SessionFile.write(named("theirs, and longer"), file);
        interact(() -> workspace().change("name", s -> s.withName("ours again")));
        save();
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Cancel");
        assertThat(SessionFile.read(file).session().name()).isEqualTo("theirs, and longer");
        save();
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Overwrite");
        waitUntil(() -> !workspace().unsavedProperty().get());
        assertThat(SessionFile.read(file).session().name()).isEqualTo("ours again");
    }

    @Test
    void aDamagedSessionIsAnsweredInASentenceAndWhatIsOpenStays() throws Exception {
        interact(() -> workspace().change("name", s -> s.withName("open")));
        Path file = Files.writeString(
                folder.resolve("bad.json"),
                "{\"format\":\"oak-mirror-session\",\"mix\":{\"file\":\"/\",\"shiftSeconds\":1e300}}");
        interact(() -> app.window().open(file));
        waitUntil(() -> !workspace().messageProperty().get().isEmpty());
        assertThat(message()).startsWith("bad.json contains an invalid setting:");
        assertThat(session().name()).isEqualTo("open");
        interact(() -> app.window().open(folder.resolve("gone.json")));
        waitUntil(() -> workspace().messageProperty().get().startsWith("gone"));
        assertThat(message()).isEqualTo("gone.json no longer exists.");
    }

    @Test
    void theLargestSessionThatCanBeIsDrawn() throws Exception {
        Path music = TestFiles.music(folder.resolve("x.wav"), 48000, 3, 0.3);
        StringBuilder passages = new StringBuilder();
        for (int i = 0; i < Track.MOST_PASSAGES; i++) {
            passages.append(i == 0 ? "" : ",").append("{\"startSeconds\":0.5,\"endSeconds\":2}");
        }
        StringBuilder references = new StringBuilder();
        for (int i = 0; i < Session.MOST_REFERENCES; i++) {
            references
                    .append(i == 0 ? "" : ",")
                    .append("{\"file\":\"" + music.getFileName() + "\",\"shiftSeconds\":")
                    .append(i % 2 == 0 ? 86400 : -86400)
                    .append(",\"passages\":[" + passages + "],\"chosenPassage\":7}");
        }
        Path file = Files.writeString(
                folder.resolve("large.json"),
                "{\"format\":\"oak-mirror-session\",\"mix\":{\"file\":\"x.wav\"},\"references\":[" + references + "]}");
        interact(() -> app.window().open(file));
        waitUntil(() -> session().references().size() == Session.MOST_REFERENCES);
        waitUntil(() -> workspace().isReady());
        assertThat(lookup("#track-16").tryQuery()).isPresent();
    }

    @Test
    void ofAnErrorThatNobodyExpectedThereIsAReportAndTheLogCanBeRead() throws Exception {
        interact(() -> workspace().change("name", s -> s.withName("Low Water")));
        Platform.runLater(() -> {
            throw new IllegalStateException("planted, in Low Water");
        });
        waitUntil(() -> lookup("#trouble").query().isVisible());
        assertThat(session().name()).as("it can be gone on with").isEqualTo("Low Water");
        clickOn("#trouble-read");
        waitUntil(() -> lookup("#trouble-text").tryQuery().isPresent());
        TextArea report = lookup("#trouble-text").queryAs(TextArea.class);
        assertThat(report.getText()).contains("IllegalStateException: planted, in ‹name›", "SafetyTest.java");
        interact(() -> lookup("#trouble-names").queryAs(CheckBox.class).fire());
        assertThat(report.getText()).contains("planted, in Low Water");
        Path saved = folder.resolve("report.txt");
        answers.answer(saved.toFile());
        interact(() -> lookup("#trouble-save").queryButton().fire());
        waitUntilOnDisk(() -> Files.exists(saved));
        assertThat(onFx(() -> Thread.currentThread().getName()))
                .as("as core knows it, to hold that no disk is waited for on it")
                .isEqualTo(DiskWait.WINDOW);
        assertThat(saved).hasContent(report.getText());
        interact(() -> ((Stage) report.getScene().getWindow()).close());
        clickOn("#trouble-dismiss");
        assertThat(lookup("#trouble").query().isVisible()).isFalse();

        interact(() -> app.window().commands().run(Command.LOG));
        waitUntil(() -> lookup("#log-text").tryQuery().isPresent());
        TextArea text = lookup("#log-text").queryAs(TextArea.class);
        assertThat(text.getText()).isNotEmpty();
        interact(() -> ((Stage) text.getScene().getWindow()).close());
    }
}
