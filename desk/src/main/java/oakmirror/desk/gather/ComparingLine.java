package oakmirror.desk.gather;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.layout.HBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.look.Ui;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** In a line: what is compared, and at what level. */
final class ComparingLine extends HBox {

    private static final double ROOM_FOR_LONG_WORDS = 860;

    private final PassageMenu passage;

    ComparingLine(Workspace workspace, Listening listening, Passages passages, KeyMap keys) {
        super(8);
        setAlignment(Pos.CENTER_LEFT);
        setMinHeight(32);
        passage = new PassageMenu(workspace, passages);
        MenuButton suggest = new MenuButton(Texts.of("gather.suggest"));
        suggest.setId("suggest");
        suggest.getStyleClass().setAll("menu-button", "link", "accented");
        suggest.setMinWidth(USE_PREF_SIZE);
        suggest.getItems().setAll(passage.suggestions());
        Button meet = Ui.link(
                Texts.of("gather.meetAtThePassage2"),
                "",
                () -> passages.meet(Math.max(1, passages.selectedProperty().get())));
        meet.setId("meet");
        meet.getStyleClass().add("accented");
        meet.setMinWidth(USE_PREF_SIZE);
        keys.revisionProperty().subscribe(r -> {
            Ui.tip(suggest, Texts.of("gather.markWhereTheTrack", keys.hint(Command.SUGGEST)));
            Ui.tip(meet, Texts.of("gather.meetAtThePassage2.tip", keys.hint(Command.MEET)));
        });
        LevelMenu level = new LevelMenu(workspace, listening);
        Label comparing = Ui.label(Texts.of("gather.comparing"), "quiet");
        Label at = Ui.label(Texts.of("gather.at"), "quiet");
        for (Label label : new Label[] {comparing, at, level.state()}) {
            label.setMinWidth(USE_PREF_SIZE);
        }
        getChildren()
                .addAll(
                        comparing,
                        passage,
                        suggest,
                        meet,
                        Ui.spring(),
                        at,
                        level,
                        level.stated(),
                        level.unit(),
                        Ui.spring(),
                        level.state());
        Ui.giveWay(this, comparing, at, level.state());
        widthProperty().subscribe(w -> level.setShort(w.doubleValue() < ROOM_FOR_LONG_WORDS));
    }

    /** The menu of passages, which knows what can be done with one. */
    PassageMenu passage() {
        return passage;
    }
}
