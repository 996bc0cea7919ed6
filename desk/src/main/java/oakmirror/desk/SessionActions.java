package oakmirror.desk;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Alert;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.stage.FileChooser.ExtensionFilter;
import javafx.stage.Window;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.control.Asking;
import oakmirror.session.SessionFile;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.RecentSessions;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Opening, keeping and leaving sessions; asks before anything would be lost. */
final class SessionActions {

    private final ButtonType save = new ButtonType(Texts.of("main.save2"), ButtonBar.ButtonData.YES);
    private final ButtonType discard = new ButtonType(Texts.of("main.dontSave"), ButtonBar.ButtonData.NO);

    private static final String JSON = ".json";
    private static final String FOLDER = "session";

    private static List<ExtensionFilter> sessionFiles() {
        return List.of(new ExtensionFilter(Texts.of("main.oakMirrorSession"), "*.json"));
    }

    private final Workspace workspace;
    private final Settings settings;
    private final Asking asking;
    private final RecentSessions recent;
    private Optional<Window> window = Optional.empty();

    SessionActions(Workspace workspace, Settings settings, Asking asking) {
        this.workspace = workspace;
        this.settings = settings;
        this.asking = asking;
        recent = new RecentSessions(settings, workspace);
    }

    void setWindow(Window owner) {
        window = Optional.of(owner);
    }

    /** The sessions that were opened or kept lately. */
    RecentSessions recent() {
        return recent;
    }

    /** Says what commands about sessions do. */
    void fill(Commands commands) {
        commands.set(Command.NEW, this::newSession);
        commands.set(Command.NEXT_SONG, this::nextSong);
        commands.set(Command.OPEN, this::open);
        commands.set(Command.SAVE, this::save);
        commands.set(Command.SAVE_AS, this::saveAs);
    }

    void newSession() {
        leave(workspace::reset);
    }

    /** A new session for the next song, with the references and settings of this one. */
    void nextSong() {
        leave(() -> workspace.begin(workspace.session().forNextSong()));
    }

    /** Opens a session's file, when what is open may be left. */
    void openAsked(Path file) {
        leave(() -> open(file));
    }

    void open() {
        leave(() -> asking.file(Texts.of("main.openASession"), FOLDER, sessionFiles(), window.orElse(null))
                .ifPresent(this::open));
    }

    void open(Path file) {
        workspace.open(file, sentence -> {
            sentence.ifPresent(workspace.messageProperty()::set);
            if (sentence.isEmpty()) {
                settings.rememberFolder(FOLDER, file.toAbsolutePath().getParent());
            }
        });
    }

    void openDemo() {
        openDemo(() -> {});
    }

    /** Opens the demo, and does something once it is open. */
    void openDemo(Runnable then) {
        Path demo = Path.of(System.getProperty("oakmirror.demo", "demo"), "ferry-reels" + SessionFile.ENDING);
        leave(() -> workspace.openCopy(demo, sentence -> {
            sentence.ifPresent(s -> workspace.messageProperty().set(Texts.of("main.theDemosFilesAre")));
            if (sentence.isEmpty()) {
                then.run();
            }
        }));
    }

    void save() {
        save(() -> {});
    }

    void saveAs() {
        saveAs(() -> {});
    }

    /** Keeps the session, and does something once it is kept. */
    private void save(Runnable then) {
        workspace.fileProperty().get().ifPresentOrElse(f -> saveTo(f, false, then), () -> saveAs(then));
    }

    private void saveAs(Runnable then) {
        String proposed = workspace.session().mix().map(m -> m.name()).orElse("session") + SessionFile.ENDING;
        asking.save(Texts.of("main.saveTheSession"), FOLDER, proposed, sessionFiles(), window.orElse(null))
                .ifPresent(chosen -> saveAs(chosen, withEnding(chosen), then));
    }

    private void saveAs(Path chosen, Path file, Runnable then) {
        if (chosen.equals(file)) { // the dialog has asked
            saveTo(file, true, then);
            return;
        }
        workspace
                .programTasks()
                .task(Kind.DISK, Texts.of("part.saving", file.getFileName()))
                .run(progress -> Files.exists(file), isThere -> {
                    if (!isThere || mayReplace(file)) {
                        saveTo(file, true, then);
                    }
                });
    }

    /** With a session's ending once: some dialogs leave the last part of the name they proposed behind the one that is typed. */
    private static Path withEnding(Path file) {
        String name = file.getFileName().toString();
        if (name.endsWith(SessionFile.ENDING + JSON)) {
            return file.resolveSibling(name.substring(0, name.length() - JSON.length()));
        }
        return name.endsWith(JSON) ? file : file.resolveSibling(name + SessionFile.ENDING);
    }

    /** The dialog has asked for the name without its ending. */
    private boolean mayReplace(Path file) {
        ButtonType replace = new ButtonType(Texts.of("main.replace"), ButtonBar.ButtonData.YES);
        return careful(Texts.of("main.isThereAlreadyReplace", file.getFileName()), replace)
                        .showAndWait()
                        .orElse(ButtonType.CANCEL)
                == replace;
    }

    private void saveTo(Path file, boolean evenIfChanged, Runnable then) {
        workspace.save(file, evenIfChanged, saved -> {
            switch (saved) {
                case DONE -> {
                    settings.rememberFolder(FOLDER, file.toAbsolutePath().getParent());
                    then.run();
                }
                case CHANGED_BY_ANOTHER -> askBeforeWritingOver(file, then);
                case FAILED -> {}
            }
        });
    }

    /** What another window has kept in the session's file is only written over when the user says so. */
    private void askBeforeWritingOver(Path file, Runnable then) {
        ButtonType over = new ButtonType(Texts.of("main.saveOverIt"), ButtonBar.ButtonData.YES);
        ButtonType other = new ButtonType(Texts.of("main.saveAs"), ButtonBar.ButtonData.NO);
        String question = Texts.of("main.wasChangedByAnother", file.getFileName());
        ButtonType answer = careful(question, over, other).showAndWait().orElse(ButtonType.CANCEL);
        if (answer == over) {
            saveTo(file, true, then);
        } else if (answer == other) {
            saveAs(then);
        }
    }

    private Alert alert(String question, ButtonType... answers) {
        Alert alert = new Alert(Alert.AlertType.CONFIRMATION, "", answers);
        alert.getButtonTypes().add(ButtonType.CANCEL);
        window.ifPresent(alert::initOwner);
        alert.setTitle(Texts.of("main.oakMirror"));
        alert.setHeaderText(question);
        alert.setGraphic(null);
        window.ifPresent(
                w -> alert.getDialogPane().getStylesheets().setAll(w.getScene().getStylesheets()));
        return alert;
    }

    /** A question whose first answer writes something over: not what the key does that has just closed another dialog. */
    private Alert careful(String question, ButtonType... answers) {
        Alert alert = alert(question, answers);
        for (ButtonType type : alert.getButtonTypes()) {
            Button button = (Button) alert.getDialogPane().lookupButton(type);
            button.setDefaultButton(type == ButtonType.CANCEL);
        }
        return alert;
    }

    /** Does something that leaves what is open: when nothing would be lost, when the user has kept it, or does not mind. */
    void leave(Runnable then) {
        if (!workspace.unsavedProperty().get() || workspace.isBlank()) {
            then.run();
            return;
        }
        ButtonType answer = alert(
                        Texts.of("main.keepTheChangesTo", workspace.session().title()), save, discard)
                .showAndWait()
                .orElse(ButtonType.CANCEL);
        if (answer == discard) {
            then.run();
        } else if (answer == save) {
            save(then);
        }
    }
}
