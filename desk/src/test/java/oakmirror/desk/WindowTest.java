package oakmirror.desk;

import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.PickResult;
import javafx.scene.input.ScrollEvent;
import javafx.stage.Stage;
import javafx.stage.Window;
import oakmirror.correction.Proposal;
import oakmirror.desk.control.FileDialogs;
import oakmirror.media.ShortDemo;
import oakmirror.media.TestFiles;
import oakmirror.media.device.SimulatedOutput;
import oakmirror.session.Session;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Workspace;
import oakmirror.state.workspace.Workspace.Saved;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.service.query.NodeQuery;
import org.testfx.util.WaitForAsyncUtils;

/**
 * The real window, started for each test with a folder of its own, all in one process. Audio that was decoded and measured once is shared
 * by all of them; the simulated device plays faster than real time, so that nobody waits for music.
 */
abstract class WindowTest extends FxRobot {

    /** Long, for a machine that does other work; nothing waits that long where it is quiet. */
    private static final int PATIENCE_SECONDS = 180;

    @TempDir
    Path folder;

    OakMirrorApp app;

    @BeforeEach
    void start() throws Exception {
        System.setProperty("oakmirror.cache", TestFiles.sharedCache().toString());
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        System.setProperty("oakmirror.demo", demo().toString());
        System.setProperty("oakmirror.output", "simulated");
        System.setProperty("oakmirror.output.speed", String.valueOf(speed()));
        System.setProperty("oakmirror.log", folder.resolve("oak-mirror.log").toString());
        if (!Files.exists(folder.resolve("config/data/library"))) {
            PreparedLibrary.into(folder.resolve("config/data/library"));
        }
        Stage stage = FxToolkit.registerPrimaryStage();
        app = new OakMirrorApp(dialogs());
        FxToolkit.setupApplication(() -> app);
        interact(stage::sizeToScene); // the stage is that of the test before, which may have made it smaller
    }

    @AfterEach
    void end() throws Exception {
        FxToolkit.cleanupApplication(app);
        FxToolkit.cleanupStages();
    }

    /** Where the demo lies that a test opens: cut short, unless it tells something of its tracks as wholes. */
    Path demo() throws IOException {
        return ShortDemo.folder();
    }

    /** How many times as fast as real time the device plays. */
    double speed() {
        return 8;
    }

    /** Who answers when files are asked for. */
    FileDialogs dialogs() {
        return FileDialogs.SYSTEM;
    }

    /** Until what was asked for has been done and laid out: one frame has gone by, and the next begins. */
    static void settle() {
        CountDownLatch frames = new CountDownLatch(2);
        Platform.runLater(() -> new AnimationTimer() {
            @Override
            public void handle(long now) {
                frames.countDown();
                if (frames.getCount() == 0) {
                    stop();
                }
            }
        }.start());
        try {
            if (!frames.await(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                throw new IllegalStateException("the window draws no frames");
            }
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    // As the robot looks things up, but on the window's thread: nothing is half put together there.

    @Override
    public NodeQuery lookup(String query) {
        return onFx(() -> onWindow(super.lookup(query)));
    }

    @Override
    public <T extends Node> NodeQuery lookup(Predicate<T> predicate) {
        return onFx(() -> onWindow(super.lookup(predicate)));
    }

    private static NodeQuery onWindow(NodeQuery query) {
        return (NodeQuery) Proxy.newProxyInstance(
                NodeQuery.class.getClassLoader(), new Class<?>[] {NodeQuery.class}, (proxy, method, arguments) -> {
                    Object[] found = {null};
                    Throwable[] thrown = {null};
                    onFx(() -> {
                        try {
                            found[0] = method.invoke(query, arguments);
                        } catch (InvocationTargetException e) {
                            thrown[0] = e.getCause();
                        }
                        return true;
                    });
                    if (thrown[0] != null) {
                        throw thrown[0];
                    }
                    return found[0] instanceof NodeQuery next ? onWindow(next) : found[0];
                });
    }

    // As the robot does them, but that waits for a tenth of a second after every half of a key or click.

    @Override
    public FxRobot type(KeyCode... keys) {
        for (KeyCode key : keys) {
            robotContext().getKeyboardRobot().pressNoWait(key);
            robotContext().getKeyboardRobot().releaseNoWait(key);
            settle();
        }
        return this;
    }

    /** A key that only moves the focus: waits until it has arrived, and not for what is drawn of it. */
    void step(KeyCode key) {
        robotContext().getKeyboardRobot().pressNoWait(key);
        robotContext().getKeyboardRobot().releaseNoWait(key);
        for (int i = 0; i < 3; i++) { // from the robot to the platform, to the window, to the focus
            onFx(() -> true);
        }
    }

    @Override
    public FxRobot press(KeyCode... keys) {
        robotContext().getKeyboardRobot().pressNoWait(keys);
        settle();
        return this;
    }

    @Override
    public FxRobot release(KeyCode... keys) {
        robotContext().getKeyboardRobot().releaseNoWait(keys);
        settle();
        return this;
    }

    @Override
    public FxRobot clickOn(String query, MouseButton... buttons) {
        settle();
        onFx(
                () -> { // the robot's own way there gives up after ten seconds
                    robotContext().getBaseRobot().moveMouse(point(query).query());
                    return true;
                });
        robotContext().getMouseRobot().pressNoWait(MouseButton.PRIMARY);
        robotContext().getMouseRobot().releaseNoWait(MouseButton.PRIMARY);
        settle();
        return this;
    }

    /** The robot gives up after ten seconds without an answer, which a window on a busy machine may need for a new page. */
    @Override
    public FxRobot drag(String query, MouseButton... buttons) {
        settle();
        return super.drag(query, buttons);
    }

    @Override
    public FxRobot doubleClickOn(String query, MouseButton... buttons) {
        settle();
        super.doubleClickOn(query, buttons);
        return this;
    }

    @Override
    public FxRobot interact(Runnable work) {
        onFx(() -> {
            work.run();
            return true;
        });
        settle();
        return this;
    }

    /** Nothing is corrected, so that no level comes down to make room for it: at first as much as it may need, once measured as much as it does. */
    void correctNothing() throws Exception {
        interact(() -> workspace()
                .change("no correction", s -> s.withCorrection(s.correction().withStrength(0))));
        waitUntil(() -> listening().levelsProperty().get().downDb() == 0);
    }

    static void waitUntil(Callable<Boolean> condition) throws Exception {
        WaitForAsyncUtils.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS, () -> onFx(condition));
        WaitForAsyncUtils.waitForFxEvents();
    }

    /** The same of what lies on disk, for which the window's thread does not wait. */
    static void waitUntilOnDisk(Callable<Boolean> condition) throws Exception {
        WaitForAsyncUtils.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS, condition);
    }

    static <T> T onFx(Callable<T> work) {
        return WaitForAsyncUtils.waitForAsyncFx(1000 * PATIENCE_SECONDS, work);
    }

    Workspace workspace() {
        return app.window().workspace();
    }

    Listening listening() {
        return app.window().listening();
    }

    Session session() {
        return onFx(() -> workspace().session());
    }

    Proposal proposal() {
        return onFx(() -> workspace().proposalProperty().get());
    }

    void openDemo() throws Exception {
        clickOn("#open-demo");
        waitUntil(() -> workspace().isReady());
        waitUntil(() -> lookup("#track-3").tryQuery().isPresent());
        interact(() -> {
            app.window().root().applyCss();
            app.window().root().layout();
        });
    }

    /** Opens a menu and chooses the entry that begins with a text, also one of a menu within it. */
    void chooseIn(String button, String text) {
        interact(() -> {
            MenuButton menu = lookup(button).queryAs(MenuButton.class);
            menu.show();
            MenuItem item = find(menu.getItems(), text);
            menu.hide();
            item.fire();
        });
    }

    /** The same of a context menu, which a node is asked for. */
    void chooseOf(String query, String text) {
        menuOf(query);
        interact(() -> {
            ContextMenu menu = Window.getWindows().stream()
                    .filter(ContextMenu.class::isInstance)
                    .map(ContextMenu.class::cast)
                    .findFirst()
                    .orElseThrow();
            MenuItem item = find(menu.getItems(), text);
            menu.hide();
            item.fire();
        });
    }

    private static MenuItem find(List<MenuItem> items, String text) {
        return items.stream()
                .flatMap(i -> i instanceof Menu menu ? menu.getItems().stream() : Stream.of(i))
                .filter(i -> i.getText() != null && i.getText().startsWith(text))
                .findFirst()
                .orElseThrow(() -> new AssertionError(text + " is not among "
                        + items.stream().map(MenuItem::getText).toList()));
    }

    /** Turns the wheel up by a step at a place of a node; the robot's own does not turn without a display. */
    void turnWheel(Node node, double x, double y) {
        interact(() -> {
            Bounds on = node.localToScreen(node.getBoundsInLocal());
            Event.fireEvent(
                    node,
                    new ScrollEvent(
                            ScrollEvent.SCROLL,
                            x,
                            y,
                            on.getMinX() + x,
                            on.getMinY() + y,
                            false,
                            false,
                            false,
                            false,
                            false,
                            false,
                            0,
                            40,
                            0,
                            40,
                            ScrollEvent.HorizontalTextScrollUnits.NONE,
                            0,
                            ScrollEvent.VerticalTextScrollUnits.NONE,
                            0,
                            0,
                            new PickResult(node, x, y)));
        });
    }

    /** Asks for a node's menu, as a right click does; the robot's own right click does not ask. */
    void menuOf(String query) {
        Node node = lookup(query).query();
        interact(() -> {
            Bounds at = node.localToScreen(node.getBoundsInLocal());
            double x = at.getCenterX();
            double y = at.getCenterY();
            Event.fireEvent(
                    node, new ContextMenuEvent(ContextMenuEvent.CONTEXT_MENU_REQUESTED, 1, 1, x, y, false, null));
        });
    }

    /** The simulated device that is played to. */
    SimulatedOutput device() {
        return (SimulatedOutput) onFx(() -> listening().output().output().orElseThrow());
    }

    /** RMS of the last second the simulated device was given, in dB. */
    double recentLevel() {
        float[][] recent = device().recent(48000);
        double sum = 0;
        for (float x : recent[0]) {
            sum += x * x;
        }
        return 10 * Math.log10(sum / recent[0].length);
    }

    /** Keeps the session in a file, and waits until it is there. */
    void saveAs(Path file) throws Exception {
        List<Saved> saved = new CopyOnWriteArrayList<>();
        interact(() -> workspace().save(file, true, saved::add));
        waitUntil(() -> saved.equals(List.of(Saved.DONE)));
    }

    /** Another session, and then this again, as it was kept. */
    void reopen(Path file) throws Exception {
        interact(workspace()::reset);
        interact(() -> app.window().open(file));
        waitUntil(() -> workspace().fileProperty().get().isPresent());
    }
}
