package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import oakmirror.audio.TimeRange;
import oakmirror.desk.control.FileDialogs;
import oakmirror.session.Passage;
import oakmirror.session.SessionFile;
import oakmirror.session.Stem;
import oakmirror.state.task.Task;
import oakmirror.stems.Rebalance;
import oakmirror.stems.Rebalance.Step;
import org.junit.jupiter.api.Test;

/** What to change in the mix first: the demo's mix and its stems. */
class StemsTest extends WindowTest {

    private final AnsweringDialogs dialogs = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return dialogs;
    }

    private Rebalance proposed() {
        return onFx(() -> workspace().rebalanceProperty().get());
    }

    private double gain(int stem) {
        return session().stems().all().get(stem).gainDb();
    }

    private void openStems() throws Exception {
        openDemo();
        clickOn("#station-shape");
        waitUntil(() -> workspace().stems().powers().isPresent()
                && !workspace().rebalanceProperty().get().isNone());
        settle();
    }

    private Label label(String text) {
        return lookup(n -> n instanceof Label l && l.isVisible() && l.getText().contains(text))
                .query();
    }

    @Test
    void whatIsProposedIsTriedAndCorrectionAndMasterFollow() throws Exception {
        openStems();
        Step first = proposed().steps().get(0);
        double[] before =
                onFx(() -> workspace().proposalProperty().get().correction().curveDb());
        assertThat(label("closes").getText()).contains(first.zone().label());
        assertThat(label("The stems add up to the mix except for").getText()).contains("dB");
        clickOn("#stem-try-" + first.stem());
        waitUntil(() -> workspace().settledProperty().get() && gain(first.stem()) != 0);
        assertThat(gain(first.stem())).isEqualTo(first.gainDb());
        waitUntil(() -> !Arrays.equals(
                before, workspace().proposalProperty().get().correction().curveDb()));
        double[] after =
                onFx(() -> workspace().proposalProperty().get().correction().curveDb());
        assertThat(rms(after)).as("less is left for the correction").isLessThan(rms(before));
        assertThat(proposed().of(first.stem()))
                .as("what is proposed stays, whatever is tried")
                .contains(first);
        assertThat(lookup("#stem-try-" + first.stem()).queryAs(Button.class).getText())
                .isEqualTo("unchanged");
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> gain(first.stem()) == 0);
        waitUntil(() -> workspace().settledProperty().get()
                && Arrays.equals(
                        before,
                        workspace().proposalProperty().get().correction().curveDb()));
        theMasterIsRenderedFromTheMixAsTried();
    }

    private void theMasterIsRenderedFromTheMixAsTried() throws Exception {
        double before = onFx(() -> workspace().stems().rendered().orElseThrow().frames());
        clickOn("#try-all");
        waitUntil(() -> workspace().settledProperty().get() && session().stems().isTried());
        float[] one = new float[512];
        float[] other = new float[512];
        interact(() -> {
            workspace().stems().rendered().orElseThrow().read(48000 * 5L, one, new float[512], 0, 512);
            workspace()
                    .tracks()
                    .mix()
                    .orElseThrow()
                    .audio()
                    .orElseThrow()
                    .read(48000 * 5L, other, new float[512], 0, 512);
        });
        assertThat(one).isNotEqualTo(other);
        assertThat(onFx(() ->
                        (double) workspace().stems().rendered().orElseThrow().frames()))
                .isCloseTo(before, within(0.0));
    }

    private static double rms(double[] curve) {
        return Math.sqrt(Arrays.stream(curve).map(x -> x * x).average().orElseThrow());
    }

    @Test
    void fadersAreHeardSavedAndBackAgain() throws Exception {
        openStems();
        aFaderIsHeardAndComparedByAKey();
        double[] gains = proposed().gainsDb();
        clickOn("#try-all");
        waitUntil(() -> Arrays.equals(gains, session().stems().gainsDb()));
        chooseIn("#stems-more", "Copy proposal as text");
        String copied = onFx(() -> Clipboard.getSystemClipboard().getString());
        Stem first = session().stems().all().get(proposed().steps().get(0).stem());
        assertThat(copied).startsWith("In the mix:\n" + first.name() + " ");
        Path file = folder.resolve("with stems.oakmirror.json");
        saveAs(file);
        assertThat(SessionFile.read(file).session().stems()).isEqualTo(session().stems());
        interact(() -> app.window().open(file));
        waitUntil(() -> workspace().settledProperty().get()
                && workspace().stems().powers().isPresent());
        assertThat(session().stems().gainsDb()).isEqualTo(gains);
        interact(() -> app.window().show(Station.SHAPE.ordinal())); // what is opened begins on Gather
        whatIsCancelledIsSaidAndCanBeBegunAgain();
    }

    private void aFaderIsHeardAndComparedByAKey() throws Exception {
        int fiddle = 0;
        assertThat(session().stems().all().get(fiddle).name()).isEqualTo("fiddle");
        Slider fader = lookup("#stem-fader-" + fiddle).query();
        interact(() -> fader.setValue(-6));
        waitUntil(() -> gain(fiddle) == -6 && workspace().settledProperty().get());
        clickOn("#play");
        waitUntil(() -> listening().playingProperty().get());
        waitUntil(() -> device().recent(48000)[0].length == 48000);
        assertThat(onFx(() -> listening().rebalancedProperty().get())).isTrue();
        press(KeyCode.SHIFT).type(KeyCode.C).release(KeyCode.SHIFT);
        assertThat(onFx(() -> listening().rebalancedProperty().get())).isFalse();
        press(KeyCode.SHIFT).type(KeyCode.C).release(KeyCode.SHIFT);
        assertThat(onFx(() -> listening().rebalancedProperty().get())).isTrue();
        clickOn("#try-none");
        waitUntil(() -> !session().stems().isTried());
        assertThat(fader.getValue()).isZero();
    }

    private void whatIsCancelledIsSaidAndCanBeBegunAgain() throws Exception {
        double from = 5 + System.nanoTime() % 100_000 * 1e-5; // which nobody has measured yet
        interact(() -> {
            workspace().changeTrack(0, "mark", t -> t.withPassage(new Passage("odd", new TimeRange(from, from + 30))));
            List.copyOf(workspace().background().shown()).stream()
                    .filter(j -> j.title().equals("Measuring the stems"))
                    .forEach(Task::cancel);
        });
        waitUntil(() -> lookup("#stems-again").query().isVisible());
        assertThat(onFx(() -> workspace().stems().powers())).isEmpty();
        assertThat(label("was cancelled").getText()).startsWith("Measuring the stems");
        clickOn("#stems-again");
        waitUntil(() -> workspace().stems().powers().isPresent());
        assertThat(onFx(() -> lookup("#stems-again").query().isVisible())).isFalse();
    }

    /** Cards change places when something is proposed, and may lie below what is in view. */
    private void remove(int stem) {
        interact(lookup("#stem-remove-" + stem).queryAs(Button.class)::fire);
    }

    @Test
    void stemsComeAndGoAndOneThatCannotBeReadIsSaid() throws Exception {
        openStems();
        remove(4);
        waitUntil(() -> session().stems().all().size() == 4);
        Path broken = Files.writeString(folder.resolve("not sound.wav"), "nothing of the kind");
        dialogs.answer(broken.toFile());
        interact(lookup("Add stems").queryAs(Button.class)::fire); // below what is in view
        waitUntil(() -> session().stems().all().size() == 5);
        waitUntil(() -> lookup(n ->
                        n instanceof Label l && l.isVisible() && l.getText().contains("not sound.wav"))
                .tryQuery()
                .isPresent());
        assertThat(label("One stem can’t be read").getText()).contains("try again");
        assertThat(onFx(() -> workspace().stems().powers())).isEmpty();
        remove(4);
        waitUntil(() -> workspace().stems().powers().isPresent());
        dialogs.answer(demo().resolve("stems").toFile());
        int before = session().stems().all().size();
        interact(() -> app.window().show(Station.GATHER.ordinal()));
        Node row = lookup("#track-0").query();
        menuOf("#track-0");
        clickOn("Add a folder of stems…");
        waitUntil(() -> session().stems().all().size() == before + 1);
        assertThat(onFx(() -> workspace().messageProperty().get())).contains("already stems");
        waitUntil(() -> row.lookupAll(".label").stream()
                .anyMatch(l -> ((Label) l).getText().contains((before + 1) + " stems")));
    }
}
