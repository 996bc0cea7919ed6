package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import oakmirror.desk.control.FileDialogs;
import oakmirror.dsp.Chain;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.finish.TargetList;
import oakmirror.limiter.Limiter;
import oakmirror.limiter.TakenAway;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.state.listening.MonitorControls.Ending;
import org.junit.jupiter.api.Test;

/** From the demo's mix to a master that an independent meter reads; and what is told on the way. */
class FinishTest extends WindowTest {

    private final AnsweringDialogs dialogs = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return dialogs;
    }

    private void openFinish() throws Exception {
        openDemo();
        clickOn("#station-finish");
        gone();
    }

    /** Waits until the master has been gone through as it stands. */
    private void gone() throws Exception {
        waitUntil(() -> !app.window().isWorking() && !verdict().startsWith("Measuring"));
    }

    private String verdict() {
        return lookup("#verdict").queryAs(Label.class).getText();
    }

    private void press(String query) {
        interact(() -> {
            Node node = lookup(query).query();
            if (node instanceof Button b) {
                b.fire();
            } else {
                ((ToggleButton) node).fire();
            }
        });
    }

    private void aim(String id) {
        interact(() -> {
            lookup(id).query().requestFocus();
            app.window().root().layout();
        });
        type(KeyCode.ENTER);
    }

    private String text(String within) {
        return onFx(() -> lookup(within).lookup((Node n) -> n instanceof Label).queryAll().stream()
                .map(n -> ((Label) n).getText())
                .reduce("", (a, b) -> a + "\n" + b));
    }

    private Optional<Chain> heard() {
        return listening().correctionHeard();
    }

    private boolean shows(String query) {
        return lookup(query).tryQuery().filter(Node::isVisible).isPresent();
    }

    private void slide(String query, double value) {
        interact(() -> lookup(query).queryAs(Slider.class).setValue(value));
    }

    @Test
    void theMixIsBroughtToAReferenceHeardAndRendered() throws Exception {
        openFinish();
        waitUntil(() -> text("#aim-reference-1").contains("of limiting"));
        assertThat(text("#aim-reference-2")).contains("over-compressed: not a good target");
        aim("#aim-reference-1");
        waitUntil(() -> session().finish().targetLufs() > -12);
        gone();
        double target = session().finish().targetLufs();
        assertThat(onFx(this::verdict)).contains("of limiting", "on average");
        assertThat(text("#price")).contains("PLR", "→", "Tone change");
        assertThat(text("#crest")).contains("Presence", "→");

        type(KeyCode.V);
        waitUntil(() -> heard().flatMap(Chain::limiter)
                .filter(l -> l instanceof Limiter)
                .isPresent());
        Limiter limiter = (Limiter) onFx(() -> heard().orElseThrow().limiter().orElseThrow());
        double mix = onFx(() -> workspace()
                .tracks()
                .mix()
                .orElseThrow()
                .imported()
                .orElseThrow()
                .measurement()
                .heardLufs());
        assertThat(limiter.ceilingDbtp())
                .as("as loud as the mix: the ceiling comes down")
                .isCloseTo(-1 - (target - mix), within(0.1));
        assertThat(onFx(() -> lookup("#finished").queryAs(ToggleButton.class).isSelected()))
                .isTrue();
        press("#hear-taken");
        waitUntil(() -> heard().flatMap(Chain::limiter)
                .filter(l -> l instanceof TakenAway t && t.gainDb() > 5) // once its loudness is known
                .isPresent());
        type(KeyCode.C);
        assertThat(onFx(() -> listening().monitor().endingProperty().get())).isEqualTo(Ending.NONE);

        clickOn("#station-send_out");
        interact(() -> lookup("#output-folder").queryAs(TextField.class).setText(folder.toString()));
        interact(() -> lookup("#output-name").queryAs(TextField.class).setText("master"));
        clickOn("#render");
        waitUntil(() -> lookup(".result").tryQuery().isPresent());
        FfmpegTool.Reading file = FfmpegTool.measure(folder.resolve("master.wav"));
        assertThat(file.integrated()).isCloseTo(target, within(0.05));
        assertThat(file.truePeak()).isLessThanOrEqualTo(-0.9); // it prints tenths
    }

    @Test
    void whatCannotBeSanelyReachedIsSaid() throws Exception {
        openFinish();
        slide("#target", -6);
        gone();
        assertThat(onFx(this::verdict)).containsAnyOf("too high a price", "No drive gets this mix to");
        waitUntil(() -> shows("#instead-sane") && shows("#instead-clipped"));
        press("#instead-clipped");
        waitUntil(() -> session().finish().limiter().orElseThrow().clipDb() > 0);
        assertThat(session().finish().targetLufs()).isEqualTo(-6);
        gone();
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> session().finish().limiter().orElseThrow().clipDb() == 0);
        slide("#target", -8);
        gone();
        waitUntil(() -> shows("#instead-sane") && shows("#instead-loudest"));
        press("#instead-loudest");
        waitUntil(() -> session().finish().targetLufs() > -7.5);
        gone();
        waitUntil(() -> shows("#instead-sane"));
        assertThat(shows("#instead-loudest")).as("what is chosen already").isFalse();
        aim("#aim-sane-0");
        waitUntil(() -> session().finish().targetLufs() < -6.5);
        gone();
        assertThat(onFx(this::verdict)).contains("of limiting").doesNotContain("too high");
        slide("#target", -9);
        press("#limited");
        gone();
        assertThat(session().finish().limiter()).isEmpty();
        assertThat(onFx(this::verdict)).contains("short of the target", "Switch the limiter on");
        press("#limited");
        press("#clip-gentle");
        slide("#release", -1);
        slide("#link", 50);
        waitUntil(() -> session()
                .finish()
                .limiter()
                .filter(l -> l.clipDb() == 1.5 && l.release() == 0.5 && l.link() == 0.5)
                .isPresent());
        slide("#target", -25);
        gone();
        assertThat(onFx(this::verdict)).contains("turned down by", "its dynamics stay");
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> session().finish().targetLufs() == -9);
    }

    private void choose(String item) {
        MenuButton menu = lookup("#change-list").query();
        interact(() -> {
            menu.getOnShowing().handle(null);
            menu.getItems().stream()
                    .filter(i -> item.equals(i.getText()))
                    .findFirst()
                    .map(MenuItem::getOnAction)
                    .orElseThrow()
                    .handle(null);
        });
    }

    private List<String> names() throws Exception {
        Path kept = folder.resolve("config").resolve("targets.json");
        return TargetList.read(kept).targets().stream().map(t -> t.name()).toList();
    }

    @Test
    void theListIsChangedSongsAreTargetsAndLevelsAreHeardAsListenersGetThem() throws Exception {
        openFinish();
        listenersGet();
        changeTheList();
        aSongOfTheRecordIsATarget();
    }

    private void changeTheList() throws Exception {
        choose("New target…");
        interact(() -> {
            lookup("#target-name").queryAs(TextField.class).setText("our label");
            lookup("#target-lufs").queryAs(TextField.class).setText("loud");
        });
        press("#target-keep");
        assertThat(text("#target-editor")).contains("“loud” is not a number for LUFS.");
        interact(() -> lookup("#target-lufs").queryAs(TextField.class).setText("−11,5"));
        press("#target-keep");
        int place = TargetList.shipped().targets().size();
        waitUntil(() -> lookup("#aim-list-" + place).tryQuery().isPresent());
        assertThat(text("#aim-list-" + place)).contains("our label", "−11.5");
        waitUntilOnDisk(
                () -> Files.exists(folder.resolve("config").resolve("targets.json")) && names().contains("our label"));

        Path out = folder.resolve("mine.json");
        dialogs.answer(out.toFile());
        choose("Export list…");
        waitUntilOnDisk(
                () -> Files.exists(out) && TargetList.read(out).targets().size() == place + 1);
        choose("Restore default list");
        waitUntilOnDisk(() -> names().equals(TargetList.shipped().targets().stream()
                .map(t -> t.name())
                .toList()));
        choose("Import list…");
        waitUntilOnDisk(() -> names().contains("our label"));
        Path odd = Files.writeString(folder.resolve("odd.json"), "[1]");
        dialogs.answer(odd.toFile());
        choose("Import list…");
        waitUntil(() -> workspace().messageProperty().get().startsWith("odd.json contains no targets"));
    }

    private void aSongOfTheRecordIsATarget() throws Exception {
        Path song = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Low Water.wav"), 8);
        dialogs.answer(song.toFile());
        choose("From a finished song…");
        waitUntil(() -> lookup("#aim-song-0").tryQuery().isPresent());
        double lufs = session().delivery().song().orElseThrow().integratedLufs();
        assertThat(lufs).isCloseTo(FfmpegTool.measure(song).integrated(), within(0.05));
        aim("#aim-song-0");
        waitUntil(() -> Math.abs(session().finish().targetLufs() - lufs) < 0.01);
        choose("Remove the finished song");
        waitUntil(() -> lookup("#aim-song-0").tryQuery().isEmpty());
    }

    private void listenersGet() throws Exception {
        aim("#aim-reference-1");
        gone();
        press("#as-listeners");
        assertThat(text("#listeners")).contains("master −", "references");
        press("#hear-0");
        waitUntil(() -> heard().flatMap(Chain::limiter)
                .filter(l -> l instanceof Limiter m && m.ceilingDbtp() == -1)
                .isPresent());
        double master = onFx(() ->
                listening().monitor().playbackProperty().get().orElseThrow().masterDb());
        assertThat(master).isCloseTo(-14 - session().finish().targetLufs(), within(0.06));
        assertThat(onFx(() -> listening().offsetDb(0))).isEqualTo(master);
        double theirs = onFx(() -> workspace()
                .tracks()
                .references()
                .get(1)
                .imported()
                .orElseThrow()
                .measurement()
                .heardLufs());
        assertThat(onFx(() -> listening().offsetDb(2)))
                .as("a player's, not what matches")
                .isCloseTo(-14 - theirs, within(0.01));
        press("#hear-0");
        waitUntil(() -> listening().monitor().playbackProperty().get().isEmpty());
        press("#hear-delivered");
        waitUntil(() -> listening()
                .monitor()
                .playbackProperty()
                .get()
                .filter(p -> p.masterDb() == 0)
                .isPresent());
        ChoiceBox<Up> up = lookup("#turned-up").query();
        interact(() -> up.setValue(Up.WITH_A_LIMITER));
        press("#hear-0");
        double peak = onFx(() -> workspace()
                .tracks()
                .references()
                .get(1)
                .imported()
                .orElseThrow()
                .measurement()
                .heard()
                .peaks()
                .truePeakDbtp());
        assertThat(peak + onFx(() -> listening().offsetDb(2)))
                .as("nothing clips")
                .isLessThanOrEqualTo(1e-6);
        type(KeyCode.C);
        waitUntil(() -> listening().monitor().playbackProperty().get().isEmpty());
        assertThat(onFx(() -> listening().offsetDb(0)
                        + listening().levelsProperty().get().downDb()))
                .as("matched again, but for room for what the correction raises")
                .isZero();
        press("#as-targets");
    }
}
