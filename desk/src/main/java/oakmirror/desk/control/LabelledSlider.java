package oakmirror.desk.control;

import java.util.function.DoubleConsumer;
import java.util.function.DoubleFunction;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** A slider with its name and its value above it; a double click puts it back to its usual value. */
public final class LabelledSlider extends VBox {

    private final Slider slider;
    private final Label value = Ui.wrapped("", "strong");
    private final DoubleFunction<String> text;
    private boolean showing = true;

    /**
     * A slider.
     *
     * @param id its id in the window, which no language changes
     * @param usual where a double click brings it
     * @param step what values are rounded to
     * @param text a value in words
     * @param onChange takes each value while it is moved
     * @param onEnd called when it is let go, by the mouse or by a key
     */
    public LabelledSlider(
            String id,
            String name,
            String tooltip,
            double low,
            double high,
            double usual,
            double step,
            DoubleFunction<String> text,
            DoubleConsumer onChange,
            Runnable onEnd) {
        this.text = text;
        slider = new Slider(low, high, usual);
        slider.setBlockIncrement(step);
        Ui.tip(slider, Texts.of("part.doubleClickBackTo", tooltip, text.apply(usual)));
        slider.setAccessibleText(name);
        slider.setId(id);
        slider.valueProperty().subscribe(v -> {
            double snapped = Math.round(v.doubleValue() / step) * step;
            value.setText(text.apply(snapped));
            if (!showing) {
                onChange.accept(snapped);
            }
        });
        slider.valueChangingProperty().subscribe(changing -> {
            if (!changing) {
                onEnd.run();
            }
        });
        slider.addEventHandler(
                KeyEvent.KEY_RELEASED, e -> onEnd.run()); // each key a step of undo, one that is held a single one
        slider.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                slider.setValue(usual);
            }
        });
        Label what = Ui.label(name, "quiet");
        what.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(new HBox(4, what, Ui.spring(), value), slider);
        showing = false;
        setSpacing(4);
        setMinWidth(96);
    }

    /** Shows a value that came from elsewhere. */
    public void show(double next) {
        if (!slider.isValueChanging()) {
            showing = true;
            slider.setValue(next);
            value.setText(text.apply(next));
            showing = false;
        }
    }
}
