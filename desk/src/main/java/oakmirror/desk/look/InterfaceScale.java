package oakmirror.desk.look;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.stage.Window;

/** How large everything in the window is drawn, in steps from 90 to 150 %, on top of what the system does. */
public final class InterfaceScale {

    private static final double[] STEPS = {0.9, 1, 1.1, 1.25, 1.5};
    private static final double BODY_PIXELS = 13;
    private static final ReadOnlyDoubleWrapper CURRENT = new ReadOnlyDoubleWrapper(1);

    private InterfaceScale() {}

    /** The scale; 1 is 100 %. */
    public static ReadOnlyDoubleProperty current() {
        return CURRENT.getReadOnlyProperty();
    }

    /** Takes a scale up again that was kept, or the nearest step. */
    public static void restore(double kept) {
        CURRENT.set(STEPS[nearest(kept)]);
    }

    /** The step so many larger, or smaller where that is negative; nothing beyond the last. */
    public static Optional<Double> step(int by) {
        int next = nearest(CURRENT.get()) + by;
        return next < 0 || next >= STEPS.length ? Optional.empty() : Optional.of(STEPS[next]);
    }

    private static int nearest(double scale) {
        int nearest = 0;
        for (int i = 1; i < STEPS.length; i++) {
            nearest = Math.abs(STEPS[i] - scale) < Math.abs(STEPS[nearest] - scale) ? i : nearest;
        }
        return nearest;
    }

    /** Does something with the scale, now and whenever it changes while a node is in a window that shows, as {@link Theme#follow} does. */
    public static void follow(Node node, Consumer<Double> then) {
        CURRENT.when(node.sceneProperty()
                        .flatMap(Scene::windowProperty)
                        .flatMap(Window::showingProperty)
                        .orElse(false))
                .subscribe(k -> then.accept(k.doubleValue()));
    }

    /** What makes menus and tooltips, which are windows of their own, as large as the rest; empty at 100 %. */
    static Optional<String> stylesheet() {
        double k = CURRENT.get();
        if (k == 1) {
            return Optional.empty();
        }
        String css = ".context-menu,.tooltip{-fx-font-size:" + Math.round(BODY_PIXELS * k) + "px}";
        return Optional.of(
                "data:text/css;base64," + Base64.getEncoder().encodeToString(css.getBytes(StandardCharsets.UTF_8)));
    }
}
