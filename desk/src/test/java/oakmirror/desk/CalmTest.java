package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.ListView;
import javafx.scene.control.Slider;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.StackPane;
import org.junit.jupiter.api.Test;

/** One thing at a time: how much there is to press on a page at rest. */
class CalmTest extends WindowTest {

    private static final int MOST_CONTROLS = 25;

    @Test
    void aPageAtRestShowsFewControls() throws Exception {
        openDemo();
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (Station station : Station.values()) {
            interact(() -> app.window().show(station.ordinal()));
            waitUntil(() -> workspace().settledProperty().get());
            settle();
            settle();
            counts.put(station.name(), onFx(() -> count(page())));
        }
        System.out.println("controls a page: " + counts);
        assertThat(counts.entrySet()).allMatch(e -> e.getValue() <= MOST_CONTROLS);
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
