package oakmirror.desk;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import oakmirror.desk.model.session.Settings;
import oakmirror.desk.model.session.Workspace;
import oakmirror.session.SessionFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Opening, keeping and leaving sessions; asks before anything would be lost. */
final class SessionActions {

    private static final Logger LOG = LoggerFactory.getLogger(SessionActions.class);
    private static final ButtonType SAVE = new ButtonType("Save", ButtonBar.ButtonData.YES);
    private static final ButtonType LEAVE = new ButtonType("Don't save", ButtonBar.ButtonData.NO);

    private final Workspace workspace;
    private final Settings settings;
    private Optional<Window> window = Optional.empty();

    SessionActions(Workspace workspace, Settings settings) {
        this.workspace = workspace;
        this.settings = settings;
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
            File file = chooser("Open a session").showOpenDialog(window.orElse(null));
            if (file != null) {
                open(file.toPath());
            }
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
        FileChooser chooser = chooser("Save the session");
        chooser.setInitialFileName(workspace.session().mix().map(m -> m.name()).orElse("session") + SessionFile.ENDING);
        File chosen = chooser.showSaveDialog(window.orElse(null));
        if (chosen == null) {
            return false;
        }
        String name = chosen.getName();
        Path file =
                name.endsWith(".json") ? chosen.toPath() : chosen.toPath().resolveSibling(name + SessionFile.ENDING);
        return saveTo(file);
    }

    private boolean saveTo(Path file) {
        if (workspace.isChangedOnDisk(file) && !mayWriteOver(file)) {
            return false;
        }
        try {
            workspace.save(file.toAbsolutePath().normalize());
            settings.rememberFolder("session", file.toAbsolutePath().getParent());
            workspace.messageProperty().set("");
            return true;
        } catch (IOException e) {
            LOG.warn("session not saved", e);
            workspace.messageProperty().set("The session could not be saved there; choose another folder.");
            return false;
        }
    }

    private FileChooser chooser(String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("Oak Mirror session", "*.json"));
        settings.folder("session").ifPresent(f -> chooser.setInitialDirectory(f.toFile()));
        return chooser;
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
