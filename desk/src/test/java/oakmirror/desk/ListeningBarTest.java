package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.AccessibleAttribute;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.Region;
import oakmirror.compare.Jump;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.plot.ThroughGrid;
import oakmirror.dsp.BandSolo;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.state.listening.MonitorControls;
import org.junit.jupiter.api.Test;

/** The listening bar, by mouse and by key, on what the simulated device was given. */
class ListeningBarTest extends WindowTest {

    private void play() throws Exception {
        type(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get());
    }

    private int heard() {
        return onFx(() -> listening().heardProperty().get());
    }

    /** Waits until the device has been given so many seconds more. */
    private void waitFor(double seconds) throws Exception {
        long blocks = Math.round(seconds * 48000);
        long[] start = {device().framesTaken()};
        waitUntil(() -> device().framesTaken() - start[0] > blocks);
    }

    @Test
    void aChipIsPressedThoughItsFigureChangesMeanwhile() throws Exception {
        openDemo();
        moveTo("#chip-3").press(MouseButton.PRIMARY);
        String before = lookup("#chip-3").query().getAccessibleText();
        interact(() -> workspace().changeTrack(3, "trim", t -> t.withTrim(-4)));
        waitUntil(() -> !lookup("#chip-3").query().getAccessibleText().equals(before));
        release(MouseButton.PRIMARY);
        waitUntil(() -> heard() == 3);
    }

    @Test
    void switchingKeepsTheBarOrTheTime() throws Exception {
        openDemo();
        assertThat(session().comparing().jump()).isEqualTo(Jump.BAR);
        double mixBar = bar(0);
        double otherBar = bar(2);
        double mixStart = passageStart(0);
        double otherStart = passageStart(2);
        interact(() -> listening().seek(mixStart + 2.5 * mixBar));
        type(KeyCode.DIGIT2);
        assertThat(onFx(() -> listening().secondsOf(2))).isCloseTo(otherStart + 2.5 * otherBar, within(1e-3));
        type(KeyCode.TAB);
        assertThat(onFx(() -> listening().secondsOf(0))).isCloseTo(mixStart + 2.5 * mixBar, within(1e-3));
        clickOn("#jump");
        assertThat(session().comparing().jump()).isEqualTo(Jump.TIME);
        interact(() -> listening().seek(mixStart + 3));
        type(KeyCode.TAB);
        assertThat(onFx(() -> listening().secondsOf(2)))
                .as("the passages meet")
                .isCloseTo(otherStart + 3, within(2e-3));
    }

    private String placeShown() {
        Label name = lookup("#place-name").queryAs(Label.class);
        return onFx(() -> name.getParent().isVisible() ? name.getText() : "");
    }

    private void waitThere() throws Exception {
        waitUntil(() -> listening().elsewhere().isSettled());
    }

    @Test
    void listeningPlacesAreHeardByKeyAndFromWhatGetsThrough() throws Exception {
        openDemo();
        type(KeyCode.L);
        play();
        assertThat(placeShown()).isEmpty();
        press(KeyCode.SHIFT).type(KeyCode.P).release(KeyCode.SHIFT);
        waitUntil(() -> placeShown().equals("Broadcast monitor"));
        for (int i = 0; i < 5; i++) {
            press(KeyCode.CONTROL).type(KeyCode.P).release(KeyCode.CONTROL);
        }
        waitUntil(() -> placeShown().equals("Phone in the hand"));
        waitThere();
        waitFor(1.2);
        float[][] there = device().recent(9600);
        assertThat(lowShare(there)).as("below 200 Hz, on a phone").isLessThan(0.05);
        clickOn("#place-back");
        waitUntil(() -> placeShown().isEmpty());
        waitFor(1.2);
        assertThat(lowShare(device().recent(9600))).as("and here").isGreaterThan(0.1);
        press(KeyCode.SHIFT).type(KeyCode.P).release(KeyCode.SHIFT);
        waitUntil(() -> placeShown().equals("Phone in the hand"));
        clickOn("#station-compare");
        press(KeyCode.ALT).type(KeyCode.DIGIT6).release(KeyCode.ALT);
        waitUntil(() -> !lookup("#through-words").queryAs(Label.class).getText().isEmpty());
        ThroughGrid grid = lookup("#through").queryAs(ThroughGrid.class);
        type(KeyCode.F6);
        interact(grid::requestFocus);
        for (int i = 0; i < 2 * 9 + 1; i++) { // past two places and their eight ranges each, and the name of the third
            type(KeyCode.RIGHT);
        }
        assertThat(onFx(() -> grid.queryAccessibleAttribute(AccessibleAttribute.TEXT)))
                .asString()
                .startsWith("Car at 100 km/h: Lows: mix ");
        type(KeyCode.ENTER);
        waitUntil(() -> placeShown().equals("Car at 100 km/h"));
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).contains(new MonitorControls.Band(20, 300));
        type(KeyCode.ENTER);
        waitUntil(() -> placeShown().isEmpty());
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).isEmpty();
    }

    /** Power below 200 Hz, as a part of the whole. */
    private static double lowShare(float[][] recent) {
        float[] left = recent[0].clone();
        double all = 0;
        for (float x : left) {
            all += x * x;
        }
        new BandSolo(10, 200, 48000).process(left, left.clone(), 0, left.length);
        double low = 0;
        for (float x : left) {
            low += x * x;
        }
        return low / all;
    }

    private double bar(int index) {
        return onFx(
                () -> workspace().tracks().all().get(index).bars().orElseThrow().barSeconds());
    }

    private double passageStart(int index) {
        return onFx(() -> workspace()
                .tracks()
                .all()
                .get(index)
                .chosenRange()
                .orElseThrow()
                .startSeconds());
    }

    @Test
    void bandsSidesAndDimAreHeard() throws Exception {
        openDemo();
        type(KeyCode.L);
        play();
        waitFor(1.2);
        double all = recentLevel();
        clickOn("#band-air");
        waitFor(1.2);
        assertThat(recentLevel()).as("air alone").isLessThan(all - 12);
        type(KeyCode.Z);
        assertThat(onFx(() -> listening().monitor().bandProperty().get()))
                .as("after the last, everything")
                .isEmpty();
        type(KeyCode.S);
        assertThat(onFx(() -> listening().monitor().sidesProperty().get())).isEqualTo(Sides.SIDE);
        waitFor(1.2);
        assertThat(recentLevel()).as("the side of a narrow mix").isLessThan(all - 6);
        float[][] recent = device().recent(4800);
        assertThat(recent[0]).isEqualTo(recent[1]);
        type(KeyCode.S);
        clickOn("#dim");
        waitFor(3.5);
        assertThat(recentLevel()).isCloseTo(all - 20, within(3.0));
        assertThat(onFx(() -> listening().meter().shortTermLufs()))
                .as("the meter reads what is listened to, whatever the volume")
                .isCloseTo(-18.5, within(1.2));
    }

    @Test
    void aBandDrawnOnTheToneIsHeardAlone() throws Exception {
        openDemo();
        clickOn("#station-compare");
        drag("#tone").dropBy(120, 0);
        var band = onFx(() -> listening().monitor().bandProperty().get()).orElseThrow();
        assertThat(band.highHz() / band.lowHz()).isBetween(1.2, 8.0);
        waitUntil(() -> !lookup("#free-band").queryAs(Label.class).getText().isEmpty());
        clickOn("#tone");
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).isEmpty();
    }

    @Test
    void theBlendGoesFromTheMixToTheReference() throws Exception {
        openDemo();
        type(KeyCode.DIGIT2, KeyCode.DIGIT0, KeyCode.H);
        assertThat(onFx(() -> listening().blendProperty().get())).isEqualTo(0.5);
        assertThat(heard()).isZero();
        interact(() ->
                lookup("#blend").queryAs(javafx.scene.control.Slider.class).setValue(0.8));
        assertThat(onFx(() -> listening().blendProperty().get())).isEqualTo(0.8);
        type(KeyCode.TAB);
        assertThat(heard()).isEqualTo(2);
        assertThat(onFx(() -> listening().blendProperty().get())).isZero();
    }

    @Test
    void keysCanBeChangedConflictsShowAndDefaultsComeBack() throws Exception {
        openDemo();
        press(KeyCode.CONTROL).type(KeyCode.K).release(KeyCode.CONTROL);
        waitUntil(() -> lookup("#keys").query().isVisible());
        write("dim");
        clickOn("#key-dim");
        type(KeyCode.M);
        waitUntil(() -> lookup("#key-dim").queryAs(Button.class).getText().equals("M"));
        assertThat(lookup("#key-dim").queryAs(Button.class).getStyleClass())
                .as("mono has it, too")
                .contains("conflict");
        clickOn("#key-dim");
        type(KeyCode.J);
        waitUntil(() -> lookup("#key-dim").queryAs(Button.class).getText().equals("J"));
        type(KeyCode.ESCAPE);
        waitUntil(() -> !lookup("#keys").query().isVisible());
        type(KeyCode.J);
        assertThat(lookup("#dim").queryAs(ToggleButton.class).isSelected()).isTrue();
        type(KeyCode.D);
        assertThat(lookup("#dim").queryAs(ToggleButton.class).isSelected()).isTrue();
        clickOn("#commands");
        clickOn("#restore-keys");
        type(KeyCode.ESCAPE);
        type(KeyCode.D);
        assertThat(lookup("#dim").queryAs(ToggleButton.class).isSelected()).isFalse();
        press(KeyCode.CONTROL).type(KeyCode.K).release(KeyCode.CONTROL);
        write("Side only");
        type(KeyCode.ENTER);
        assertThat(onFx(() -> listening().monitor().sidesProperty().get())).isEqualTo(Sides.SIDE);
    }

    @Test
    void keysGoOnListeningOnEveryStationAlsoWhereThereAreFields() throws Exception {
        openDemo();
        for (KeyCode station : new KeyCode[] {KeyCode.DIGIT5, KeyCode.DIGIT4, KeyCode.DIGIT1}) {
            press(KeyCode.CONTROL).type(station).release(KeyCode.CONTROL);
            waitUntil(() ->
                    !(app.window().root().getScene().getFocusOwner() instanceof javafx.scene.control.TextInputControl));
            type(KeyCode.DIGIT2);
            assertThat(heard()).isEqualTo(2);
            type(KeyCode.TAB);
            assertThat(heard()).isZero();
        }
    }

    @Test
    void everyCommandDoesSomething() throws Exception {
        Commands commands = app.window().commands();
        assertThat(commands.isComplete()).isTrue();
        for (boolean open : new boolean[] {false, true}) {
            if (open) {
                interact(() -> commands.run(Command.GATHER));
                openDemo();
            }
            for (Command act : Command.values()) {
                boolean asks = List.of(
                                Command.ADD,
                                Command.OPEN,
                                Command.SAVE,
                                Command.SAVE_AS,
                                Command.NEW,
                                Command.NEXT_SONG,
                                Command.RENDER,
                                Command.COMPACT,
                                Command.LOG,
                                Command.MANUAL, // a window that would lie over this one
                                Command.FULL_SCREEN)
                        .contains(act);
                if (!asks) {
                    interact(() -> commands.run(act));
                }
            }
            interact(() -> commands.run(Command.BLIND)); // closed again
            type(KeyCode.ESCAPE);
        }
        assertThat(onFx(() -> app.window().root().isVisible())).isTrue();
    }

    @Test
    void theBarAloneGoesOnPlayingAndComesBack() throws Exception {
        openDemo();
        play();
        clickOn("#open-compact");
        waitUntil(() -> app.window().isCompact());
        assertThat(onFx(() -> listening().playingProperty().get())).isTrue();
        assertThat(onFx(() -> app.window().root().getScene().getWindow().isShowing()))
                .isFalse();
        interact(() -> app.window().commands().run(Command.SWAP));
        assertThat(heard()).isEqualTo(1);
        Button back = lookup("#whole-window").queryButton();
        for (int i = 0; i < 4; i++) {
            Region chip = lookup("#chip-" + i).queryAs(Region.class);
            Bounds at = onFx(() -> chip.localToScene(chip.getBoundsInLocal()));
            assertThat(at.getMaxX()).as("chip %d is whole", i).isLessThanOrEqualTo(onFx(() -> back.localToScene(
                            back.getBoundsInLocal())
                    .getMinX()));
        }
        interact(back::fire);
        assertThat(onFx(() -> app.window().root().getScene().getWindow().isShowing()))
                .isTrue();
        assertThat(back.isVisible()).isFalse();
        waitUntil(() -> lookup("#chip-1").tryQuery().isPresent());
    }
}
