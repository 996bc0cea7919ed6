package oakmirror.desk;

import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Bounds;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** Two minutes through the window itself with the demo: seven steps, each in a few sentences beside what it is about; left at any time. */
final class Tour extends VBox {

    private static final double WIDTH = 330;
    private static final double MARGIN = 14;
    private static final double ROUND = 4;

    /** What a step says, where, and what of the page it is about. */
    private record Step(String text, Station station, String target) {}

    private static final List<Step> STEPS = List.of(
            new Step("main.tourMirror", Station.GATHER, "#mirror"),
            new Step("main.tourListen", Station.GATHER, "#chip-1"),
            new Step("main.tourTone", Station.COMPARE, "#tone"),
            new Step("main.tourFindings", Station.COMPARE, "#findings"),
            new Step("main.tourShape", Station.SHAPE, "#correction"),
            new Step("main.tourFinish", Station.FINISH, "#aims"),
            new Step("main.tourSend", Station.SEND_OUT, "#render"));

    private final Consumer<Station> show;
    private final Label title = Ui.label("", "heading");
    private final Label text = Ui.wrapped("");
    private final Button back = Ui.button(Texts.of("main.tourBack"), Texts.of("main.tourBack.tip"), () -> go(-1));
    private final Button next = Ui.button(Texts.of("main.tourNext"), Texts.of("main.tourNext.tip"), () -> go(1));
    private final Region ring = new Region();
    private int at;

    /** Not there until it is started; {@code show} goes to a station. */
    Tour(Consumer<Station> show) {
        super(10);
        this.show = show;
        setId("tour");
        getStyleClass().add("tour");
        setPrefWidth(WIDTH);
        setMaxSize(WIDTH, USE_PREF_SIZE);
        StackPane.setAlignment(this, Pos.BOTTOM_RIGHT);
        StackPane.setMargin(this, new Insets(MARGIN));
        next.setId("tour-next");
        next.getStyleClass().add("primary");
        back.setId("tour-back");
        Button leave = Ui.link(Texts.of("main.tourLeave"), Texts.of("main.tourLeave.tip"), this::leave);
        leave.setId("tour-leave");
        for (Button button : List.of(back, next, leave)) {
            button.setMinWidth(USE_PREF_SIZE);
        }
        HBox ways = new HBox(8, leave, Ui.spring(), back, next);
        ways.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(title, text, ways);
        ring.getStyleClass().add("tour-ring");
        ring.setMouseTransparent(true);
        ring.setManaged(false);
        leave();
    }

    /** What is drawn around what a step is about; it lies over everything. */
    Region ring() {
        return ring;
    }

    /** Begins at the first step. */
    void start() {
        at = 0;
        Ui.shown(true, this);
        step();
    }

    /** Leaves it, by Escape too. */
    void leave() {
        Ui.shown(false, this);
        ring.setVisible(false);
    }

    /** Leaves it on Escape. */
    void take(KeyEvent e) {
        if (isVisible() && e.getCode() == KeyCode.ESCAPE) {
            leave();
            e.consume();
        }
    }

    private void go(int way) {
        at += way;
        if (at >= STEPS.size()) {
            leave();
        } else {
            step();
        }
    }

    private void step() {
        Step step = STEPS.get(at);
        show.accept(step.station());
        title.setText(Texts.of("main.tourStep", step.station().label(), at + 1, STEPS.size()));
        text.setText(Texts.of(step.text()));
        back.setDisable(at == 0);
        next.setText(Texts.of(at == STEPS.size() - 1 ? "main.tourDone" : "main.tourNext"));
        ring.setVisible(false);
    }

    /** Keeps the ring around what the step is about; called with every frame. */
    void follow() {
        if (!isVisible()) {
            return;
        }
        Node target =
                getScene() == null ? null : getScene().lookup(STEPS.get(at).target());
        boolean isThere = target != null && target.isVisible() && ring.getParent() != null;
        ring.setVisible(isThere);
        if (isThere) {
            Bounds seen = ring.getParent().sceneToLocal(target.localToScene(target.getLayoutBounds()));
            ring.resizeRelocate(
                    seen.getMinX() - ROUND,
                    seen.getMinY() - ROUND,
                    seen.getWidth() + 2 * ROUND,
                    seen.getHeight() + 2 * ROUND);
        }
    }
}
