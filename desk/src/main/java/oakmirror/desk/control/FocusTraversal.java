package oakmirror.desk.control;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.function.Supplier;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Control;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Region;
import oakmirror.desk.plot.PlotPane;

/**
 * Takes the focus through a window by keys: from region to region, and from control to control within one. While it does, Space, Enter
 * and arrows belong to what has the focus, and a frame shows what that is; a press of the pointer or Esc gives them back to listening.
 */
public final class FocusTraversal {

    /** Between the frame and what it is about. */
    private static final double ROOM = 2;

    private final Supplier<List<? extends Node>> regions;
    private final Region ring = new Region();
    private final Map<Node, Node> last = new WeakHashMap<>();
    private final Set<KeyCode> used = EnumSet.noneOf(KeyCode.class);
    private boolean on;

    /** A walk through regions, in their order. */
    public FocusTraversal(Supplier<List<? extends Node>> regions) {
        this.regions = regions;
        ring.getStyleClass().add("focus-ring");
        ring.setMouseTransparent(true);
        ring.setManaged(false);
        ring.setVisible(false);
    }

    /** The frame about what has the focus; to lie above everything, in a parent that starts where the scene does. */
    public Region ring() {
        return ring;
    }

    /** Whether keys belong to what has the focus. */
    public boolean isOn() {
        return on;
    }

    /** Goes to the next region (1) or the one before (−1), to where the focus was in it last. */
    public void region(int by) {
        List<? extends Node> all =
                regions.get().stream().filter(r -> !stops(r).isEmpty()).toList();
        if (all.isEmpty()) {
            return;
        }
        int at = current(all);
        int next = at < 0 ? (by > 0 ? 0 : all.size() - 1) : Math.floorMod(at + by, all.size());
        Node region = on || at < 0 ? all.get(next) : all.get(at);
        List<Node> stops = stops(region);
        Node before = last.get(region);
        focus(stops.contains(before) ? before : stops.get(0));
    }

    /** Goes to the next control (1) or the one before (−1) in the region, and round at its end. */
    public void step(int by) {
        List<? extends Node> all = regions.get();
        int at = current(all);
        if (at < 0) {
            region(by);
            return;
        }
        List<Node> stops = stops(all.get(at));
        if (!stops.isEmpty()) {
            int now = focused().map(stops::indexOf).orElse(-1);
            focus(stops.get(Math.floorMod(now < 0 ? 0 : now + by, stops.size())));
        }
    }

    /** Goes to the next control (1) or the one before (−1) of the whole window. */
    public void stepEverywhere(int by) {
        List<Node> stops =
                regions.get().stream().flatMap(r -> stops(r).stream()).toList();
        if (!stops.isEmpty()) {
            int now = focused().map(stops::indexOf).orElse(-1);
            focus(stops.get(Math.floorMod(now < 0 ? (by > 0 ? 0 : -1) : now + by, stops.size())));
        }
    }

    /** Gives the keys back to listening. */
    public void end() {
        on = false;
        ring.setVisible(false);
    }

    /** Where keys can stop in a region, in reading order. */
    public static List<Node> stops(Node region) {
        List<Node> found = new ArrayList<>();
        if (isShown(region)) {
            collect(region, found);
        }
        return found;
    }

    private static boolean isShown(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!n.isVisible()) {
                return false;
            }
        }
        return node.getScene() != null;
    }

    private static void collect(Node node, List<Node> found) {
        if (!node.isVisible() || node.isDisabled() || node.isMouseTransparent()) {
            return;
        }
        if (node instanceof ScrollPane scroll) {
            collect(scroll.getContent(), found);
            return;
        }
        if (node.isFocusTraversable()) {
            found.add(node);
        }
        if (node instanceof Parent parent && !(node instanceof Control)) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, found));
        }
    }

    private Optional<Node> focused() {
        return regions.get().stream()
                .map(Node::getScene)
                .filter(s -> s != null)
                .findFirst()
                .map(Scene::getFocusOwner);
    }

    private int current(List<? extends Node> all) {
        Node owner = focused().orElse(null);
        for (int i = 0; i < all.size(); i++) {
            for (Node n = owner; n != null; n = n.getParent()) {
                if (n == all.get(i)) {
                    return i;
                }
            }
        }
        return -1;
    }

    private void focus(Node node) {
        on = true;
        node.requestFocus();
        reveal(node);
        List<? extends Node> all = regions.get();
        int at = current(all);
        if (at >= 0) {
            last.put(all.get(at), node);
        }
        follow();
    }

    private static void reveal(Node node) {
        for (Node n = node.getParent(); n != null; n = n.getParent()) {
            if (n instanceof ScrollPane scroll) {
                Bounds at = scroll.getContent().sceneToLocal(node.localToScene(node.getBoundsInLocal()));
                double height = scroll.getContent().getBoundsInLocal().getHeight();
                double seen = scroll.getViewportBounds().getHeight();
                double top = scroll.getVvalue() * Math.max(0, height - seen);
                if (height > seen && (at.getMinY() < top || at.getMaxY() > top + seen)) {
                    scroll.setVvalue(Math.max(0, Math.min(1, (at.getMinY() - ROOM) / (height - seen))));
                }
            }
        }
    }

    /** Keeps the frame about what has the focus; called with every frame of the window. */
    public void follow() {
        Node node = on ? focused().orElse(null) : null;
        boolean shown = node != null && node.isFocusTraversable() && isShown(node);
        ring.setVisible(shown);
        if (shown) {
            Bounds at = ring.getParent().sceneToLocal(node.localToScene(node.getBoundsInLocal()));
            Bounds window = ring.getParent().getLayoutBounds();
            double left = Math.max(0, Math.round(at.getMinX() - ROOM));
            double top = Math.max(0, Math.round(at.getMinY() - ROOM));
            double right = Math.min(window.getWidth(), Math.round(at.getMaxX() + ROOM));
            double bottom = Math.min(window.getHeight(), Math.round(at.getMaxY() + ROOM));
            ring.resizeRelocate(left, top, right - left, bottom - top);
        }
    }

    /**
     * Takes a key while the walk is on: moves, lets what has the focus have it, or leaves it to commands.
     *
     * @return whether it is no command's
     */
    public boolean takes(KeyEvent e) {
        boolean taken = isFor(e);
        if (e.isConsumed()) {
            used.add(e.getCode());
        }
        return taken;
    }

    /** Takes the end of a key whose beginning it took: some controls act on that. */
    public void release(KeyEvent e) {
        if (used.remove(e.getCode())) {
            e.consume();
        }
    }

    private boolean isFor(KeyEvent e) {
        Node node = focused().orElse(null);
        if (!on || node == null || e.isShortcutDown() || e.isAltDown()) {
            return false;
        }
        KeyCode code = e.getCode();
        if (code == KeyCode.ESCAPE) {
            end(); // and whatever else it ends, as the list of keys
            return false;
        }
        if (code == KeyCode.UP || code == KeyCode.DOWN) {
            step(code == KeyCode.DOWN ? 1 : -1);
            e.consume();
            return true;
        }
        if (code == KeyCode.LEFT || code == KeyCode.RIGHT) {
            if (node instanceof Spinner<?> spinner) { // as a slider does, so that up and down go on everywhere
                spinner.increment(code == KeyCode.RIGHT ? 1 : -1);
                e.consume();
            } else if (!usesSideways(node)) {
                step(code == KeyCode.RIGHT ? 1 : -1);
                e.consume();
            }
            return true;
        }
        if (code == KeyCode.ENTER && press(node)) {
            e.consume();
            return true;
        }
        return code == KeyCode.SPACE || code == KeyCode.ENTER;
    }

    private static boolean usesSideways(Node node) {
        return node instanceof Slider
                || node instanceof TextInputControl
                || node instanceof PlotPane plot && plot.takesArrows();
    }

    private static boolean press(Node node) {
        if (node instanceof MenuButton menu) {
            menu.show();
        } else if (node instanceof ButtonBase button) {
            button.fire();
        } else if (node instanceof ChoiceBox<?> box) {
            box.show();
        } else {
            return false;
        }
        return true;
    }
}
