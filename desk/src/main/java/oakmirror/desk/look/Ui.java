package oakmirror.desk.look;

import java.util.Collection;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.beans.value.ObservableValue;
import javafx.event.EventHandler;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Control;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SpinnerValueFactory;
import javafx.scene.control.TextInputDialog;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.text.Text;
import javafx.stage.Window;
import javafx.util.Duration;
import javafx.util.StringConverter;
import oakmirror.state.task.Coalesced;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Small parts that every page is made of. */
public final class Ui {

    private static final double GREY_AFTER_MILLIS = 150;
    private static final String STALE = "stale";

    /** The id of the link to how a page is read. */
    public static final String GUIDE = "how-to-read";

    private static final EventHandler<MouseEvent> MAKE_TIP = Ui::makeTip;

    private Ui() {}

    /** A label with style classes. */
    public static Label label(String text, String... styles) {
        Label label = new Label(text);
        label.getStyleClass().addAll(styles);
        return label;
    }

    /** The name of a strip, which does not give way. */
    public static Label name(String text) {
        Label label = label(text, "subheading");
        label.setMinWidth(Region.USE_PREF_SIZE);
        return label;
    }

    /** A button that reads like a link. */
    public static Button link(String text, String tooltip, Runnable action) {
        Button button = new Button(text);
        button.getStyleClass().setAll("button", "link");
        tip(button, tooltip);
        button.setOnAction(e -> action.run());
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
        tip(button, tooltip);
        return button;
    }

    /**
     * Makes one choice of two buttons: whatever is pressed, that one stays pressed which holds.
     *
     * @param isOther whether the other one holds
     * @param onChoose told whether the other one was chosen
     * @return shows anew which one holds
     */
    public static Runnable either(
            ToggleButton usual, ToggleButton other, BooleanSupplier isOther, Consumer<Boolean> onChoose) {
        ToggleGroup group = new ToggleGroup();
        usual.setToggleGroup(group);
        other.setToggleGroup(group);
        Runnable show = () -> group.selectToggle(isOther.getAsBoolean() ? other : usual);
        usual.setOnAction(e -> {
            onChoose.accept(false);
            show.run();
        });
        other.setOnAction(e -> {
            onChoose.accept(true);
            show.run();
        });
        show.run();
        return show;
    }

    /** The same for what a node shows: not done while the node is in no window, and done when it comes into one. */
    public static Runnable coalesced(Node node, Runnable work) {
        Runnable refresh = Coalesced.of(Platform::runLater, () -> {
            if (node.getScene() != null) {
                work.run();
            }
        });
        node.sceneProperty().subscribe(scene -> {
            if (scene != null) {
                refresh.run();
            }
        });
        return refresh;
    }

    /**
     * Greys what a node shows while it is not of what stands now, so that old figures are not taken for new ones. What is done within
     * {@value #GREY_AFTER_MILLIS} ms, as while a slider is dragged, does not flicker.
     */
    public static void greyWhile(ObservableValue<Boolean> pending, Node... nodes) {
        PauseTransition late = new PauseTransition(Duration.millis(GREY_AFTER_MILLIS));
        late.setOnFinished(e -> grey(pending.getValue(), nodes));
        pending.subscribe(is -> {
            if (is) {
                late.playFromStart();
            } else {
                late.stop();
                grey(false, nodes);
            }
        });
    }

    private static void grey(boolean is, Node... nodes) {
        for (Node node : nodes) {
            node.getStyleClass().remove(STALE);
            if (is) {
                node.getStyleClass().add(STALE);
            }
        }
    }

    /**
     * Gives a control a tooltip, or changes the text of the one it has. A screen reader reads it as help, and as the name of what has only a
     * sign on it. The tooltip itself is made when the pointer comes: a window has hundreds, and a few are ever seen.
     */
    public static void tip(Control control, String text) {
        control.setAccessibleHelp(text);
        boolean named = control instanceof Labeled labeled
                && labeled.getText() != null
                && labeled.getText().matches(".*\\p{L}{2}.*");
        if (!named && !(control instanceof Label)) {
            control.setAccessibleText(text);
        }
        if (control.getTooltip() == null) {
            control.addEventHandler(MouseEvent.MOUSE_ENTERED, MAKE_TIP);
        } else {
            control.getTooltip().setText(text);
        }
    }

    /** Takes a control's tooltip away. */
    public static void untip(Control control) {
        control.removeEventHandler(MouseEvent.MOUSE_ENTERED, MAKE_TIP);
        control.setAccessibleHelp(null);
        control.setTooltip(null);
    }

    private static void makeTip(MouseEvent entered) {
        if (entered.getSource() instanceof Control control && control.getTooltip() == null) {
            control.setTooltip(new Tooltip(control.getAccessibleHelp()));
        }
    }

    /** A number with one decimal as it is shown and typed, with either minus sign and either decimal sign; what is no number leaves the value. */
    public static StringConverter<Double> typed(SpinnerValueFactory<Double> values) {
        return typed(
                values,
                Numbers::level,
                text -> Double.parseDouble(
                        text.replace('−', '-').replace(',', '.').replace("+", "")));
    }

    /** A whole number as it is shown and typed; what is none leaves the value. */
    public static StringConverter<Integer> typedWhole(SpinnerValueFactory<Integer> values) {
        return typed(values, String::valueOf, Integer::parseInt);
    }

    private static <T> StringConverter<T> typed(
            SpinnerValueFactory<T> values, Function<T, String> shown, Function<String, T> read) {
        return new StringConverter<>() {
            @Override
            public String toString(T value) {
                return value == null ? "" : shown.apply(value);
            }

            @Override
            public T fromString(String text) {
                try {
                    return read.apply(text.strip());
                } catch (NumberFormatException e) {
                    return values.getValue();
                }
            }
        };
    }

    /** Shows values of a choice by their names. */
    public static <T> StringConverter<T> naming(Function<T, String> names) {
        return new StringConverter<>() {
            @Override
            public String toString(T value) {
                return value == null ? "" : names.apply(value);
            }

            @Override
            public T fromString(String ignored) {
                throw new UnsupportedOperationException("nothing is typed here");
            }
        };
    }

    /** Asks for one line of text. */
    public static Optional<String> ask(Window owner, String question, String before) {
        TextInputDialog dialog = new TextInputDialog(before);
        dialog.initOwner(owner);
        dialog.setTitle(Texts.of("look.oakMirror"));
        dialog.setHeaderText(question);
        dialog.setGraphic(null);
        dialog.getDialogPane().getStylesheets().setAll(owner.getScene().getStylesheets());
        return dialog.showAndWait().filter(t -> !t.isBlank()).map(String::strip);
    }

    /** An entry of a menu. */
    public static MenuItem item(String text, Runnable action) {
        MenuItem item = new MenuItem(text);
        item.setOnAction(e -> action.run());
        return item;
    }

    /** Shows nodes, or takes them and their room away. */
    public static void shown(boolean are, Node... nodes) {
        for (Node node : nodes) {
            node.setVisible(are);
            node.setManaged(are);
        }
    }

    /** Puts nodes into a pane when it is shown first: what is not in the window yet costs nothing while that comes up. */
    public static void whenShown(Pane pane, Node... content) {
        pane.visibleProperty().subscribe(is -> {
            if (is && pane.getChildren().isEmpty()) {
                pane.getChildren().setAll(content);
            }
        });
    }

    /** What takes the room that is left. */
    public static Region spring() {
        Region spring = new Region();
        HBox.setHgrow(spring, Priority.ALWAYS);
        return spring;
    }

    /**
     * Has parts of a row give way, the first of them first, where there is too little room for all of it: nothing is cut. A choice that
     * is made stays.
     */
    public static void giveWay(HBox row, Labeled... parts) {
        Runnable fit = () -> {
            double needed = row.prefWidth(-1);
            for (Labeled part : parts) {
                needed += part.isManaged() ? 0 : room(part);
            }
            for (Labeled part : parts) {
                boolean isMade = part instanceof ToggleButton choice && choice.isSelected();
                boolean fits = isMade || needed <= row.getWidth();
                needed -= fits ? 0 : room(part);
                part.setManaged(fits);
                part.setVisible(fits);
            }
        };
        row.setMinWidth(0); // or it would take the room it needs from others
        row.needsLayoutProperty().subscribe(needs -> {
            if (!needs) {
                fit.run(); // when all sizes are known
            }
        });
        for (Labeled part : parts) {
            part.textProperty().subscribe(row::requestLayout); // which it does not ask for itself while it is not shown
            if (part instanceof ToggleButton choice) {
                choice.selectedProperty().subscribe(row::requestLayout);
            }
        }
    }

    private static double room(Labeled part) {
        return part.prefWidth(-1) + (part.getParent() instanceof HBox row ? row.getSpacing() : 0);
    }

    /** How wide the widest of some texts is drawn. */
    public static double widest(Collection<String> texts) {
        return texts.stream()
                .mapToDouble(t -> new Text(t).getLayoutBounds().getWidth())
                .max()
                .orElse(0);
    }

    /** A label whose text may take several lines. */
    public static Label wrapped(String text, String... styles) {
        Label label = label(text, styles);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    /** Controls in a row, and in more where there is too little room for all of them; none is cut. */
    public static FlowPane flow(double gap, Node... controls) {
        FlowPane flow = new FlowPane(gap, gap, controls);
        flow.setRowValignment(VPos.CENTER);
        return flow;
    }

    /** A page's head: its name, what it shows, and on the right what can be done. */
    public static HBox head(String title, Label explanation, Node... actions) {
        explanation.getStyleClass().add("quiet");
        Label name = label(title, "heading");
        name.setMinWidth(Region.USE_PREF_SIZE); // what it shows gives way first
        for (Node action : actions) {
            if (action instanceof Region region) {
                region.setMinWidth(Region.USE_PREF_SIZE);
            }
        }
        HBox head = new HBox(14, name, explanation, spring());
        head.getStyleClass().add("head");
        head.getChildren().addAll(actions);
        Stream<Labeled> guides = Stream.of(actions)
                .filter(a -> a.getId() != null && a.getId().equals(GUIDE))
                .map(Labeled.class::cast);
        giveWay(head, Stream.concat(Stream.of(explanation), guides).toArray(Labeled[]::new));
        return head;
    }
}
