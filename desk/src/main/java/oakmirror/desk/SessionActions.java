package oakmirror.desk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.stage.FileChooser.ExtensionFilter;
import javafx.stage.Window;
import oakmirror.desk.part.Asking;
import oakmirror.session.SessionFile;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Opening, keeping and leaving sessions; asks before anything would be lost. */
final class SessionActions {

    private static final Logger LOG = LoggerFactory.getLogger(SessionActions.class);
    private static final ButtonType SAVE = new ButtonType("Save", ButtonBar.ButtonData.YES);
    private static final ButtonType LEAVE = new ButtonType("Don't save", ButtonBar.ButtonData.NO);

    private static final String FOLDER = "session";
    private static final List<ExtensionFilter> SESSIONS = List.of(new ExtensionFilter("Oak Mirror session", "*.json"));

    private final Workspace workspace;
    private final Settings settings;
    private final Asking asking;
    private Optional<Window> window = Optional.empty();

    SessionActions(Workspace workspace, Settings settings, Asking asking) {
        this.workspace = workspace;
        this.settings = settings;
        this.asking = asking;
    }

    void setWindow(Window owner) {
        window = Optional.of(owner);
    }

    void newSession() {
        if (mayLeave()) {
            workspace.reset();
        }
    }

    void open() {
        if (mayLeave()) {
            asking.file("Open a session", FOLDER, SESSIONS, window.orElse(null)).ifPresent(this::open);
        }
    }

    void open(Path file) {
        workspace.open(file, sentence -> {
            sentence.ifPresent(workspace.messageProperty()::set);
            if (sentence.isEmpty()) {
                Optional.ofNullable(file.toAbsolutePath().getParent())
                        .ifPresent(f -> settings.rememberFolder("session", f));
            }
        });
    }

    void openDemo() {
        Optional<Path> demo = demoSession();
        if (demo.isEmpty()) {
            workspace.messageProperty().set("The demo's files are not there; install Oak Mirror again.");
        } else if (mayLeave()) {
            try {
                workspace.openCopy(demo.get());
            } catch (IOException e) {
                LOG.error("demo not opened", e);
                workspace.messageProperty().set(e.getMessage());
            }
        }
    }

    private static Optional<Path> demoSession() {
        return Optional.of(Path.of(System.getProperty("oakmirror.demo", "demo"), "ferry-reels" + SessionFile.ENDING))
                .filter(Files::isRegularFile);
    }

    boolean save() {
        Optional<Path> file = workspace.fileProperty().get();
        return file.isPresent() ? saveTo(file.get()) : saveAs();
    }

    boolean saveAs() {
        String proposed = workspace.session().mix().map(m -> m.name()).orElse("session") + SessionFile.ENDING;
        Optional<Path> chosen = asking.save("Save the session", FOLDER, proposed, SESSIONS, window.orElse(null));
        return chosen.isPresent() && saveTo(withEnding(chosen.get()));
    }

    private static Path withEnding(Path file) {
        String name = file.getFileName().toString();
        return name.endsWith(".json") ? file : file.resolveSibling(name + SessionFile.ENDING);
    }

    private boolean saveTo(Path file) {
        if (workspace.isChangedOnDisk(file) && !mayWriteOver(file)) {
            return false;
        }
        try {
            workspace.save(file.toAbsolutePath().normalize());
            settings.rememberFolder("session", file.toAbsolutePath().getParent());
            return true;
        } catch (IOException e) {
            LOG.warn("session not saved", e);
            workspace.messageProperty().set(e.getMessage());
            return false;
        }
    }

    /** Asks before what another window has kept in the session's file is written over. */
    private boolean mayWriteOver(Path file) {
        ButtonType over = new ButtonType("Save over it", ButtonBar.ButtonData.YES);
        ButtonType other = new ButtonType("Save as…", ButtonBar.ButtonData.NO);
        Alert alert = alert(
                file.getFileName()
                        + " was changed by another window since it was opened here. Save over those changes?",
                over,
                other);
        ButtonType answer = alert.showAndWait().orElse(ButtonType.CANCEL);
        if (answer == other) {
            saveAs();
        }
        return answer == over;
    }

    private Alert alert(String question, ButtonType yes, ButtonType no) {
        Alert alert = new Alert(Alert.AlertType.CONFIRMATION, "", yes, no, ButtonType.CANCEL);
        window.ifPresent(alert::initOwner);
        alert.setTitle("Oak Mirror");
        alert.setHeaderText(question);
        alert.setGraphic(null);
        window.ifPresent(
                w -> alert.getDialogPane().getStylesheets().setAll(w.getScene().getStylesheets()));
        return alert;
    }

    /** Whether what is open may be left: nothing would be lost, or the user has kept it or does not mind. */
    boolean mayLeave() {
        if (!workspace.unsavedProperty().get() || workspace.isBlank()) {
            return true;
        }
        Alert alert = alert("Keep the changes to " + workspace.session().name() + "?", SAVE, LEAVE);
        ButtonType answer = alert.showAndWait().orElse(ButtonType.CANCEL);
        return answer == LEAVE || (answer == SAVE && save());
    }
}
