package oakmirror.desk;

import java.io.File;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.animation.AnimationTimer;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import oakmirror.audio.TimeRange;
import oakmirror.desk.model.Finishing;
import oakmirror.desk.model.Jobs;
import oakmirror.desk.model.Listening;
import oakmirror.desk.model.Settings;
import oakmirror.desk.model.Workspace;
import oakmirror.desk.page.ComparePage;
import oakmirror.desk.page.FinishPage;
import oakmirror.desk.page.GatherPage;
import oakmirror.desk.page.SendOutPage;
import oakmirror.desk.page.ShapePage;

/** The frame: title strip, rail, the page of the station, listening bar; keys and dropped files. */
public final class MainWindow {

    private static final double STEP_SECONDS = 5;

    private final Workspace workspace = new Workspace(new Jobs());
    private final Listening listening = new Listening(workspace);
    private final Finishing finishing = new Finishing(workspace);
    private final Settings settings;
    private final SessionActions actions;
    private final StationRail rail = new StationRail(workspace);
    private final GatherPage gather;
    private final SendOutPage sendOut;
    private final Map<Station, Node> pages = new EnumMap<>(Station.class);
    private final Node keys = Keys.overlay();
    private final StackPane root;
    private final AnimationTimer clock;

    /** A window's content; nothing is open yet. */
    public MainWindow(Settings settings) {
        this.settings = settings;
        actions = new SessionActions(workspace, settings);
        gather = new GatherPage(workspace, listening, settings, actions::openDemo);
        sendOut = new SendOutPage(workspace, finishing, settings);
        pages.put(Station.GATHER, gather);
        pages.put(Station.COMPARE, new ComparePage(workspace, listening, settings));
        pages.put(Station.SHAPE, new ShapePage(workspace));
        pages.put(Station.FINISH, new FinishPage(workspace, finishing));
        pages.put(Station.SEND_OUT, sendOut);
        StackPane page = new StackPane();
        rail.stationProperty().subscribe(s -> {
            page.getChildren().setAll(pages.get(s));
            finishing.wantedProperty().set(s == Station.FINISH);
        });
        ListeningBar bar = new ListeningBar(workspace, listening, this::toggleLoop);
        BorderPane frame = new BorderPane(page);
        frame.setTop(new TitleStrip(workspace, actions, this::showKeys));
        frame.setLeft(rail);
        frame.setBottom(bar);
        root = new StackPane(frame, keys);
        root.getStyleClass().add("window");
        acceptDrops();
        clock = new AnimationTimer() {
            @Override
            public void handle(long now) {
                listening.tick();
                bar.tick();
            }
        };
        clock.start();
    }

    /** What goes into the scene. */
    public Parent root() {
        return root;
    }

    /** What is open. */
    public Workspace workspace() {
        return workspace;
    }

    /** What is heard. */
    public Listening listening() {
        return listening;
    }

    /** Goes to a station by its number from 0. */
    public void show(int station) {
        rail.stationProperty().set(Station.values()[station]);
    }

    /** Belongs to a stage from now on: asks before it closes over unsaved changes. */
    public void attach(Stage stage) {
        actions.setWindow(stage);
        // On the scene: while nothing has the focus, keys come no further than there.
        stage.getScene().addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        stage.setOnCloseRequest(e -> {
            if (!actions.mayLeave()) {
                e.consume();
            }
        });
    }

    /** Opens a session's file. */
    public void open(java.nio.file.Path session) {
        actions.open(session);
    }

    /** Opens the demo. */
    public void openDemo() {
        actions.openDemo();
    }

    private void showKeys() {
        keys.setVisible(!keys.isVisible());
    }

    private void toggleLoop() {
        if (workspace.tracks().rate().isEmpty()) {
            return; // nothing to loop
        }
        boolean on = !listening.loopingProperty().get();
        if (on && listening.rangeProperty().get().isEmpty()) {
            TimeRange view = gather.mirror().view();
            listening.rangeProperty().set(Optional.of(view));
        }
        listening.loopingProperty().set(on);
    }

    private void key(KeyEvent e) {
        if (keys.isVisible()) {
            keys.setVisible(false);
            e.consume();
            return;
        }
        if (e.getTarget() instanceof TextInputControl && !e.isShortcutDown()) {
            return;
        }
        if (e.isShortcutDown() ? shortcut(e) : plain(e)) {
            e.consume();
        }
    }

    private boolean shortcut(KeyEvent e) {
        switch (e.getCode()) {
            case Z -> {
                if (e.isShiftDown()) {
                    workspace.redo();
                } else {
                    workspace.undo();
                }
            }
            case Y -> workspace.redo();
            case T -> gather.chooseFiles();
            case R -> sendOut.render();
            case DIGIT1, DIGIT2, DIGIT3, DIGIT4, DIGIT5 -> show(e.getCode().ordinal() - KeyCode.DIGIT1.ordinal());
            default -> {
                return false;
            }
        }
        return true;
    }

    private boolean plain(KeyEvent e) {
        if (e.isAltDown()) {
            return false;
        }
        KeyCode code = e.getCode();
        if (code.isDigitKey()) {
            listening.hear(Integer.parseInt(code.getName().replaceAll("\\D", "")));
            return true;
        }
        switch (code) {
            case SPACE -> listening.togglePlay();
            case TAB -> listening.swap();
            case C -> {
                listening.correctedProperty().set(!listening.correctedProperty().get());
                listening.hear(0);
            }
            case L -> toggleLoop();
            case HOME -> listening.seek(0);
            case LEFT -> seekBy(-STEP_SECONDS, e);
            case RIGHT -> seekBy(STEP_SECONDS, e);
            case F11 -> {
                if (root.getScene().getWindow() instanceof Stage stage) {
                    stage.setFullScreen(!stage.isFullScreen());
                }
            }
            case SLASH, HELP -> showKeys();
            default -> {
                return "?".equals(e.getText()) && showAndConsume();
            }
        }
        return !(code == KeyCode.LEFT || code == KeyCode.RIGHT) || !onSlider(e);
    }

    private boolean showAndConsume() {
        showKeys();
        return true;
    }

    private static boolean onSlider(KeyEvent e) {
        return e.getTarget() instanceof javafx.scene.control.Slider;
    }

    private void seekBy(double seconds, KeyEvent e) {
        if (!onSlider(e)) {
            listening.seek(Math.max(0, listening.positionProperty().get() + seconds));
        }
    }

    private void acceptDrops() {
        root.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
            }
            e.consume();
        });
        root.setOnDragDropped(e -> {
            List<File> files = e.getDragboard().getFiles();
            boolean session = files.size() == 1 && files.get(0).getName().endsWith(".json");
            if (session && actions.mayLeave()) {
                actions.open(files.get(0).toPath());
            } else if (!session) {
                show(0);
                gather.addAll(files.stream().map(File::toPath).toList());
            }
            e.setDropCompleted(true);
            e.consume();
        });
    }

    /** Ends all work and keeps the settings. */
    public void close() {
        clock.stop();
        listening.close();
        finishing.close();
        workspace.close();
        settings.write();
    }
}
