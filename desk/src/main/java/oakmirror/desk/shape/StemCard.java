package oakmirror.desk.shape;

import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.StemStrip;
import oakmirror.session.Stem;
import oakmirror.session.StemWords;
import oakmirror.state.controllers.Dials;
import oakmirror.state.workspace.StemChanges;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.stems.Rebalance.Step;
import oakmirror.stems.StemPowers;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** One stem: where it is heard, what to change about it and why, and a fader to try it. */
final class StemCard extends VBox {

    private static final double SAME_DB = 0.05;

    private final int index;
    private final StemChanges changes;
    private final Label name = Ui.label("", "strong");
    private final Label gain = Ui.label("", "strong");
    private final Label use = Ui.label("", "small");
    private final Label evidence = Ui.label("", "quiet", "small");
    private final StemStrip strip = new StemStrip();
    private final Slider fader = new Slider(-Dials.MOST_STEM_DB, Dials.MOST_STEM_DB, 0);
    private final Button attempt;
    private final Label failure = Ui.label("", "warning", "small");
    private final Button again;
    private Optional<Step> step = Optional.empty();
    private boolean showing;

    StemCard(int index, StemChanges changes, Runnable onEnd, Runnable onAgain) {
        super(4);
        this.index = index;
        this.changes = changes;
        setId("stem-" + index);
        getStyleClass().addAll("stem");
        name.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(name, Priority.ALWAYS);
        gain.setId("stem-gain-" + index);
        gain.setMinWidth(USE_PREF_SIZE);
        Button remove = Ui.link(
                "×",
                Texts.of("shape.notAStemOf"),
                () -> changes.change(Texts.of("shape.removeAStem"), s -> s.without(index)));
        remove.getStyleClass().add("dismiss");
        remove.setId("stem-remove-" + index);
        HBox head = new HBox(4, name, gain, remove);
        head.setAlignment(Pos.BASELINE_LEFT);
        fader.setId("stem-fader-" + index);
        fader.setBlockIncrement(0.1);
        fader.setMinWidth(60);
        HBox.setHgrow(fader, Priority.ALWAYS);
        fader.valueProperty().subscribe(v -> {
            if (!showing) {
                changes.tryAt(index, v.doubleValue(), "stem " + index);
            }
        });
        fader.valueChangingProperty().subscribe(is -> {
            if (!is) {
                onEnd.run();
            }
        });
        fader.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                changes.tryAt(index, 0, "");
            }
        });
        attempt = Ui.button(Texts.of("shape.try"), "", this::attempt);
        attempt.setId("stem-try-" + index);
        attempt.setMinWidth(USE_PREF_SIZE);
        HBox tools = new HBox(8, fader, attempt);
        tools.setAlignment(Pos.CENTER_LEFT);
        again = Ui.link(Texts.of("shape.tryAgain"), Texts.of("shape.tryAgain.tip2"), onAgain);
        for (Label label : new Label[] {use, evidence, failure}) {
            label.setWrapText(true);
            label.managedProperty().bind(label.visibleProperty());
        }
        again.managedProperty().bind(again.visibleProperty());
        attempt.managedProperty().bind(attempt.visibleProperty());
        getChildren().addAll(head, strip, use, evidence, failure, again, tools);
    }

    private void attempt() {
        step.ifPresent(s -> changes.tryAt(index, isTried() ? 0 : s.gainDb(), ""));
    }

    private boolean isTried() {
        double now = changes.set().all().get(index).gainDb();
        return step.filter(s -> Math.abs(s.gainDb() - now) < SAME_DB).isPresent();
    }

    void show(Stem stem, TrackSlot slot, Optional<StemPowers> powers, Optional<Step> proposed) {
        step = proposed;
        name.setText(stem.name());
        Ui.tip(name, slot.track().file().map(Object::toString).orElse(""));
        gain.setText(
                stem.gainDb() == 0
                        ? proposed.map(s -> Numbers.gainDb(s.gainDb())).orElse("")
                        : Numbers.gainDb(stem.gainDb()));
        gain.getStyleClass().setAll("label", stem.gainDb() == 0 ? "quiet" : "strong");
        Ui.tip(gain, stem.gainDb() == 0 ? Texts.of("shape.proposed") : Texts.of("shape.triedAtThisLevel"));
        use.setText(proposed.map(s -> Numbers.gainDb(s.gainDb()) + " " + StemWords.use(s))
                .orElse(""));
        use.setVisible(proposed.isPresent());
        evidence.setText(proposed.map(StemWords::evidence).orElse(""));
        evidence.setVisible(proposed.isPresent());
        String failed = slot.failureProperty().get();
        failure.setText(failed.isEmpty() && slot.isBusy() ? Texts.of("shape.reading") : failed);
        failure.getStyleClass().setAll("label", "small", failed.isEmpty() ? "quiet" : "warning");
        failure.setVisible(!failure.getText().isEmpty());
        again.setVisible(!failed.isEmpty());
        strip.show(powers, index);
        boolean ready = powers.isPresent();
        fader.setDisable(!ready);
        Ui.tip(fader, Texts.of("shape.tryLouderOrQuieter", stem.name()));
        fader.setAccessibleText(Texts.of("shape.levelInDb", stem.name()));
        attempt.setVisible(proposed.isPresent());
        attempt.setText(isTried() ? Texts.of("shape.asItIs") : Texts.of("shape.try"));
        Ui.tip(attempt, isTried() ? Texts.of("shape.backTo0Db") : Texts.of("shape.hearTheMixWith"));
        getStyleClass().removeAll("asked", "tried");
        if (stem.gainDb() != 0) {
            getStyleClass().add("tried");
        } else if (proposed.isPresent()) {
            getStyleClass().add("asked");
        }
        if (!fader.isValueChanging()) {
            showing = true;
            fader.setValue(stem.gainDb());
            showing = false;
        }
    }
}
