package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import oakmirror.desk.control.FileDialogs;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.device.SimulatedController;
import oakmirror.state.controllers.Surfaces;
import org.junit.jupiter.api.Test;

/** The window by keys and by the simulated controller. */
class ControllersTest extends WindowTest {

    private final AnsweringDialogs dialogs = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return dialogs;
    }

    private SimulatedController controller() {
        return app.window().controllers().simulated();
    }

    private Surfaces surfaces() {
        return app.window().controllers().surfaces();
    }

    /** Goes on with Tab until something has the focus. */
    private void tabTo(String query) {
        for (int i = 0; i < 40 && !onFx(() -> lookup(query).query().isFocused()); i++) {
            type(KeyCode.TAB);
        }
        assertThat(onFx(() -> lookup(query).query().isFocused())).as(query).isTrue();
    }

    private void learn(String does, Runnable move) throws Exception {
        tabTo("#learn-" + does.replace('/', '-'));
        type(KeyCode.SPACE);
        waitUntil(() -> surfaces().learningProperty().get().isPresent());
        move.run();
        waitUntil(() -> surfaces().learningProperty().get().isEmpty());
    }

    private void press(int button) {
        controller().press(button, true);
        controller().press(button, false);
    }

    private void sweep(int knob, int from, int to) {
        for (int i = from; i != to; i += Integer.signum(to - from)) {
            controller().turn(knob, i);
        }
        controller().turn(knob, to);
    }

    /** Looks for an action in the list, and binds it. */
    private void bind(String search, String does, Runnable move) throws Exception {
        TextField field = lookup("#controllers-search").queryAs(TextField.class);
        interact(() -> field.setText(search));
        learn(does, move);
    }

    @Test
    void aWholeSessionWithoutTheMouse() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 48000, 20, 0.2);
        Path first = TestFiles.music(folder.resolve("first.wav"), 48000, 21, 0.4);
        Path second = TestFiles.music(folder.resolve("second.wav"), 48000, 22, 0.5);

        press(KeyCode.CONTROL, KeyCode.SHIFT).type(KeyCode.K).release(KeyCode.SHIFT, KeyCode.CONTROL);
        tabTo("#open-simulated");
        type(KeyCode.SPACE);
        waitUntil(() -> surfaces().names().equals(List.of(SimulatedController.NAME)));
        interact(() -> app.window().root().getScene().getWindow().requestFocus());
        bind("Compare", "command/compare", () -> press(0));
        bind("Play", "command/play", () -> press(1));
        bind("Reference 1", "command/track_1", () -> press(2));
        bind("corrected", "command/corrected", () -> press(3));
        bind("Send out", "command/send_out", () -> press(4));
        bind("Render", "command/render", () -> press(5));
        bind("Undo", "command/undo", () -> press(6));
        bind("Strength", "value/strength", () -> sweep(0, 10, 20));
        bind("Target", "value/target", () -> sweep(1, 10, 20));
        type(KeyCode.ESCAPE);
        assertThat(onFx(() -> lookup("#controllers").query().isVisible())).isFalse();

        dialogs.answer(mix.toFile(), first.toFile(), second.toFile());
        press(KeyCode.CONTROL).type(KeyCode.T).release(KeyCode.CONTROL);
        waitUntil(() -> workspace().tracks().all().size() == 3 && workspace().isReady());
        press(0);
        waitUntil(() -> lookup("#tone").tryQuery().isPresent());
        press(1);
        waitUntil(() -> listening().playingProperty().get());
        press(2);
        waitUntil(() -> listening().heardProperty().get() == 1);
        waitUntil(() -> lit(1) && lit(2) && !lit(3));
        press(3);
        waitUntil(() -> listening().heardProperty().get() == 0
                && listening().correctedProperty().get());
        waitUntil(() -> lit(3) && !lit(2));

        sweep(0, 127, 64);
        waitUntil(() -> Math.abs(session().correction().strength() - 0.5) < 0.01);
        sweep(0, 64, 30);
        waitUntil(() -> session().correction().strength() < 0.25);
        press(6); // both were one gesture
        waitUntil(() -> session().correction().strength() == 1);
        sweep(1, 20, 127);
        waitUntil(() -> session().finish().targetLufs() == -6);
        sweep(1, 127, 53);
        waitUntil(() -> session().finish().targetLufs() == -20);
        press(1);
        waitUntil(() -> !listening().playingProperty().get());

        press(4);
        waitUntil(() -> lookup("#render").tryQuery().isPresent());
        waitUntil(() -> workspace().settledProperty().get());
        press(5);
        waitUntil(() -> lookup(".result").tryQuery().isPresent());
        List<Path> masters;
        try (Stream<Path> files = Files.walk(folder)) {
            masters = files.filter(
                            f -> f.toString().endsWith(".wav") && f.toString().contains("master"))
                    .toList();
        }
        assertThat(masters).hasSize(1);
        assertThat(FfmpegTool.measure(masters.get(0)).integrated()).isCloseTo(-20, within(0.1));
    }

    private boolean lit(int button) {
        Node pad = pad(button);
        return pad.queryAccessibleAttribute(AccessibleAttribute.TEXT).toString().endsWith("lit");
    }

    private static Node pad(int button) {
        return javafx.stage.Window.getWindows().stream()
                .map(w -> w.getScene().lookup("#simulated-button-" + button))
                .filter(java.util.Objects::nonNull)
                .findFirst()
                .orElseThrow();
    }
}
