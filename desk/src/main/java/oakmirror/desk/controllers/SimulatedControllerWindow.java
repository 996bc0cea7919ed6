package oakmirror.desk.controllers;

import java.util.ArrayList;
import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.layout.GridPane;
import javafx.stage.Stage;
import javafx.stage.Window;
import oakmirror.desk.look.Theme;
import oakmirror.media.device.SimulatedController;
import oakmirror.surface.Moved;
import oakmirror.text.Texts;

/** The simulated controller: eight buttons that can be lit and four knobs, to be pressed and turned by mouse or keys. Plugged in as long as it is shown. */
final class SimulatedControllerWindow {

    private static final int ACROSS = 4;

    private final Stage stage = new Stage();
    private final SimulatedController controller;
    private final Runnable plugged;
    private final List<Pad> pads = new ArrayList<>();
    private final List<Knob> knobs = new ArrayList<>();

    /**
     * Its window, not shown yet.
     *
     * @param plugged called when it has been plugged in or pulled out
     */
    SimulatedControllerWindow(Window owner, SimulatedController controller, Runnable plugged) {
        this.controller = controller;
        this.plugged = plugged;
        GridPane grid = new GridPane();
        grid.setHgap(14);
        grid.setVgap(14);
        grid.setPadding(new Insets(18));
        grid.setAlignment(Pos.CENTER);
        grid.getStyleClass().add("window");
        for (int i = 0; i < SimulatedController.KNOBS; i++) {
            int index = i;
            Knob knob = new Knob(i + 1, value -> controller.turn(index, value));
            knob.setId("simulated-knob-" + i);
            knobs.add(knob);
            grid.add(knob, i, 0);
        }
        for (int i = 0; i < SimulatedController.BUTTONS; i++) {
            int index = i;
            Pad pad = new Pad(i + 1, isDown -> controller.press(index, isDown));
            pad.setId("simulated-button-" + i);
            pads.add(pad);
            grid.add(pad, i % ACROSS, 1 + i / ACROSS);
        }
        stage.initOwner(owner);
        stage.setTitle(Texts.of("controllers.simulated"));
        Scene scene = new Scene(grid);
        Theme.dress(scene);
        stage.setScene(scene);
        stage.setResizable(false);
        stage.setOnHidden(e -> plug(false));
        controller.onLight(light -> Platform.runLater(() -> light(light)));
    }

    private void light(Moved light) {
        for (int i = 0; i < pads.size(); i++) {
            if (light.control().equals(SimulatedController.button(i))) {
                pads.get(i).setLit(light.value() > 0);
            }
        }
        for (int i = 0; i < knobs.size(); i++) {
            if (light.control().equals(SimulatedController.knob(i))) {
                knobs.get(i).setTold(light.value());
            }
        }
    }

    private void plug(boolean is) {
        controller.setPlugged(is);
        plugged.run();
    }

    void show() {
        if (!stage.isShowing()) {
            stage.show();
            plug(true);
        }
        stage.toFront();
    }

    boolean isShowing() {
        return stage.isShowing();
    }

    void close() {
        stage.close();
    }
}
