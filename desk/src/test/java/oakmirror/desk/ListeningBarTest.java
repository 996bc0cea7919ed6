package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import oakmirror.audio.Clip;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Jump;
import oakmirror.desk.command.Act;
import oakmirror.desk.command.Commands;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.device.AudioOutput;
import oakmirror.media.device.Outputs;
import oakmirror.media.file.OutputFormat;
import oakmirror.monitor.MonitorPath.Sides;
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

    /** After matching by passage, FFmpeg's meter reads the recording of every track within 0.1 LU of the mix's, over the passage. */
    @Test
    void everyTrackIsHeardEquallyLoudOverItsPassage() throws Exception {
        openDemo();
        interact(() -> {
            for (int i = 0; i < 4; i++) { // what the device keeps of what it was given holds half of a passage
                workspace()
                        .changeTrack(
                                i,
                                "half",
                                t -> t.withChosenRange(
                                        firstHalf(t.passage().orElseThrow().range())));
            }
        });
        waitUntil(() -> workspace().isReady());
        correctNothing();
        type(KeyCode.L);
        play();
        double[] lufs = new double[4];
        for (int i = 0; i < 4; i++) {
            type(KeyCode.getKeyCode(String.valueOf(i)));
            assertThat(heard()).isEqualTo(i);
            int frames = (int) Math.round(
                    48000 * onFx(() -> listening().heardRange().orElseThrow().seconds()));
            type(KeyCode.HOME);
            long from = device().framesTaken() + 2 * AudioOutput.BLOCK; // what was fading out has gone
            waitUntil(() -> device().framesTaken() > from + frames);
            float[][] recorded = device().given(from, frames);
            Path file = TestFiles.write(
                    folder.resolve("heard" + i + ".wav"), OutputFormat.WAV_FLOAT, 48000, recorded[0], recorded[1]);
            lufs[i] = FfmpegTool.measure(file).integrated();
        }
        System.out.printf("Heard, by FFmpeg's meter: %.3f %.3f %.3f %.3f LUFS%n", lufs[0], lufs[1], lufs[2], lufs[3]);
        for (int i = 1; i < 4; i++) {
            assertThat(lufs[i]).as("track %d", i).isCloseTo(lufs[0], within(0.1));
        }
    }

    private static TimeRange firstHalf(TimeRange range) {
        return new TimeRange(range.startSeconds(), (range.startSeconds() + range.endSeconds()) / 2);
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
    void referencesAreStretchedToTheMixesTempoWhenAsked() throws Exception {
        openDemo();
        assertThat(onFx(() -> listening().isStretched(3))).isFalse();
        clickOn("#align");
        waitUntil(() -> listening().isStretched(1) && listening().isStretched(3));
        type(KeyCode.DIGIT3);
        double start = passageStart(3);
        interact(() -> listening().seek(start + bar(3)));
        type(KeyCode.DIGIT0);
        assertThat(onFx(() -> listening().secondsOf(0))).isCloseTo(passageStart(0) + bar(0), within(2e-3));
        waitUntil(() -> lookup("#chip-3 .small").tryQuery().isPresent());
        assertThat(lookup("#chip-3 .small").queryAs(Label.class).getText()).isEqualTo("at tempo");
        clickOn("#align");
        waitUntil(() -> !listening().isStretched(3));
    }

    @Test
    void aDeviceCanBeChosenAndAPulledCableIsSaid() throws Exception {
        openDemo();
        play();
        waitFor(0.2);
        interact(() -> listening().output().chosenProperty().set(Optional.of(Outputs.SECOND_SIMULATED)));
        assertThat(device().device()).isEqualTo(Outputs.SECOND_SIMULATED);
        assertThat(onFx(() -> listening().playingProperty().get())).isTrue();
        waitFor(0.2);
        device().unplug();
        waitUntil(() -> !listening().playingProperty().get());
        assertThat(onFx(() -> workspace().messageProperty().get()))
                .contains("has gone")
                .contains(Outputs.SIMULATED.name());
        play();
        assertThat(device().device()).isEqualTo(Outputs.SIMULATED);
    }

    @Test
    void anImpulseResponseIsHeardWithEverythingAndWrittenToNothing() throws Exception {
        openDemo();
        float[] half = new float[4800];
        half[0] = 0.5f;
        Path response = TestFiles.write(folder.resolve("room.wav"), OutputFormat.WAV_FLOAT, 48000, half, half);
        type(KeyCode.L);
        play();
        waitFor(1.2);
        double plain = recentLevel();
        interact(() -> listening().monitor().loadInsert(response, 48000, sentence -> {}));
        waitUntil(() -> listening().monitor().insertOnProperty().get());
        waitFor(1.2);
        assertThat(recentLevel()).isCloseTo(plain - 6, within(3.0));
        interact(() -> listening().monitor().removeInsert());
        waitFor(1.2);
        assertThat(recentLevel()).isCloseTo(plain, within(3.0));
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
        write("side only");
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
                interact(() -> commands.run(Act.GATHER));
                openDemo();
            }
            for (Act act : Act.values()) {
                boolean asks = List.of(
                                Act.ADD,
                                Act.OPEN,
                                Act.SAVE,
                                Act.SAVE_AS,
                                Act.NEW,
                                Act.RENDER,
                                Act.COMPACT,
                                Act.LOG,
                                Act.FULL_SCREEN)
                        .contains(act);
                if (!asks) {
                    interact(() -> commands.run(act));
                }
            }
            interact(() -> commands.run(Act.BLIND)); // closed again
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
        interact(() -> app.window().commands().run(Act.SWAP));
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

    @Test
    void atTheEndOfATrackItGoesBackToThePassage() throws Exception {
        openDemo();
        interact(() -> listening().seek(workspace().tracks().all().get(0).seconds() - 0.5));
        type(KeyCode.SPACE);
        double start = passageStart(0);
        waitUntil(() -> !listening().playingProperty().get()
                && Math.abs(listening().positionProperty().get() - start) < 1e-3);
        assertThat(device().framesTaken()).as("it did play").isPositive();
    }

    /** Largest steps on the recording against those of the programme itself, while everything is changed. */
    @Test
    void nothingThatIsChangedWhilePlayingLeavesAStep() throws Exception {
        openDemo();
        type(KeyCode.L);
        play();
        waitFor(0.5);
        double own = 0;
        for (int i = 0; i < 4; i++) {
            int index = i;
            float gain = (float) Math.pow(10, onFx(() -> listening().offsetDb(index)) / 20);
            for (float[] side : clip(i).channels()) {
                for (int k = 1; k < side.length; k++) {
                    own = Math.max(own, gain * Math.abs(side[k] - side[k - 1]));
                }
            }
        }
        KeyCode[] changes = {
            KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.TAB, KeyCode.C, KeyCode.C, KeyCode.Z, KeyCode.Z, KeyCode.X,
                    KeyCode.H,
            KeyCode.H, KeyCode.M, KeyCode.S, KeyCode.S, KeyCode.RIGHT, KeyCode.HOME, KeyCode.D, KeyCode.D,
                    KeyCode.DIGIT3
        };
        for (KeyCode change : changes) {
            type(change);
            waitFor(0.15);
        }
        float[][] recorded = device().recent((int) (changes.length * 0.15 * 48000));
        double largest = 0;
        for (float[] side : recorded) {
            for (int k = 1; k < side.length; k++) {
                largest = Math.max(largest, Math.abs(side[k] - side[k - 1]));
            }
        }
        System.out.printf(
                "Largest step while changing: %.4f, of the programme: %.4f, beyond: %.1f dBFS%n",
                largest, own, 20 * Math.log10(Math.max(1e-6, largest - own)));
        assertThat(largest - own).isLessThan(1e-3); // −60 dBFS
    }

    private Clip clip(int index) {
        var audio = onFx(() -> workspace().tracks().all().get(index).audio().orElseThrow());
        float[] left = new float[(int) audio.frames()];
        float[] right = new float[left.length];
        audio.read(0, left, right, 0, left.length);
        return Clip.stereo(48000, left, right);
    }
}
