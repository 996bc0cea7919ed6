package oakmirror.desk.gather;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.AddTracks;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.look.Ui;
import oakmirror.state.workspace.RecentSessions;
import oakmirror.state.workspace.RecentSessions.Recent;
import oakmirror.text.Texts;

/** Where nothing is gathered yet: how to begin, and the sessions one may want to go on with. */
public final class Beginning extends StackPane {

    /** So many are shown here; the menu has more. */
    private static final int SHOWN = 6;

    private static final double ROW_WIDTH = 640;

    private final RecentSessions recent;
    private final Consumer<Path> open;
    private final VBox rows = new VBox();

    /**
     * Made with the window.
     *
     * @param open opens a session's file, when what is open may be left
     * @param openDemo opens the demo
     * @param tour opens it and walks through the window with it
     */
    public Beginning(
            AddTracks adding,
            KeyMap keys,
            RecentSessions recent,
            Consumer<Path> open,
            Runnable openDemo,
            Runnable tour) {
        this.recent = recent;
        this.open = open;
        Button add = Ui.button(
                Texts.of("gather.chooseFiles"),
                Texts.of("gather.chooseFiles.tip", keys.hint(Command.ADD)),
                adding::chooseFiles);
        Button demo = Ui.button(Texts.of("gather.openTheDemo"), Texts.of("gather.openTheDemo.tip"), openDemo);
        demo.setId("open-demo");
        Button walk = Ui.button(Texts.of("gather.takeTheTour"), Texts.of("gather.takeTheTour.tip"), tour);
        walk.setId("take-tour");
        HBox buttons = new HBox(10, add, demo, walk);
        buttons.setAlignment(Pos.CENTER);
        rows.setId("recent-sessions");
        rows.setMaxWidth(ROW_WIDTH);
        VBox area = new VBox(
                14,
                Ui.label(Texts.of("gather.dropYourMixAnd"), "heading"),
                Ui.label(Texts.of("gather.theFirstFileIs"), "quiet"),
                buttons,
                rows);
        area.setAlignment(Pos.CENTER);
        area.getStyleClass().add("drop-area");
        getChildren().add(area);
        getStyleClass().add("page");
        visibleProperty().subscribe(is -> refresh());
        recent.allProperty().subscribe(all -> refresh());
    }

    /** Only where it is seen: most sessions are opened by a press in the menu, or from outside. */
    private void refresh() {
        rows.getChildren().clear();
        List<Recent> all = recent.allProperty().get();
        Ui.shown(isVisible() && !all.isEmpty(), rows);
        if (rows.isVisible()) {
            rows.getChildren().add(Ui.label(Texts.of("gather.recentSessions"), "quiet", "recent-title"));
            all.stream().limit(SHOWN).forEach(r -> rows.getChildren().add(row(r)));
            recent.missing(this::grey);
        }
    }

    private PressablePane row(Recent session) {
        Label title = Ui.label(title(session), "recent-name");
        title.setMinWidth(0);
        Button pin = Ui.link(
                Texts.of(session.pinned() ? "gather.unpin" : "gather.pin"),
                Texts.of(session.pinned() ? "gather.unpin.tip" : "gather.pin.tip"),
                () -> recent.pin(session.file(), !session.pinned()));
        pin.setMinWidth(USE_PREF_SIZE);
        pin.addEventHandler(MouseEvent.MOUSE_CLICKED, MouseEvent::consume); // is not for the row
        Label when = Ui.label(Texts.date(session.when()), "quiet");
        when.setMinWidth(USE_PREF_SIZE);
        HBox first = new HBox(10, title, Ui.spring(), when, pin);
        first.setAlignment(Pos.BASELINE_LEFT);
        Label with = Ui.label(references(session), "quiet", "recent-references");
        with.setTextOverrun(OverrunStyle.ELLIPSIS);
        with.setMinWidth(0);
        PressablePane row = PressablePane.card(1, () -> open.accept(session.file()), first, with);
        row.getStyleClass().add("recent");
        row.setUserData(session.file());
        row.setAccessibleText(title(session));
        row.setOnContextMenuRequested(e -> new ContextMenu(
                        Ui.item(Texts.of("gather.openIt"), () -> open.accept(session.file())),
                        Ui.item(Texts.of("gather.forgetSession"), () -> recent.forget(session.file())))
                .show(row, e.getScreenX(), e.getScreenY()));
        return row;
    }

    private static String title(Recent session) {
        return session.mix().isEmpty() ? session.title() : session.title() + " · " + session.mix();
    }

    private static String references(Recent session) {
        if (session.references().isEmpty()) {
            return Texts.of("gather.noReferences");
        }
        String names = String.join(", ", session.references());
        return session.more() == 0 ? names : Texts.of("gather.andMoreOfThem", names, session.more());
    }

    /** Marks those that are not there now; they may be on a drive that is not plugged in. */
    private void grey(Set<Path> missing) {
        rows.getChildren().stream()
                .filter(row -> missing.contains(row.getUserData()))
                .map(PressablePane.class::cast)
                .forEach(row -> {
                    row.getStyleClass().add("missing");
                    Label with = (Label) row.getChildren().get(1);
                    with.setText(Texts.of("gather.isMissing", row.getUserData()));
                });
    }
}
