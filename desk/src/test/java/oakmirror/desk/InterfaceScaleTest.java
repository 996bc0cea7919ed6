package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import oakmirror.desk.command.Command;
import oakmirror.desk.look.InterfaceScale;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** The interface larger and smaller, by keys, and remembered. */
class InterfaceScaleTest extends WindowTest {

    @AfterEach
    void usual() {
        interact(() -> InterfaceScale.restore(1));
    }

    private Bounds inScene(String id) {
        Node node = lookup(id).query();
        return onFx(() -> node.localToScene(node.getBoundsInLocal()));
    }

    @Test
    void allOfItGrowsAndShrinksAndStaysInTheWindow() throws Exception {
        openDemo();
        interact(() -> {
            Stage stage = (Stage) app.window().root().getScene().getWindow();
            stage.setWidth(1280);
            stage.setHeight(800);
        });
        settle();
        Bounds usual = inScene("#play");
        interact(() -> app.window().commands().run(Command.COMPACT));
        settle();
        double alone = inScene("#play").getWidth();
        interact(() -> InterfaceScale.restore(1.5));
        settle();
        settle();
        assertThat(inScene("#play").getWidth()).as("in its own window too").isCloseTo(1.5 * alone, within(0.5));
        Scene small = onFx(() -> lookup("#play").query().getScene());
        for (String id : List.of("#chip-3", "#dim", "#whole-window")) {
            assertThat(inScene(id).getMaxX()).as(id).isLessThanOrEqualTo(onFx(small::getWidth));
            assertThat(inScene(id).getMaxY()).as(id).isLessThanOrEqualTo(onFx(small::getHeight));
        }
        interact(() -> {
            InterfaceScale.restore(1);
            app.window().commands().run(Command.COMPACT);
        });
        settle();
        press(KeyCode.CONTROL).type(KeyCode.EQUALS).release(KeyCode.CONTROL);
        settle();
        settle();
        assertThat(onFx(() -> InterfaceScale.current().get())).isEqualTo(1.1);
        assertThat(inScene("#play").getWidth()).isCloseTo(1.1 * usual.getWidth(), within(0.5));
        double wide = onFx(() -> app.window().root().getScene().getWidth());
        assertThat(inScene("#theme").getMaxX()).isLessThanOrEqualTo(wide);
        Canvas canvas = (Canvas) lookup("#mirror").query().lookup("Canvas");
        Bounds mirror = inScene("#mirror");
        assertThat(onFx(canvas::getWidth)).as("drawn as fine as it is seen").isCloseTo(mirror.getWidth(), within(3.0));
        press(KeyCode.CONTROL).type(KeyCode.MINUS, KeyCode.MINUS).release(KeyCode.CONTROL);
        settle();
        assertThat(onFx(() -> InterfaceScale.current().get())).isEqualTo(0.9);
        interact(() -> app.window().commands().run(Command.SMALLER));
        assertThat(onFx(() -> InterfaceScale.current().get()))
                .as("the smallest")
                .isEqualTo(0.9);
    }
}
