package oakmirror.desk;

import java.nio.file.Path;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.input.KeyCombination;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Theme;
import oakmirror.desk.model.Job;
import oakmirror.desk.model.Workspace;
import oakmirror.desk.page.Ui;

/** The strip at the top: what is open and whether it is kept, work in progress with its cancel, undo, theme. */
final class TitleStrip extends HBox {

    private final Workspace workspace;
    private final Label message = Ui.label("", "warning");
    private final HBox work = new HBox(8);

    TitleStrip(Workspace workspace, SessionActions actions, Runnable showKeys) {
        this.workspace = workspace;
        getStyleClass().add("title-strip");
        Label name = Ui.label("", "session-name");
        name.setId("session-name");
        workspace.sessionProperty().subscribe(s -> name.setText(nameOf()));
        workspace.fileProperty().subscribe(f -> name.setText(nameOf()));
        Label saved = Ui.label("", "quiet");
        saved.setId("saved-state");
        workspace.unsavedProperty().subscribe(u -> saved.setText(savedState()));
        workspace.fileProperty().subscribe(f -> saved.setText(savedState()));
        message.textProperty().bind(workspace.messageProperty());
        work.setAlignment(Pos.CENTER_LEFT);
        workspace.jobs().running().addListener((ListChangeListener<Job>) c -> showWork());
        Button undo = Ui.link("Undo", "Undo (Ctrl+Z)", workspace::undo);
        undo.disableProperty().bind(workspace.canUndoProperty().map(can -> !can));
        Button redo = Ui.link("Redo", "Do it again (Ctrl+Y)", workspace::redo);
        redo.disableProperty().bind(workspace.canRedoProperty().map(can -> !can));
        Button theme = Ui.link("", "Change the light", () -> Theme.current()
                .set(Theme.current().get().other()));
        theme.setId("theme");
        Theme.current().subscribe(t -> theme.setText(t.other().label()));
        Button keys = Ui.link("?", "All keys (?)", showKeys);
        getChildren()
                .addAll(
                        Ui.label("Oak Mirror", "product"),
                        name,
                        saved,
                        Ui.spring(),
                        message,
                        work,
                        sessionMenu(actions),
                        undo,
                        redo,
                        theme,
                        keys);
    }

    private MenuButton sessionMenu(SessionActions actions) {
        MenuButton menu = new MenuButton("Session");
        menu.getStyleClass().add("link");
        menu.setFocusTraversable(false);
        menu.getItems()
                .addAll(
                        item("New", "Shortcut+N", actions::newSession),
                        item("Open…", "Shortcut+O", actions::open),
                        item("Open the demo", "", actions::openDemo),
                        new SeparatorMenuItem(),
                        item("Save", "Shortcut+S", actions::save),
                        item("Save as…", "Shortcut+Shift+S", actions::saveAs));
        return menu;
    }

    private static MenuItem item(String text, String keys, Runnable action) {
        MenuItem item = new MenuItem(text);
        if (!keys.isEmpty()) {
            item.setAccelerator(KeyCombination.keyCombination(keys));
        }
        item.setOnAction(e -> action.run());
        return item;
    }

    private String nameOf() {
        String mix = workspace.session().mix().map(m -> " · " + m.name()).orElse("");
        return workspace.session().name() + mix;
    }

    private String savedState() {
        boolean unsaved = workspace.unsavedProperty().get();
        return workspace
                .fileProperty()
                .get()
                .map(Path::getFileName)
                .map(f -> unsaved ? "changed" : "saved")
                .orElse(unsaved ? "not saved yet" : "");
    }

    private void showWork() {
        work.getChildren().clear();
        workspace.jobs().running().stream().findFirst().ifPresent(job -> {
            int others = workspace.jobs().running().size() - 1;
            ProgressBar bar = new ProgressBar();
            bar.progressProperty().bind(job.fractionProperty());
            bar.setPrefWidth(90);
            Label what = Ui.label(job.name() + (others > 0 ? " and " + others + " more" : ""), "quiet");
            what.setMaxWidth(220);
            work.getChildren().addAll(what, bar, Ui.link("cancel", "End this work", job::cancel));
        });
    }
}
