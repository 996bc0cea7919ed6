package oakmirror.desk;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.event.EventHandler;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import oakmirror.desk.bar.ListeningBar;
import oakmirror.desk.look.InterfaceScale;
import oakmirror.desk.look.ScaledPane;
import oakmirror.desk.look.Theme;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/**
 * The listening bar alone in a small window above all others, for use beside a workstation. The bar itself moves there and back, so that
 * nothing of what it shows is lost.
 */
final class CompactWindow {

    private static final double WIDTH = 1000;
    /** Four tracks with their names begun, and the meters. */
    private static final double LEAST_WIDTH = 960;

    private static final double HEIGHT = 146;
    private static final double LEAST_HEIGHT = 140;

    private final ListeningBar bar;
    private final BorderPane home;
    private final Settings settings;
    private final EventHandler<KeyEvent> keys;
    private final Supplier<String> hint;
    private final StackPane root = new StackPane();
    private Optional<Stage> stage = Optional.empty();
    private boolean open;

    CompactWindow(
            ListeningBar bar, BorderPane home, Settings settings, EventHandler<KeyEvent> keys, Supplier<String> hint) {
        this.bar = bar;
        this.home = home;
        this.settings = settings;
        this.keys = keys;
        this.hint = hint;
        root.getStyleClass().add("window");
        root.setAlignment(Pos.TOP_LEFT);
    }

    boolean isOpen() {
        return open;
    }

    /** Goes there from the large window, or back. */
    void toggle(Stage large) {
        if (open) {
            back(large);
        } else {
            Stage small = stage.orElseGet(() -> make(large));
            stage = Optional.of(small);
            open = true;
            home.setBottom(null);
            root.getChildren().setAll(bar);
            bar.setAlone(true, hint.get(), () -> back(large));
            small.show();
            large.hide();
        }
    }

    private Stage make(Stage large) {
        double k = InterfaceScale.current().get();
        ScaledPane scaled = new ScaledPane(root);
        Scene scene = new Scene(
                scaled,
                Math.max(LEAST_WIDTH * k, settings.number("compact.width", WIDTH * k)),
                Math.max(LEAST_HEIGHT * k, settings.number("compact.height", HEIGHT * k)));
        Theme.dress(scene);
        scene.addEventFilter(KeyEvent.KEY_PRESSED, keys);
        Stage small = new Stage();
        small.setTitle(Texts.of("main.oakMirror"));
        small.setAlwaysOnTop(true);
        small.setScene(scene);
        InterfaceScale.follow(scaled, now -> {
            small.setMinWidth(LEAST_WIDTH * now);
            small.setMinHeight(LEAST_HEIGHT * now);
        });
        small.setOnCloseRequest(e -> {
            e.consume();
            back(large);
        });
        return small;
    }

    private void back(Stage large) {
        Stage small = stage.orElseThrow();
        settings.keep("compact.width", small.getScene().getWidth());
        settings.keep("compact.height", small.getScene().getHeight());
        open = false;
        bar.setAlone(false, "", () -> {});
        large.show();
        root.getChildren().clear();
        home.setBottom(bar);
        small.hide();
    }
}
