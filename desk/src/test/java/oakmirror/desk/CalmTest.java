package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.Slider;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.StackPane;
import org.junit.jupiter.api.Test;

/** One thing at a time: how much there is to press on a page at rest. */
class CalmTest extends WindowTest {

    private static final int MOST_CONTROLS = 25;
    private static final double SMALLEST_PIXELS = 11.5;
    private static final int LONGEST_LINE = 110;
    /** Of the size of the letters, in the mean of English text. */
    private static final double LETTER_WIDTH = 0.48;

    @Test
    void aPageAtRestShowsFewControls() throws Exception {
        openDemo();
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (Station station : Station.values()) {
            interact(() -> app.window().show(station.ordinal()));
            waitUntil(() -> !app.window().isWorking());
            settle();
            settle();
            counts.put(station.name(), onFx(() -> count(page())));
        }
        System.out.println("controls a page: " + counts);
        assertThat(counts.entrySet()).allMatch(e -> e.getValue() <= MOST_CONTROLS);
    }

    /** In the widest window, where lines could be longest. */
    @Test
    void noLineIsTooLongToReadAndNoTextTooSmall() throws Exception {
        openDemo();
        List<String> faults = new ArrayList<>();
        for (Station station : Station.values()) {
            interact(() -> app.window().show(station.ordinal()));
            waitUntil(() -> !app.window().isWorking());
            settle();
            settle();
            onFx(() -> {
                Parent root = app.window().root();
                root.resize(2560, 1440); // the screen of the tests is too small for a window of this size
                root.layout();
                lookup(".label").queryAllAs(Labeled.class).forEach(l -> check(station, l, faults));
                return true;
            });
        }
        assertThat(faults).isEmpty();
    }

    private static void check(Station station, Labeled label, List<String> faults) {
        String text = label.getText();
        if (text == null || text.isBlank() || label.getScene() == null || !label.isVisible()) {
            return;
        }
        if (label.getFont().getSize() < SMALLEST_PIXELS - 0.01) {
            faults.add(station + ": “" + text + "” has " + label.getFont().getSize() + " px");
        }
        double perLetter = label.getFont().getSize() * LETTER_WIDTH;
        if (text.length() > LONGEST_LINE && label.getWidth() / perLetter > LONGEST_LINE * 1.05) {
            faults.add(station + ": “" + text + "” is " + text.length() + " characters in one line");
        }
    }

    private Node page() {
        return ((StackPane) app.window().root().lookup("#page")).getChildren().get(0);
    }

    /** What is there to be pressed, typed into or dragged, and to be seen. */
    static int count(Node node) {
        if (!node.isVisible() || node.getOpacity() == 0) {
            return 0;
        }
        boolean isControl = node instanceof ButtonBase
                || node instanceof ChoiceBox
                || node instanceof ComboBoxBase
                || node instanceof Slider
                || node instanceof Spinner
                || node instanceof TextInputControl
                || node instanceof ListView;
        if (isControl) {
            return 1;
        }
        List<Node> children = node instanceof Parent parent ? parent.getChildrenUnmodifiable() : List.of();
        return children.stream().mapToInt(CalmTest::count).sum();
    }
}
