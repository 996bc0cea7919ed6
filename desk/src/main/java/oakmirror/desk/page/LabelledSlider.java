package oakmirror.desk.page;

import java.util.function.DoubleConsumer;
import java.util.function.DoubleFunction;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;

/** A slider with its name and its value above it; a double click puts it back to its usual value. */
final class LabelledSlider extends VBox {

    private final Slider slider;
    private final Label value = Ui.label("", "strong");
    private final DoubleFunction<String> text;
    private boolean showing = true;

    LabelledSlider(
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
        Ui.tip(slider, tooltip + " Double click: back to " + text.apply(usual) + ".");
        slider.setAccessibleText(name);
        slider.setId(name.toLowerCase(java.util.Locale.ROOT).replace(' ', '-'));
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
        slider.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                slider.setValue(usual);
            }
        });
        getChildren().addAll(new HBox(Ui.label(name, "quiet"), Ui.spring(), value), slider);
        showing = false;
        setSpacing(4);
        setMinWidth(96);
    }

    /** Shows a value that came from elsewhere. */
    void show(double next) {
        if (!slider.isValueChanging()) {
            showing = true;
            slider.setValue(next);
            value.setText(text.apply(next));
            showing = false;
        }
    }
}
