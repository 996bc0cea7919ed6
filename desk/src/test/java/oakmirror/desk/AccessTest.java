package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.plot.GapStrip;
import oakmirror.desk.plot.PlotPane;
import org.junit.jupiter.api.Test;

/** The window without a mouse, and as a screen reader meets it. */
class AccessTest extends WindowTest {

    private static final int MOST_REGIONS = 8;
    private static final int MOST_STOPS = 300;

    private Node focus() {
        return onFx(() -> app.window().root().getScene().getFocusOwner());
    }

    private void previousRegion() {
        press(KeyCode.SHIFT).type(KeyCode.F6).release(KeyCode.SHIFT);
    }

    /** What was walked before: title strip, rail and bar are the same on every page. */
    private final Set<Node> known = new LinkedHashSet<>();

    /** Everything that has the focus in turn, from region to region and within each; regions that begin with what is passed over are not walked. */
    private Set<Node> walk(Set<Node> passedOver) {
        Set<Node> visited = new LinkedHashSet<>();
        for (int region = 0; region < MOST_REGIONS; region++) {
            step(KeyCode.F6);
            Node first = focus();
            if (!visited.add(first)) {
                return visited;
            }
            for (int i = 0; i < MOST_STOPS && !passedOver.contains(first); i++) {
                step(KeyCode.DOWN);
                if (!visited.add(focus())) {
                    break;
                }
            }
        }
        throw new AssertionError("no end after " + visited);
    }

    /** What a screen reader calls something; of what only has a sign on it, the sign does not count. */
    private static String name(Node node) {
        String given = node.getAccessibleText();
        if (node instanceof PlotPane) {
            given = (String) node.queryAccessibleAttribute(AccessibleAttribute.TEXT);
        } else if (given == null && node instanceof Labeled labeled) {
            given = labeled.getText();
        }
        return given == null ? "" : given;
    }

    private static void controls(Node node, List<Node> found) {
        if (!node.isVisible() || node.isDisabled() || node.isMouseTransparent()) {
            return;
        }
        if (node instanceof ScrollPane scroll) {
            controls(scroll.getContent(), found);
            return;
        }
        if (node instanceof ButtonBase
                || node instanceof ChoiceBox
                || node instanceof Slider
                || node instanceof Spinner
                || node instanceof TextInputControl
                || node instanceof PressablePane) {
            found.add(node);
        }
        if (node instanceof Parent parent && !(node instanceof javafx.scene.control.Control)) {
            parent.getChildrenUnmodifiable().forEach(child -> controls(child, found));
        }
    }

    private static String told(Node node) {
        return node.getClass().getSimpleName() + "#" + node.getId() + " “" + name(node) + "” " + node.getStyleClass();
    }

    private static List<Node> reachable(Node root) {
        return onFx(() -> {
            List<Node> found = new ArrayList<>();
            controls(root, found);
            return found;
        });
    }

    private void everythingIsReachedAndNamed(String where, Node root) {
        Set<Node> visited = walk(known);
        visited.addAll(known);
        if (!visited.containsAll(reachable(root))) {
            visited = walk(Set.of()); // something has come into a region that was known
        }
        known.addAll(visited);
        assertThat(visited.stream().filter(n -> !name(n).matches("(?s).*[\\p{L}\\d].*")))
                .as("without a name on %s: %s", where, told(visited, n -> !name(n).matches("(?s).*[\\p{L}\\d].*")))
                .isEmpty();
        List<Node> all = reachable(root);
        all.removeAll(visited);
        assertThat(all.stream().map(AccessTest::told))
                .as("not reached on %s", where)
                .isEmpty();
    }

    private static String told(Set<Node> nodes, java.util.function.Predicate<Node> which) {
        return nodes.stream().filter(which).map(AccessTest::told).collect(Collectors.joining("; "));
    }

    @Test
    void everyControlOfEveryPageIsReachedByKeysAndHasAName() throws Exception {
        everythingIsReachedAndNamed("the first start", app.window().root());
        openDemo();
        for (Station station : Station.values()) {
            press(KeyCode.CONTROL)
                    .type(KeyCode.getKeyCode(String.valueOf((station.ordinal() + 1) % 10)))
                    .release(KeyCode.CONTROL);
            waitUntil(() -> workspace().isReady()
                    && !app.window().isWorking() // or what is being done could be cancelled, until it is done
                    && (station.ordinal() < Station.SHAPE.ordinal()
                            || workspace().stems().powers().isPresent()));
            everythingIsReachedAndNamed(station.label(), app.window().root());
            if (station == Station.SHAPE) {
                clickOn("#show-master");
                waitUntil(() ->
                        workspace().settledProperty().get() && !app.window().isWorking());
                everythingIsReachedAndNamed(
                        "what is proposed for the master", app.window().root());
            }
        }
        press(KeyCode.CONTROL).type(KeyCode.B).release(KeyCode.CONTROL);
        waitUntil(() -> lookup("#start-abx").tryQuery().isPresent());
        everythingIsReachedAndNamed("a blind comparison", app.window().root());
        press(KeyCode.CONTROL).type(KeyCode.B).release(KeyCode.CONTROL);
        press(KeyCode.CONTROL).type(KeyCode.K).release(KeyCode.CONTROL);
        everythingIsReachedAndNamed("the list of keys", lookup("#keys").query());
    }

    @Test
    void stationsTracksAndFindingsAreChosenByKeysAlone() throws Exception {
        openDemo();
        for (int i = 0; i < MOST_REGIONS && !name(focus()).startsWith("Gather, "); i++) {
            type(KeyCode.F6);
        }
        type(KeyCode.DOWN).type(KeyCode.SPACE);
        assertThat(lookup("#tone").tryQuery()).isPresent();
        type(KeyCode.F6).type(KeyCode.F6).type(KeyCode.F6); // the page's focus, then the bar, is where it was
        previousRegion();
        assertThat(onFx(() -> listening().playingProperty().get()))
                .as("space was the rail's")
                .isFalse();
        while (!"chip-2".equals(focus().getId())) {
            type(KeyCode.F6);
            for (int i = 0; i < 40 && !"chip-2".equals(focus().getId()); i++) {
                step(KeyCode.DOWN);
            }
        }
        assertThat(focus().queryAccessibleAttribute(AccessibleAttribute.SELECTED))
                .isEqualTo(false);
        type(KeyCode.ENTER);
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(2);
        assertThat(focus().queryAccessibleAttribute(AccessibleAttribute.SELECTED))
                .isEqualTo(true);
        double gain = onFx(() -> listening().offsetDb(2));
        interact(() -> workspace().change("trim", s -> s.withTrack(2, t -> t.withTrim(-3))));
        waitUntil(() -> listening().offsetDb(2) < gain - 2);
        settle();
        assertThat(focus().getId()).as("a chip whose figure changes").isEqualTo("chip-2");
        type(KeyCode.ESCAPE).type(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get());
        clickOn("#chip-1");
        type(KeyCode.SPACE);
        waitUntil(() -> !listening().playingProperty().get());
        assertThat(onFx(() -> listening().heardProperty().get()))
                .as("space is for playing after a click")
                .isEqualTo(1);
    }

    @Test
    void theGapIsReadByArrowKeys() throws Exception {
        openDemo();
        press(KeyCode.CONTROL).type(KeyCode.DIGIT2).release(KeyCode.CONTROL);
        waitUntil(() -> workspace().isReady());
        for (int i = 0; i < MOST_STOPS && !(focus() instanceof GapStrip); i++) {
            step(i % 60 == 0 ? KeyCode.F6 : KeyCode.DOWN);
        }
        assertThat(name(focus())).startsWith("gap at 1.00 kHz ");
        for (int i = 0; i < 3; i++) {
            press(KeyCode.SHIFT).type(KeyCode.LEFT).release(KeyCode.SHIFT);
        }
        assertThat(name(focus())).matches("gap at 50\\d Hz [+−]\\d+\\.\\d dB");
        type(KeyCode.RIGHT);
        assertThat(name(focus())).matches("gap at 51\\d Hz [+−]\\d+\\.\\d dB");
    }

    @Test
    void tabCanBeGivenToTheFocus() throws Exception {
        openDemo();
        press(KeyCode.CONTROL).type(KeyCode.K).release(KeyCode.CONTROL);
        waitUntil(() -> lookup("#keys").query().isVisible());
        ToggleButton tab = lookup("#tab-moves-focus").queryAs(ToggleButton.class);
        assertThat(tab.isSelected()).isFalse();
        clickOn("#tab-moves-focus");
        assertThat(lookup("#key-swap").queryAs(Button.class).getText()).isEqualTo("W");
        type(KeyCode.ESCAPE);
        int heard = onFx(() -> listening().heardProperty().get());
        type(KeyCode.TAB);
        Node first = focus();
        type(KeyCode.TAB);
        assertThat(focus()).isNotSameAs(first);
        press(KeyCode.SHIFT).type(KeyCode.TAB).release(KeyCode.SHIFT);
        assertThat(focus()).isSameAs(first);
        assertThat(onFx(() -> listening().heardProperty().get())).isEqualTo(heard);
        type(KeyCode.W);
        assertThat(onFx(() -> listening().heardProperty().get())).isNotEqualTo(heard);
        press(KeyCode.CONTROL).type(KeyCode.K).release(KeyCode.CONTROL);
        clickOn("#tab-moves-focus");
        assertThat(lookup("#key-swap").queryAs(Button.class).getText()).isEqualTo("Tab");
        interact(() -> lookup("#command-search").queryAs(TextField.class).setText("mix"));
    }
}
