package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.Slider;
import javafx.scene.control.Spinner;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.stage.Window;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.GuardKind;
import oakmirror.correction.Move;
import oakmirror.correction.Treatment;
import oakmirror.desk.plot.CorrectionPlot;
import oakmirror.spectrum.BandGrid;
import oakmirror.state.listening.MonitorControls.Band;
import org.junit.jupiter.api.Test;

/** The correction of the demo's mix, decided about by hand. */
class ShapeTest extends WindowTest {

    private List<Move> moves() {
        return workspace().proposalProperty().get().correction().moves();
    }

    private String title() {
        return lookup("#move-title").queryAs(Label.class).getText();
    }

    /** A place on the plot, by its share of the width between 20 Hz and 20 kHz and its share of the height. */
    private Point2D at(double hz, double height) throws Exception {
        Node plot = lookup("#correction").queryAs(CorrectionPlot.class);
        Bounds on = onFx(() -> plot.localToScreen(plot.getBoundsInLocal()));
        double left = on.getMinX() + 42;
        double right = on.getMaxX() - 14;
        double x = left + (right - left) * Math.log(hz / 20) / Math.log(1000);
        return new Point2D(x, on.getMinY() + height * on.getHeight());
    }

    private void openShape() throws Exception {
        openDemo();
        clickOn("#station-shape");
        waitUntil(() -> workspace().isReady() && moves().size() >= 2);
        CorrectionPlot plot = lookup("#correction").queryAs(CorrectionPlot.class);
        waitUntil(() -> plot.timesDrawn() > 0 && plot.getHeight() > 200);
        settle();
    }

    @Test
    void aMoveIsChosenTemperedRefusedAndPutBack() throws Exception {
        openShape();
        clickOn("#move-next");
        waitUntil(() -> title().contains("about 1"));
        double proposed = moves().get(0).gainDb();
        Spinner<Double> gain = lookup("#move-gain").query();
        interact(() -> gain.getValueFactory().setValue(-1.0));
        waitUntil(() -> moves().get(0).treatment().gainFactor() < 1);
        assertThat(moves().get(0).treatedGainDb()).isCloseTo(-1.0, within(0.01));
        Spinner<Double> octaves = lookup("#move-octaves").query();
        interact(() -> octaves.getValueFactory().setValue(1.0));
        waitUntil(() -> Math.abs(moves().get(0).treatedOctaves() - 1) < 0.01);
        clickOn("#move-refuse");
        waitUntil(() -> !moves().get(0).isTaken());
        assertThat(lookup("#move-refuse").queryAs(ToggleButton.class).getText()).isEqualTo("Bypassed");
        Slider strength = lookup("#strength").queryAs(Slider.class);
        interact(() -> strength.setValue(40));
        waitUntil(() -> session().correction().strength() == 0.4 && workspace().isReady());
        assertThat(moves().get(0).isTaken()).as("stays refused").isFalse();
        clickOn("Reset");
        waitUntil(() -> moves().get(0).treatment().equals(Treatment.NONE));
        assertThat(moves().get(0).gainDb()).isCloseTo(proposed, within(1e-9));
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> !moves().get(0).isTaken());
    }

    @Test
    void theRangeOfAMoveIsHeardAlone() throws Exception {
        openShape();
        clickOn("#move-next");
        clickOn("#move-hear");
        Band band = onFx(() -> listening().monitor().bandProperty().get().orElseThrow());
        assertThat(band.lowHz()).isLessThan(140);
        assertThat(band.highHz()).isGreaterThan(140);
        clickOn("#move-hear");
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).isEmpty();
    }

    @Test
    void broadStrokesAreHeardAtOnceAndKeptAsMoves() throws Exception {
        openShape();
        type(KeyCode.O, KeyCode.O, KeyCode.O);
        press(KeyCode.SHIFT).type(KeyCode.U).release(KeyCode.SHIFT);
        waitUntil(() -> listening().correctionHeard().isPresent()
                && Math.abs(heardDb(8000) - heardDb(900) - 1.5) < 0.2
                && heardDb(80) - heardDb(900) < -0.3);
        assertThat(onFx(() -> listening().correctedProperty().get()))
                .as("on the mix as it is")
                .isFalse();
        assertThat(lookup("#stroke-high").queryAs(Label.class).getText()).isEqualTo("+1.5 dB");
        assertThat(lookup("#stroke-meaning").queryAs(Label.class).getText()).startsWith("High +1.5 dB: ");
        double above = onFx(() -> heardDb(8000) - heardDb(700));
        type(KeyCode.C);
        waitUntil(() -> heardDb(8000) - heardDb(700) > above + 1);
        type(KeyCode.C);
        waitUntil(() -> Math.abs(heardDb(8000) - heardDb(700) - above) < 0.01);
        clickOn("#low-more");
        waitUntil(() -> Math.abs(heardDb(80) - heardDb(700)) < 0.3);
        Node plot = lookup("#correction").query();
        Point2D middle = at(1000, 0.5);
        Point2D on = onFx(() -> plot.screenToLocal(middle));
        turnWheel(plot, on.getX(), on.getY());
        waitUntil(() -> lookup("#stroke-mid").queryAs(Label.class).getText().equals("+0.5 dB"));
        clickOn("#keep-strokes");
        waitUntil(() ->
                session().shaping().moves().added().size() == 2 && workspace().isReady());
        assertThat(moves().stream().filter(m -> m.kind() == Move.Kind.ADDED).count())
                .isEqualTo(2);
        assertThat(onFx(() -> listening().monitor().strokesProperty().get().isNone()))
                .isTrue();
        assertThat(onFx(() -> listening().correctedProperty().get())).isTrue();
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> session().shaping().moves().added().isEmpty());
    }

    @Test
    void aReferenceThatCountsMoreIsFollowedMore() throws Exception {
        openShape();
        double[] before = onFx(() -> workspace().proposalProperty().get().gap().gapDb());
        interact(() -> app.window().show(Station.GATHER.ordinal()));
        menuOf("#track-2");
        interact(() -> Window.getWindows().stream()
                .filter(ContextMenu.class::isInstance)
                .flatMap(w -> ((ContextMenu) w).getItems().stream())
                .filter(Menu.class::isInstance)
                .flatMap(m -> ((Menu) m).getItems().stream())
                .filter(item -> "4 times".equals(item.getText()))
                .findFirst()
                .orElseThrow()
                .fire());
        waitUntil(
                () -> session().references().get(1).weight() == 4 && workspace().isReady());
        double[] after = onFx(() -> workspace().proposalProperty().get().gap().gapDb());
        double[] alone = onFx(
                () -> workspace().proposalProperty().get().gap().each().get(1).gapDb());
        int b = BandGrid.bandOf(150);
        assertThat(Math.abs(after[b] - alone[b])).isLessThan(Math.abs(before[b] - alone[b]));
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> session().references().get(1).weight() == 1);
    }

    /** What the mix is heard through, in dB at a frequency; its level apart. */
    private double heardDb(double hz) {
        return listening().correctionHeard().orElseThrow().highestDb(hz);
    }

    @Test
    void theCorrectedMixIsHeardWithoutAMove() throws Exception {
        openShape();
        clickOn("#move-next");
        double hz = moves().get(0).centreHz();
        waitUntil(() -> listening().correctionHeard().isPresent());
        double with = onFx(() -> heardDb(hz) - heardDb(700));
        clickOn("#move-without");
        waitUntil(() -> heardDb(hz) - heardDb(700) > with + 1);
        assertThat(onFx(() -> listening().correctedProperty().get())).isTrue();
        assertThat(session().shaping().moves().decisions())
                .as("nothing is decided by listening")
                .isEmpty();
        clickOn("#station-compare");
        waitUntil(() -> Math.abs(heardDb(hz) - heardDb(700) - with) < 0.01);
        clickOn("#station-shape");
        assertThat(lookup("#move-without").queryAs(ToggleButton.class).isSelected())
                .isFalse();
    }

    @Test
    void aLockedMoveStaysWhateverTheStrength() throws Exception {
        openShape();
        clickOn("#move-next");
        double gain = moves().get(0).gainDb();
        double hz = moves().get(0).centreHz();
        clickOn("#move-lock");
        waitUntil(() -> moves().stream().anyMatch(m -> m.kind() == Move.Kind.LOCKED));
        waitUntil(
                () -> lookup("#move-lock").queryAs(ToggleButton.class).getText().equals("locked"));
        assertThat(lookup("#move-gain").query().isDisabled()).isTrue();
        Slider strength = lookup("#strength").queryAs(Slider.class);
        interact(() -> strength.setValue(0));
        waitUntil(() -> session().correction().strength() == 0 && workspace().isReady());
        double[] curve = workspace().proposalProperty().get().correction().curveDb();
        assertThat(curve[BandGrid.bandOf(hz)]).isCloseTo(gain, within(0.2));
        clickOn("#move-lock");
        waitUntil(() -> moves().stream().noneMatch(m -> m.kind() == Move.Kind.LOCKED)
                && workspace().isReady());
        assertThat(workspace().proposalProperty().get().correction().curveDb()[BandGrid.bandOf(hz)])
                .isCloseTo(0, within(1e-9));
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> moves().stream().anyMatch(m -> m.kind() == Move.Kind.LOCKED));
    }

    @Test
    void onThePlotMovesAreDraggedAndAdded() throws Exception {
        openShape();
        clickOn(at(140, 0.45), MouseButton.PRIMARY);
        waitUntil(() -> title().contains("about 1"));
        double before = moves().get(0).treatedGainDb();
        Point2D from = at(140, 0.45);
        drag(from).dropTo(from.add(0, -40));
        waitUntil(() -> moves().get(0).treatedGainDb() > before + 0.3);
        assertThat(moves().get(0).isUp()).as("it stays a dip").isFalse();
        doubleClickOn(at(900, 0.35), MouseButton.PRIMARY);
        waitUntil(() -> moves().stream().anyMatch(m -> m.kind() == Move.Kind.ADDED));
        Move added = moves().get(moves().size() - 1);
        assertThat(added.centreHz()).isCloseTo(900, within(60.0));
        assertThat(added.gainDb()).isPositive();
        clickOn(at(900, 0.35), MouseButton.PRIMARY);
        waitUntil(() ->
                lookup("#move-refuse").queryAs(ToggleButton.class).getText().equals("remove"));
        drag(at(900, 0.35)).dropTo(at(900, 0.35).add(0, -30));
        waitUntil(() -> session().shaping().moves().added().get(0).gainDb() > added.gainDb() + 0.3);
        clickOn("#move-refuse");
        waitUntil(() -> session().shaping().moves().added().isEmpty());
    }

    @Test
    void cautionAsksForMoreAndExactFollowsTheGap() throws Exception {
        openShape();
        double usual = moves().get(0).gainDb();
        clickOn("#shape-settings");
        Slider caution = lookup("#caution").queryAs(Slider.class);
        interact(() -> caution.setValue(100));
        waitUntil(() -> session().correction().caution() == 1 && workspace().isReady());
        double careful = moves().get(0).gainDb();
        assertThat(Math.abs(careful)).isLessThan(Math.abs(usual));
        clickOn("#exact");
        waitUntil(() ->
                session().correction().basis() == Basis.EXACT && workspace().isReady());
        waitUntil(() -> moves().size() > 10);
        assertThat(lookup("#caution").query().getParent().isVisible()).isFalse();
        assertThat(lookup("#resolution").query().getParent().isVisible()).isTrue();
        clickOn("Linear phase");
        waitUntil(() -> lookup("#shape-settings")
                .queryAs(ButtonBase.class)
                .getText()
                .matches(".*Exact, .* · Linear phase · pre-ringing −[0-9.]+ dB at [0-9.]+ k?Hz"));
    }

    @Test
    void eachKeyOnASliderIsAStepOfUndoAndOneThatIsHeldASingleOne() throws Exception {
        openDemo();
        clickOn("#station-shape");
        Slider strength = lookup("#strength").queryAs(Slider.class);
        double before = session().correction().strength();
        key(strength, 1);
        double once = session().correction().strength();
        key(strength, 3);
        assertThat(session().correction().strength()).isNotEqualTo(once);
        interact(() -> workspace().undo());
        assertThat(session().correction().strength()).isEqualTo(once);
        interact(() -> workspace().undo());
        assertThat(session().correction().strength()).isEqualTo(before);
    }

    /** An arrow key that repeats so many times before it is let go. */
    private void key(Slider slider, int times) {
        interact(() -> {
            for (int i = 0; i < times; i++) {
                slider.decrement();
            }
            slider.fireEvent(new KeyEvent(KeyEvent.KEY_RELEASED, "", "", KeyCode.LEFT, false, false, false, false));
        });
    }

    @Test
    void aGuardIsLetGoAndHoldsAgain() throws Exception {
        openShape();
        clickOn("#shape-settings");
        for (boolean released : new boolean[] {true, false}) {
            clickOn("#guards");
            clickOn("Limit copied resonances");
            waitUntil(() -> session().correction().released().contains(GuardKind.RESONANCE) == released);
        }
    }
}
