package oakmirror.desk.page;

import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Small parts that every page is made of. */
public final class Ui {

    private Ui() {}

    /** A label with style classes. */
    public static Label label(String text, String... styles) {
        Label label = new Label(text);
        label.getStyleClass().addAll(styles);
        return label;
    }

    /** A button that reads like a link. */
    public static Button link(String text, String tooltip, Runnable action) {
        Button button = new Button(text);
        button.getStyleClass().setAll("button", "link");
        button.setTooltip(new Tooltip(tooltip));
        button.setOnAction(e -> action.run());
        button.setFocusTraversable(false);
        return button;
    }

    /** A button in a frame. */
    public static Button button(String text, String tooltip, Runnable action) {
        Button button = link(text, tooltip, action);
        button.getStyleClass().setAll("button", "framed");
        return button;
    }

    /** One of several choices that look like tabs on a card. */
    public static ToggleButton choice(String text, String tooltip) {
        ToggleButton button = new ToggleButton(text);
        button.getStyleClass().setAll("toggle-button", "choice");
        button.setTooltip(new Tooltip(tooltip));
        button.setFocusTraversable(false);
        return button;
    }

    /** What takes the room that is left. */
    public static Region spring() {
        Region spring = new Region();
        HBox.setHgrow(spring, Priority.ALWAYS);
        return spring;
    }

    /** A page's head: its name, what it shows, and on the right what can be done. */
    public static HBox head(String title, Label explanation, Node... actions) {
        explanation.getStyleClass().add("quiet");
        HBox head = new HBox(14, label(title, "heading"), explanation, spring());
        head.getStyleClass().add("head");
        head.getChildren().addAll(actions);
        return head;
    }
}
