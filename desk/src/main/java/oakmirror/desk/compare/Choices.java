package oakmirror.desk.compare;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.Region;
import oakmirror.compare.Comparison;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** The small controls above the pictures. */
final class Choices {

    private static final double LEAST_WIDTH = 72;

    private Choices() {}

    /** One of several values. */
    static <T> ChoiceBox<T> box(
            String id, String tooltip, List<T> values, T now, Function<T, String> name, Consumer<T> then) {
        ChoiceBox<T> box = new ChoiceBox<>();
        box.setId(id);
        box.getItems().setAll(values);
        box.setConverter(Ui.naming(name));
        box.setValue(now);
        Ui.tip(box, tooltip);
        box.setMinWidth(LEAST_WIDTH);
        box.setMaxWidth(Region.USE_PREF_SIZE);
        box.valueProperty().subscribe(v -> {
            if (v != null) {
                then.accept(v);
            }
        });
        return box;
    }

    /** Something that is on or off. */
    static ToggleButton toggle(String id, String text, String tooltip, boolean now, Consumer<Boolean> then) {
        ToggleButton button = Ui.choice(text, tooltip);
        button.setId(id);
        button.getStyleClass().add("tight");
        button.setSelected(now);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.selectedProperty().subscribe(then);
        return button;
    }

    /** Which reference faces the mix. */
    static ChoiceBox<Integer> facing(Context context) {
        ChoiceBox<Integer> box = box(
                "facing",
                Texts.of("compare.theReferenceThatFaces"),
                List.of(1),
                1,
                n -> Texts.of("compare.facingReference", n),
                n -> context.facing().set(n));
        context.comparing()
                .sheetProperty()
                .subscribe(s -> fill(box, s.comparison(), context.facing().get()));
        context.facing().subscribe(n -> {
            if (box.getItems().contains(n.intValue())) {
                box.setValue(n.intValue());
            }
        });
        return box;
    }

    private static void fill(ChoiceBox<Integer> box, Comparison compared, int now) {
        List<Integer> numbers =
                compared.references().stream().map(Comparison.Member::number).toList();
        if (!numbers.isEmpty() && !numbers.equals(box.getItems())) {
            box.getItems().setAll(numbers);
            box.setValue(numbers.contains(now) ? now : numbers.get(0));
        }
    }
}
