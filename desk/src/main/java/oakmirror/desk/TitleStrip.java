package oakmirror.desk;

import java.nio.file.Path;
import java.util.List;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Control;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.look.Theme;
import oakmirror.desk.look.Ui;
import oakmirror.state.task.Task;
import oakmirror.state.workspace.RecentSessions.Recent;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** The strip at the top: what is open and whether it is kept, work in progress with its cancel, undo, theme. */
final class TitleStrip extends HBox {

    private final Workspace workspace;
    private final Label message = Ui.label("", "warning");
    private final HBox work = new HBox(8);

    TitleStrip(
            Workspace workspace,
            SessionActions actions,
            KeyMap keys,
            Commands commands,
            Language language,
            Runnable tour) {
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
        message.textProperty().subscribe(t -> message.setTooltip(t.isEmpty() ? null : new Tooltip(t)));
        work.setAlignment(Pos.CENTER_LEFT);
        workspace.background().shown().addListener((ListChangeListener<Task>) c -> showWork());
        Button undo =
                Ui.link(Texts.of("main.undo"), Texts.of("main.undo.tip", keys.hint(Command.UNDO)), workspace::undo);
        undo.disableProperty().bind(workspace.canUndoProperty().map(can -> !can));
        Button redo =
                Ui.link(Texts.of("main.redo"), Texts.of("main.redo.tip", keys.hint(Command.REDO)), workspace::redo);
        redo.disableProperty().bind(workspace.canRedoProperty().map(can -> !can));
        Button theme = Ui.link("", Texts.of("main.changeTheLight"), () -> Theme.current()
                .set(Theme.current().get().other()));
        theme.setId("theme");
        Theme.follow(theme, t -> theme.setText(t.other().label()));
        Button find = Ui.link(
                "?", Texts.of("main.findACommandLook", keys.hint(Command.KEYS)), () -> commands.run(Command.COMMANDS));
        find.setId("commands");
        Button blind = Ui.link(
                Texts.of("main.blind"),
                Texts.of("main.blind.tip", keys.hint(Command.BLIND)),
                () -> commands.run(Command.BLIND));
        blind.setId("open-blind");
        Button compact = Ui.link(
                Texts.of("main.barAlone"),
                Texts.of("main.barAlone.tip", keys.hint(Command.COMPACT)),
                () -> commands.run(Command.COMPACT));
        compact.setId("open-compact");
        Label product = Ui.label(Texts.of("main.oakMirror"), "product");
        product.setMinWidth(USE_PREF_SIZE); // a long message gives way first
        MenuButton session = sessionMenu(actions, keys, commands, tour);
        session.getItems().add(language.menu());
        for (Control control : List.of(session, blind, compact, undo, redo, theme, find)) {
            control.setMinWidth(USE_PREF_SIZE);
        }
        message.setMinWidth(0);
        getChildren()
                .addAll(
                        product,
                        name,
                        saved,
                        Ui.spring(),
                        message,
                        work,
                        session,
                        blind,
                        compact,
                        undo,
                        redo,
                        theme,
                        find);
    }

    private MenuButton sessionMenu(SessionActions actions, KeyMap keys, Commands commands, Runnable tour) {
        MenuButton menu = new MenuButton(Texts.of("main.session"));
        menu.setId("session-menu");
        menu.getStyleClass().add("link");
        MenuItem next = Ui.item(Texts.of("main.nextSong", keys.hint(Command.NEXT_SONG)), actions::nextSong);
        Menu recent = new Menu(Texts.of("main.openRecent"));
        recent.setId("open-recent");
        menu.setOnShowing(e -> {
            next.setDisable(workspace.session().references().isEmpty());
            List<Recent> all = actions.recent().allProperty().get();
            recent.setDisable(all.isEmpty());
            recent.getItems()
                    .setAll(all.stream()
                            .map(r -> Ui.item(
                                    Texts.of("main.recentSession", r.title(), Texts.date(r.when())),
                                    () -> actions.openAsked(r.file())))
                            .toList());
        });
        menu.getItems()
                .addAll(
                        Ui.item(Texts.of("main.new", keys.hint(Command.NEW)), actions::newSession),
                        next,
                        Ui.item(Texts.of("main.open", keys.hint(Command.OPEN)), actions::open),
                        recent,
                        Ui.item(Texts.of("main.openTheDemo"), actions::openDemo),
                        Ui.item(Texts.of("main.takeTheTour"), tour),
                        Ui.item(Texts.of("main.guide", keys.hint(Command.MANUAL)), () -> commands.run(Command.MANUAL)),
                        new SeparatorMenuItem(),
                        Ui.item(Texts.of("main.save", keys.hint(Command.SAVE)), actions::save),
                        Ui.item(Texts.of("main.saveAs2", keys.hint(Command.SAVE_AS)), actions::saveAs),
                        new SeparatorMenuItem(),
                        Ui.item(Texts.of("main.showTheLog"), () -> commands.run(Command.LOG)));
        return menu;
    }

    private String nameOf() {
        String mix = workspace.session().mix().map(m -> " · " + m.name()).orElse("");
        return workspace.session().title() + mix;
    }

    private String savedState() {
        boolean unsaved = workspace.unsavedProperty().get();
        return workspace
                .fileProperty()
                .get()
                .map(Path::getFileName)
                .map(f -> Texts.of(unsaved ? "main.changed" : "main.saved"))
                .orElse(unsaved ? Texts.of("main.notSavedYet") : "");
    }

    private void showWork() {
        work.getChildren().clear();
        List<Task> shown = workspace.background().shown();
        shown.stream().findFirst().ifPresent(task -> {
            int others = shown.size() - 1;
            ProgressBar bar = new ProgressBar();
            bar.progressProperty().bind(task.fractionProperty());
            bar.setPrefWidth(90);
            Label what = Ui.label(
                    Texts.inside(task.title()) + (others > 0 ? Texts.of("main.andMore", others) : ""), "quiet");
            what.setMinWidth(USE_PREF_SIZE);
            what.setMaxWidth(320);
            Button cancel = Ui.link(Texts.of("main.cancel"), Texts.of("main.cancel.tip"), task::cancel);
            cancel.setMinWidth(USE_PREF_SIZE);
            work.getChildren().addAll(what, bar, cancel);
        });
    }
}
