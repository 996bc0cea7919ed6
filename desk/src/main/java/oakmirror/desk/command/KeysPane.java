package oakmirror.desk.command;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/**
 * The list of everything that can be done, over the window: typing finds a command, Enter does it, a click on its key changes the key.
 * Conflicts are marked where they are.
 */
public final class KeysPane extends StackPane {

    private final KeyMap keys;
    private final Commands commands;
    private final TextField search = new TextField();
    private final VBox list = new VBox(10);
    private final Label state = Ui.label("", "quiet");
    private Optional<Command> listening = Optional.empty();
    private Optional<Command> first = Optional.empty();

    /** The list over a window; not shown yet. */
    public KeysPane(KeyMap keys, Commands commands) {
        this.keys = keys;
        this.commands = commands;
        setId("keys");
        getStyleClass().add("overlay");
        setVisible(false);
        search.setId("command-search");
        search.setAccessibleText(Texts.of("commands.findACommand2"));
        search.setPromptText(Texts.of("commands.findACommand"));
        search.setPrefWidth(260);
        search.textProperty().subscribe(t -> show());
        search.setOnAction(e -> first.ifPresent(this::run));
        Button restore =
                Ui.button(Texts.of("commands.restoreAllKeys"), Texts.of("commands.restoreAllKeys.tip"), keys::restore);
        restore.setId("restore-keys");
        ToggleButton tab = Ui.choice(Texts.of("commands.tabMovesTheFocus"), Texts.of("commands.tabMovesTheFocus.tip"));
        tab.setId("tab-moves-focus");
        tab.setOnAction(e -> keys.setTabForFocus(tab.isSelected()));
        keys.revisionProperty().subscribe(r -> {
            tab.setSelected(keys.isTabForFocus());
            restore.setDisable(!keys.isChanged());
            show();
        });
        Button close = Ui.link("✕", Texts.of("commands.closeEsc"), this::close);
        close.setMinWidth(USE_PREF_SIZE);
        HBox head = new HBox(
                14, Ui.label(Texts.of("commands.commandsAndKeys"), "heading"), search, Ui.spring(), state, close);
        head.setAlignment(Pos.CENTER_LEFT);
        Ui.giveWay(head, state);
        Button controllers = Ui.link(Texts.of("commands.controllers"), Texts.of("commands.controllers.tip"), () -> {
            close();
            commands.run(Command.CONTROLLERS);
        });
        controllers.setId("open-controllers");
        ScrollPane scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        VBox card = new VBox(14, head, Ui.flow(14, tab, restore, controllers), scroll);
        card.getStyleClass().add("overlay-card");
        card.setMaxSize(1000, 600);
        Ui.whenShown(this, card);
        setOnMouseClicked(e -> {
            if (e.getTarget() == this) {
                close();
            }
        });
        addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    }

    /** Shows it, ready to type what is looked for. */
    public void open() {
        listening = Optional.empty();
        search.clear();
        setVisible(true);
        show();
        search.requestFocus();
    }

    /** Hides it. */
    public void close() {
        listening = Optional.empty();
        setVisible(false);
        getParent().requestFocus();
    }

    private void run(Command act) {
        close();
        commands.run(act);
    }

    /** Takes a key: for the command whose key is being changed, or to close. */
    private void key(KeyEvent e) {
        if (listening.isPresent()) {
            String text = KeyMap.text(e);
            if (e.getCode() == KeyCode.ESCAPE) {
                listening = Optional.empty();
                show();
            } else if (e.getCode() == KeyCode.DELETE || e.getCode() == KeyCode.BACK_SPACE) {
                assign("");
            } else if (!text.isEmpty()) {
                assign(text);
            }
            e.consume();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            close();
            e.consume();
        }
    }

    private void assign(String key) {
        Command act = listening.orElseThrow();
        listening = Optional.empty();
        keys.set(act, key);
        show();
    }

    private void show() {
        if (!isVisible()) {
            return;
        }
        String wanted = search.getText().strip().toLowerCase(Locale.ROOT);
        Map<String, List<Command>> groups = new LinkedHashMap<>();
        for (Command act : Command.values()) {
            if (act.label().toLowerCase(Locale.ROOT).contains(wanted)) {
                groups.computeIfAbsent(act.group(), g -> new ArrayList<>()).add(act);
            }
        }
        first = groups.values().stream().flatMap(List::stream).findFirst();
        list.getChildren().clear();
        groups.forEach((name, acts) -> {
            list.getChildren().add(Ui.label(name, "subheading"));
            list.getChildren().add(table(acts));
        });
        long conflicts = java.util.Arrays.stream(Command.values())
                .filter(a -> !keys.conflicts(a).isEmpty())
                .count();
        state.setText(
                listening.isPresent()
                        ? Texts.of("commands.pressTheNewKey")
                        : conflicts > 0
                                ? Texts.of("commands.commandsShareAKey", conflicts)
                                : Texts.of("commands.clickAKeyTo"));
    }

    private GridPane table(List<Command> acts) {
        GridPane grid = new GridPane();
        grid.setHgap(10);
        grid.setVgap(4);
        int rows = (acts.size() + 1) / 2;
        for (int i = 0; i < acts.size(); i++) {
            Command act = acts.get(i);
            int column = i / rows * 3;
            int row = i % rows;
            grid.add(keyButton(act), column, row);
            Button run = Ui.link(act.label(), Texts.of("commands.doIt"), () -> run(act));
            run.setMinWidth(290);
            run.setAlignment(Pos.CENTER_LEFT);
            grid.add(run, column + 1, row);
        }
        return grid;
    }

    private Button keyButton(Command act) {
        boolean isListening = listening.equals(Optional.of(act));
        List<Command> conflicts = keys.conflicts(act);
        String shown = keys.shown(act);
        Button button =
                Ui.button(isListening ? "…" : shown.isEmpty() ? "–" : shown, Texts.of("commands.changeTheKey"), () -> {
                    listening = Optional.of(act);
                    show();
                    requestFocus();
                });
        button.setId("key-" + act.name().toLowerCase(Locale.ROOT));
        button.setMinWidth(112);
        if (!conflicts.isEmpty()) {
            button.getStyleClass().add("conflict");
            Ui.tip(
                    button,
                    Texts.of(
                            "commands.alsoTheOneListed",
                            String.join(
                                    ", ", conflicts.stream().map(Command::label).toList())));
        }
        return button;
    }
}
