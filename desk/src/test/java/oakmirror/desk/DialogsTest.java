package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;
import javafx.scene.input.DragEvent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.TransferMode;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import javafx.stage.WindowEvent;
import oakmirror.desk.command.Command;
import oakmirror.desk.control.FileDialogs;
import oakmirror.media.TestFiles;
import oakmirror.session.SessionFile;
import org.junit.jupiter.api.Test;
import org.mockito.Mockito;

/** Files that come and go through dialogs and by dropping, and what stands where there are none yet. */
class DialogsTest extends WindowTest {

    /** What was asked, and what is answered. */
    private static final class Answers implements FileDialogs {
        private final List<String> asked = new ArrayList<>();
        private Optional<File> began = Optional.empty();
        private List<File> answer = List.of();

        private void note(String title, File folder) {
            asked.add(title);
            began = Optional.ofNullable(folder);
        }

        @Override
        public List<File> open(FileChooser chooser, boolean several, Window owner) {
            note(chooser.getTitle(), chooser.getInitialDirectory());
            return answer;
        }

        @Override
        public Optional<File> save(FileChooser chooser, Window owner) {
            note(chooser.getTitle() + ": " + chooser.getInitialFileName(), chooser.getInitialDirectory());
            return answer.stream().findFirst();
        }

        @Override
        public Optional<File> folder(DirectoryChooser chooser, Window owner) {
            note(chooser.getTitle(), chooser.getInitialDirectory());
            return answer.stream().findFirst();
        }
    }

    private final Answers answers = new Answers();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private Path music(String name) throws Exception {
        return TestFiles.music(folder.resolve(name), 48000, 3, 0.3);
    }

    @Test
    void tracksSessionsAndFoldersAreAskedForWhereTheyWereLast() throws Exception {
        answers.answer = List.of();
        interact(() -> app.window().commands().run(Command.ADD));
        assertThat(session().isBlank()).as("cancelled").isTrue();
        answers.answer =
                List.of(music("mix.wav").toFile(), music("reference.wav").toFile());
        interact(() -> app.window().commands().run(Command.ADD));
        waitUntil(() -> workspace().isReady());
        assertThat(session().references()).hasSize(1);
        interact(() -> app.window().commands().run(Command.ADD));
        assertThat(answers.began).contains(folder.toFile());

        answers.answer = List.of(folder.resolve("kept").toFile());
        interact(() -> app.window().commands().run(Command.SAVE));
        assertThat(answers.asked).last().isEqualTo("Save the session: mix.oakmirror.json");
        Path kept = folder.resolve("kept.oakmirror.json");
        waitUntil(() -> workspace().fileProperty().get().equals(Optional.of(kept)));
        assertThat(kept).exists();
        interact(() -> workspace().reset());
        answers.answer = List.of(kept.toFile());
        interact(() -> app.window().commands().run(Command.OPEN));
        waitUntil(() -> workspace().isReady());
        assertThat(answers.asked).last().isEqualTo("Open a session");

        Path out = Files.createDirectory(folder.resolve("out"));
        answers.answer = List.of(out.toFile());
        interact(() -> app.window().commands().run(Command.SEND_OUT));
        clickOn("Choose…");
        assertThat(lookup("#output-folder").queryAs(TextField.class).getText()).endsWith("out");
    }

    /** The dialog asks for the name that was typed; the session's ending comes to it afterwards, and once. */
    @Test
    void aSessionThatIsThereIsNotReplacedForANameWithoutItsEnding() throws Exception {
        Path there = Files.writeString(folder.resolve("ebb.oakmirror.json"), "another session");
        interact(() -> workspace().change("name", s -> s.withName("Ebb")));
        answers.answer = List.of(folder.resolve("ebb").toFile());
        Platform.runLater(() -> app.window().commands().run(Command.SAVE_AS));
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        assertThat(lookup("Cancel").queryButton().isDefaultButton())
                .as("what the key does that has just chosen the file")
                .isTrue();
        type(KeyCode.ENTER);
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isEmpty());
        assertThat(there).hasContent("another session");
        Platform.runLater(() -> app.window().commands().run(Command.SAVE_AS));
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Replace");
        waitUntil(() -> !workspace().unsavedProperty().get());
        assertThat(SessionFile.read(there).session().name()).isEqualTo("Ebb");
        answers.answer = List.of(folder.resolve("tide.oakmirror.json.json").toFile());
        interact(() -> app.window().commands().run(Command.SAVE_AS));
        waitUntil(() -> workspace().fileProperty().get().equals(Optional.of(folder.resolve("tide.oakmirror.json"))));
        assertThat(folder.resolve("tide.oakmirror.json")).exists();
    }

    /** Kept under another name first, and then left. */
    @Test
    void newGoesOnOnceTheSessionHasBeenSaved() throws Exception {
        interact(() -> workspace().change("name", s -> s.withName("Ebb")));
        interact(() -> workspace().addFiles(List.of(folder.resolve("gone.wav"))));
        Path kept = folder.resolve("ebb.oakmirror.json");
        answers.answer = List.of(kept.toFile());
        Platform.runLater(() -> app.window().commands().run(Command.NEW));
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Save");
        waitUntil(() -> session().isBlank());
        assertThat(SessionFile.read(kept).session().name()).isEqualTo("Ebb");
    }

    /** The window closes over unsaved changes only when the user says so, and once they are on disk. */
    @Test
    void theWindowClosesOnceTheSessionHasBeenSaved() throws Exception {
        interact(() -> workspace().change("name", s -> s.withName("Ebb")));
        interact(() -> workspace().addFiles(List.of(folder.resolve("gone.wav"))));
        Path kept = folder.resolve("ebb.oakmirror.json");
        answers.answer = List.of(kept.toFile());
        Window stage = onFx(() -> app.window().root().getScene().getWindow());
        askToClose(stage);
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Cancel");
        assertThat(onFx(stage::isShowing)).isTrue();
        askToClose(stage);
        waitUntil(() -> lookup(".dialog-pane").tryQuery().isPresent());
        clickOn("Save");
        waitUntil(() -> !stage.isShowing());
        assertThat(SessionFile.read(kept).session().name()).isEqualTo("Ebb");
    }

    private static void askToClose(Window stage) {
        Platform.runLater(() -> Event.fireEvent(stage, new WindowEvent(stage, WindowEvent.WINDOW_CLOSE_REQUEST)));
    }

    @Test
    void whatIsDroppedIsAddedAndASessionIsOpened() throws Exception {
        drop(music("a.wav"), music("b.wav"));
        waitUntil(() -> workspace().isReady());
        assertThat(session().mix().orElseThrow().name()).isEqualTo("a");
        Path kept = folder.resolve("kept.oakmirror.json");
        saveAs(kept);
        interact(() -> workspace().reset());
        drop(kept);
        waitUntil(() -> session().references().size() == 1);
    }

    private void drop(Path... paths) {
        interact(() -> {
            Dragboard board = Mockito.mock(Dragboard.class);
            Mockito.when(board.hasFiles()).thenReturn(true);
            Mockito.when(board.getFiles())
                    .thenReturn(List.of(paths).stream().map(Path::toFile).toList());
            Node root = app.window().root();
            for (var type : List.of(DragEvent.DRAG_OVER, DragEvent.DRAG_DROPPED)) {
                Event.fireEvent(
                        root, new DragEvent(type, board, 100, 100, 100, 100, TransferMode.COPY, null, null, null));
            }
        });
    }

    @Test
    void pagesSayWhatIsMissingAndLeadThere() throws Exception {
        for (Station station : List.of(Station.COMPARE, Station.SHAPE, Station.FINISH)) {
            interact(() -> app.window().show(station.ordinal()));
            assertThat(missing()).startsWith("No mix yet.");
            clickOn(".missing");
            assertThat(lookup("#open-demo").tryQuery()).as("on Gather").isPresent();
        }
        interact(() -> workspace().addFiles(List.of(folder.resolve("gone.wav"))));
        waitUntil(() -> workspace().settledProperty().get());
        interact(() -> app.window().show(Station.FINISH.ordinal()));
        waitUntil(() -> missing().equals("The mix can’t be read; see Gather."));
        interact(() -> workspace().reset());
        Path mix = music("mix.wav");
        interact(() -> workspace().addFiles(List.of(mix)));
        waitUntil(() -> workspace().tracks().all().get(0).imported().isPresent());
        assertThat(missing()).as("Finish needs no reference").isEmpty();
        interact(() -> app.window().show(Station.SHAPE.ordinal()));
        waitUntil(() -> missing().startsWith("No reference yet."));
    }

    private String missing() {
        return onFx(() -> lookup(n -> n instanceof oakmirror.desk.control.Missing && n.isVisible())
                .tryQuery()
                .map(n -> ((Label) ((javafx.scene.layout.VBox) n).getChildren().get(0)).getText())
                .orElse(""));
    }

    @Test
    void theNumbersGoToTheClipboardAndAPictureWhereItIsWanted() throws Exception {
        openDemo();
        interact(() -> Clipboard.getSystemClipboard().setContent(new ClipboardContent()));
        press(KeyCode.CONTROL).type(KeyCode.DIGIT2).release(KeyCode.CONTROL);
        answers.answer = List.of(folder.resolve("tone.png").toFile());
        clickOn("#copy");
        clickOn("Save picture as PNG…");
        assertThat(answers.asked).last().isEqualTo("Tone: ferry-reels-tone.png");
        waitUntil(() -> Files.exists(folder.resolve("tone.png")));
        clickOn("#copy");
        clickOn("Copy data");
        assertThat(onFx(() -> Clipboard.getSystemClipboard().getContent(DataFormat.PLAIN_TEXT)))
                .asString()
                .startsWith("frequency_hz,");
    }
}
