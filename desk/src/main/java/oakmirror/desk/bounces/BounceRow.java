package oakmirror.desk.bounces;

import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.bounces.Bounce;
import oakmirror.desk.look.Ui;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.revisions.Bounces.Taken;
import oakmirror.state.revisions.BouncesHeard;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** One bounce: hearing it in the mix's place, what it changed, its figures, a note, and hearing the difference. */
final class BounceRow extends HBox {

    private final Bounces bounces;
    private final BouncesHeard heard;
    private final ToggleButton hear;
    private final Label when = Ui.label("", "quiet", "small");
    private final Label change = Ui.wrapped("");
    private final Label moves = Ui.label("", "quiet", "small");
    private final Label[] figures = {new Label(), new Label(), new Label()};
    private final TextField note = new TextField();
    private final ToggleButton difference;
    private Taken shown;

    BounceRow(Bounces bounces, BouncesHeard heard, Taken taken) {
        super(12);
        this.bounces = bounces;
        this.heard = heard;
        shown = taken;
        int number = taken.bounce().number();
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("track-row");
        hear = Ui.choice(taken.bounce().name(), "");
        hear.setId("bounce-" + number);
        hear.setMinWidth(96);
        hear.setOnAction(e -> {
            if (shown.isNow()) {
                heard.end();
            } else {
                heard.toggle(shown.bounce());
            }
        });
        when.setMinWidth(76);
        moves.setMinWidth(0);
        VBox told = new VBox(1, change, moves);
        told.setAlignment(Pos.CENTER_LEFT);
        told.setMinWidth(0);
        told.setPrefWidth(260);
        HBox.setHgrow(told, Priority.ALWAYS);
        note.setId("bounce-note-" + number);
        note.setPromptText(Texts.of("bounces.aNoteForThis"));
        note.setAccessibleText(Texts.of("bounces.aNoteForThis2"));
        note.setPrefWidth(210);
        note.setMinWidth(110);
        note.setOnAction(e -> keepNote());
        note.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                keepNote();
            }
        });
        difference = Ui.choice(Texts.of("bounces.whatChanged"), Texts.of("bounces.whatChanged.tip"));
        difference.setId("what-changed-" + number);
        difference.setMinWidth(USE_PREF_SIZE);
        difference.setOnAction(e -> heard.toggleChange(shown.bounce()));
        getChildren().addAll(hear, when, told);
        for (Label figure : figures) {
            figure.setMinWidth(50);
            figure.setAlignment(Pos.CENTER_RIGHT);
            getChildren().add(figure);
        }
        getChildren().addAll(note, difference);
    }

    /** The line of titles above the rows. */
    static HBox titles() {
        HBox titles = new HBox(12);
        titles.getStyleClass().add("track-titles");
        String[] names = {
            Texts.of("bounces.bounce"),
            "",
            Texts.of("bounces.changes"),
            "LUFS",
            "PLR",
            Texts.of("bounces.sideMidTitle"),
            Texts.of("bounces.note"),
            ""
        };
        double[] widths = {96, 76, 0, 50, 50, 60, 210, 112};
        for (int i = 0; i < names.length; i++) {
            Label title = Ui.label(names[i], "quiet");
            if (widths[i] == 0) {
                HBox.setHgrow(title, Priority.ALWAYS);
                title.setMaxWidth(Double.MAX_VALUE);
                title.setMinWidth(0);
            } else {
                title.setPrefWidth(widths[i]);
            }
            if (i > 2 && i < 6) {
                title.setAlignment(Pos.CENTER_RIGHT);
                title.setMinWidth(widths[i]);
            }
            titles.getChildren().add(title);
        }
        return titles;
    }

    /** Brings it up to date: against the bounce before it, and with what is heard. */
    void show(Taken taken, Optional<Taken> before) {
        shown = taken;
        Bounce bounce = taken.bounce();
        String id = bounce.content();
        Optional<String> now = heard.heard();
        hear.setSelected(now.equals(Optional.of("bounce " + id)) || taken.isNow() && now.isEmpty());
        Ui.tip(hear, taken.isNow() ? Texts.of("bounces.theMixAsIt") : Texts.of("bounces.hearItInThe"));
        difference.setSelected(now.equals(Optional.of("change " + id)));
        difference.setVisible(!taken.isNow());
        when.setText(BounceWords.when(bounce));
        change.setText(before.map(b ->
                        taken.standing().since(b.standing()).words(b.bounce().name()))
                .orElse(Texts.of("bounces.first")));
        Ui.tip(change, change.getText());
        moves.setText(BounceWords.takenUp(bounce));
        Ui.shown(!moves.getText().isEmpty(), moves);
        Ui.tip(moves, moves.getText() + BounceWords.moves(bounce));
        figures[0].setText(Numbers.level(taken.standing().lufs()));
        figures[1].setText(Numbers.level(taken.standing().plrDb()));
        figures[2].setText(Numbers.level(taken.standing().widthDb()));
        Ui.tip(figures[0], Texts.of("bounces.lufs"));
        Ui.tip(figures[1], Texts.of("bounces.plr"));
        Ui.tip(figures[2], Texts.of("bounces.sideMid"));
        if (!note.isFocused()) {
            note.setText(bounces.noteOf(bounce));
        }
    }

    private void keepNote() {
        bounces.note(shown.bounce(), note.getText());
    }
}
