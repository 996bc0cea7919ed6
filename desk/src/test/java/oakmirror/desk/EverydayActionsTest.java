package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.MenuButton;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.state.workspace.Settings;
import org.junit.jupiter.api.Test;

/** The table of everyday actions is true: each has the key it tells, and is where it says within as many clicks. */
class EverydayActionsTest extends WindowTest {

    private static final Path TABLE = Path.of("../docs/everyday.md");
    private static final Pattern ROW =
            Pattern.compile("\\| ([^|<]+)<!--(\\w+) (.*?)--> \\| ([^|]+) \\| [^|]+ \\| (\\d) \\|");

    private record Action(String name, Command command, List<String> way, String key, int clicks) {}

    private static List<Action> actions() throws Exception {
        Matcher rows = ROW.matcher(Files.readString(TABLE));
        return rows.results()
                .map(r -> new Action(
                        r.group(1),
                        Command.valueOf(r.group(2)),
                        Arrays.asList(r.group(3).split(" ")),
                        r.group(4),
                        Integer.parseInt(r.group(5))))
                .toList();
    }

    @Test
    void eachHasItsKeyAndIsWithinTwoClicks() throws Exception {
        List<Action> actions = actions();
        assertThat(actions).hasSizeGreaterThanOrEqualTo(15);
        openDemo();
        KeyMap keys = onFx(() -> new KeyMap(new Settings(workspace().background())));
        for (Action action : actions) {
            String key = keys.shown(action.command());
            assertThat(action.key()).as(action.name()).matches("(.*, )?" + Pattern.quote(key));
            assertThat(onFx(() -> app.window().commands().isAvailable(action.command())))
                    .as(action.name())
                    .isTrue();
            int clicks = 0;
            for (String step : action.way()) {
                if (step.matches("[A-Z_]+")) {
                    interact(() -> app.window().show(Station.valueOf(step).ordinal()));
                    waitUntil(() -> workspace().settledProperty().get());
                    settle();
                } else {
                    clicks += press(action, step);
                }
            }
            assertThat(clicks).as(action.name()).isEqualTo(action.clicks()).isLessThanOrEqualTo(2);
        }
    }

    /** Makes sure that something can be pressed, and presses it where the next step needs that; how many clicks it takes. */
    private int press(Action action, String step) throws Exception {
        String[] parts = step.split("=");
        Node node = lookup(parts[0]).match(n -> isSeen(n)).query();
        assertThat(onFx(node::isDisabled)).as(action.name()).isFalse();
        if (parts.length > 1) {
            MenuButton menu = (MenuButton) node;
            interact(menu::show);
            waitUntil(() -> menu.getItems().stream() // some are read when it is opened
                    .anyMatch(i -> String.valueOf(i.getText()).startsWith(parts[1])));
            interact(menu::hide);
            return 2;
        }
        if (action.way().indexOf(step) < action.way().size() - 1) {
            clickOn(node);
            settle();
        }
        return 1;
    }

    private boolean isSeen(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!n.isVisible()) {
                return false;
            }
        }
        Bounds at = node.localToScene(node.getBoundsInLocal());
        return at.getWidth() > 0 && at.getMaxX() <= node.getScene().getWidth() + 1;
    }
}
