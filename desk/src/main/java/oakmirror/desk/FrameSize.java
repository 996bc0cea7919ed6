package oakmirror.desk;

import java.util.Optional;
import javafx.beans.property.StringProperty;
import javafx.geometry.Rectangle2D;
import javafx.stage.Screen;
import javafx.stage.Stage;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.look.InterfaceScale;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/** How large the interface is drawn, remembered, and the least size of the window that follows from it. */
final class FrameSize {

    private static final String KEPT = "interface.scale";
    private static final double LEAST_WIDTH = 1100;
    private static final double LEAST_HEIGHT = 700;

    private final Settings settings;
    private final StringProperty message;
    private Optional<Stage> stage = Optional.empty();

    FrameSize(Settings settings, StringProperty message) {
        this.settings = settings;
        this.message = message;
        InterfaceScale.restore(settings.number(KEPT, 1));
    }

    /** Keeps a stage from getting smaller than its content can be. */
    void attach(Stage owner) {
        stage = Optional.of(owner);
        bound(owner, InterfaceScale.current().get());
    }

    /** Says what the commands for it do. */
    void fill(Commands commands) {
        commands.set(Command.LARGER, () -> step(1));
        commands.set(Command.SMALLER, () -> step(-1));
        commands.set(Command.FULL_SCREEN, () -> stage.ifPresent(s -> s.setFullScreen(!s.isFullScreen())));
    }

    /** The next larger size, or the next smaller one; says so when the screen is too small for it. */
    private void step(int by) {
        InterfaceScale.step(by).ifPresent(k -> {
            Rectangle2D screen = Screen.getPrimary().getVisualBounds();
            if (by > 0 && (screen.getWidth() < LEAST_WIDTH * k || screen.getHeight() < LEAST_HEIGHT * k)) {
                message.set(Texts.of(
                        "main.noRoomForLarger",
                        Math.round(100 * InterfaceScale.current().get())));
                return;
            }
            InterfaceScale.restore(k);
            settings.keep(KEPT, k);
            stage.ifPresent(s -> bound(s, k));
            message.set(Texts.of("main.interfaceSize", Math.round(100 * k)));
        });
    }

    private static void bound(Stage stage, double k) {
        stage.setMinWidth(LEAST_WIDTH * k);
        stage.setMinHeight(LEAST_HEIGHT * k);
        if (stage.isShowing()) {
            stage.setWidth(Math.max(stage.getWidth(), LEAST_WIDTH * k));
            stage.setHeight(Math.max(stage.getHeight(), LEAST_HEIGHT * k));
        }
    }
}
