package oakmirror.desk.finish;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.finish.DeliveryTarget;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A delivery target's fields, to be filled in; what is wrong with them is said beside them. */
final class TargetEditor extends VBox {

    private final TextField name = new TextField();
    private final TextField lufs = new TextField("-14");
    private final TextField tolerance = new TextField();
    private final TextField ceiling = new TextField("-1");
    private final TextField shortTerm = new TextField();
    private final TextField momentary = new TextField();
    private final TextField range = new TextField();
    private final TextField source = new TextField();
    private final CheckBox playback = new CheckBox(Texts.of("finish.playersTurnToIt"));
    private final Label wrong = Ui.label("", "warning", "small");
    private int row;

    /**
     * An editor.
     *
     * @param from what is changed, or nothing for a new one
     * @param keep takes what has become of it
     * @param close called in the end
     */
    TargetEditor(Optional<DeliveryTarget> from, Consumer<DeliveryTarget> keep, Runnable close) {
        super(6);
        getStyleClass().add("stem");
        setId("target-editor");
        from.ifPresent(this::fill);
        GridPane grid = new GridPane(6, 4);
        field(grid, "name", name, "target-name");
        field(grid, "LUFS", lufs, "target-lufs");
        field(grid, Texts.of("finish.lu"), tolerance, "target-tolerance");
        field(grid, Texts.of("finish.ceilingDbtp"), ceiling, "target-ceiling");
        field(grid, Texts.of("finish.loudest3S"), shortTerm, "target-short-term");
        field(grid, Texts.of("finish.loudest400Ms"), momentary, "target-momentary");
        field(grid, Texts.of("finish.widestRange"), range, "target-range");
        field(grid, "source", source, "target-source");
        wrong.setWrapText(true);
        HBox actions = new HBox(
                6,
                Ui.button(Texts.of("finish.keep"), Texts.of("finish.keep.tip"), () -> {
                    try {
                        keep.accept(made());
                        close.run();
                    } catch (IllegalArgumentException e) {
                        wrong.setText(sentence(e));
                    }
                }),
                Ui.link(Texts.of("finish.leaveAsItIs"), Texts.of("finish.leaveAsItIs.tip"), close));
        actions.getChildren().get(0).setId("target-keep");
        getChildren().addAll(grid, playback, wrong, actions);
    }

    private void field(GridPane grid, String title, TextField field, String id) {
        field.setId(id);
        field.setAccessibleText(title);
        field.setPrefWidth(112);
        grid.addRow(row++, Ui.label(title, "quiet", "small"), field);
    }

    private void fill(DeliveryTarget t) {
        name.setText(t.name());
        lufs.setText(text(Optional.of(t.integratedLufs())));
        tolerance.setText(text(t.toleranceLu()));
        ceiling.setText(text(Optional.of(t.ceilingDbtp())));
        shortTerm.setText(text(t.maxShortTermLufs()));
        momentary.setText(text(t.maxMomentaryLufs()));
        range.setText(text(t.maxRangeLu()));
        source.setText(t.source());
        playback.setSelected(t.playback());
    }

    private static String text(Optional<Double> value) {
        return value.map(Numbers::brief).orElse("");
    }

    private DeliveryTarget made() {
        return new DeliveryTarget(
                name.getText(),
                number("LUFS", lufs).orElseThrow(() -> new IllegalArgumentException(Texts.of("finish.needsALoudness"))),
                number(Texts.of("finish.lu"), tolerance),
                number(Texts.of("finish.ceiling"), ceiling)
                        .orElseThrow(() -> new IllegalArgumentException(Texts.of("finish.needsACeiling"))),
                number(Texts.of("finish.loudest3S"), shortTerm),
                number(Texts.of("finish.loudest400Ms"), momentary),
                number(Texts.of("finish.widestRange"), range),
                playback.isSelected(),
                source.getText());
    }

    /** A number as people type it: either minus, either decimal sign. */
    private static Optional<Double> number(String what, TextField field) {
        String typed = field.getText().strip().replace('−', '-').replace(',', '.');
        if (typed.isEmpty()) {
            return Optional.empty();
        }
        try {
            return Optional.of(Double.parseDouble(typed));
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(
                    Texts.of("finish.isNoNumberFor", field.getText(), Texts.inside(what)), e);
        }
    }

    private static String sentence(IllegalArgumentException e) {
        return Character.toUpperCase(e.getMessage().charAt(0)) + e.getMessage().substring(1) + ".";
    }
}
