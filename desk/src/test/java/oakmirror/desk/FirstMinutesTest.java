package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.ButtonBase;
import javafx.scene.input.KeyCode;
import oakmirror.desk.control.FileDialogs;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.Test;

/** From the empty window with four files: how many clicks and keys it takes to listen, to see what stands out, to hear a correction and to have a master. */
class FirstMinutesTest extends WindowTest {

    private static final List<String> SONGS =
            List.of("copper-lane-harbour-lights.ogg", "nine-gates-the-long-ebb.ogg", "marrow-and-rye-salt-stair.mp3");

    private final AnsweringDialogs answers = new AnsweringDialogs();
    private int steps;

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private void drop(Path... files) {
        interact(() -> app.window().take(List.of(files)));
        steps++;
    }

    private void press(String button) {
        clickOn(button);
        steps++;
    }

    private void key(KeyCode key) {
        type(key);
        steps++;
    }

    @Test
    void aMasterIsAFewStepsFromTheDrop() throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("1 mix.wav"), 30);
        Path[] references = new Path[3];
        for (int i = 0; i < references.length; i++) {
            Path song = TestFiles.demo(SONGS.get(i));
            references[i] = TestFiles.excerpt(song, folder.resolve("reference " + (i + 1) + ".wav"), 30);
        }
        drop(mix, references[0], references[1], references[2]);
        waitUntil(() -> workspace().isReady());
        double own = lufs(0);
        for (int i = 1; i <= 3; i++) {
            assertThat(lufs(i)).as("heard as loud as the mix").isCloseTo(own, within(0.05));
        }
        assertThat(steps).as("to listen at one level").isLessThanOrEqualTo(1);

        waitUntil(() -> lookup("#stands-out").query().isVisible());
        assertThat(onFx(() -> app.window().comparing().findingsProperty().get()))
                .isNotEmpty();
        assertThat(steps).as("to what stands out").isLessThanOrEqualTo(2);

        key(KeyCode.C);
        key(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get()
                && listening().correctedProperty().get());
        assertThat(steps).as("to hear the mix corrected").isLessThanOrEqualTo(3);
        key(KeyCode.SPACE);

        press("#station-send_out");
        waitUntil(() -> !lookup("#render").query().isDisabled());
        press("#render");
        waitUntil(() -> !workspace().logProperty().get().sent().isEmpty());
        assertThat(workspace().logProperty().get().sent().get(0).file()).matches(Files::exists);
        assertThat(steps).as("to a master on disk").isLessThanOrEqualTo(7);
    }

    private double lufs(int track) {
        return onFx(() -> workspace()
                        .tracks()
                        .all()
                        .get(track)
                        .measured(session().comparing().scope())
                        .orElseThrow()
                        .heardLufs()
                + listening().offsetDb(track));
    }

    @Test
    void theTourWalksTheWindowAndIsLeftAtAnyTime() throws Exception {
        assertThat(onFx(() -> lookup("#play").query().isVisible()))
                .as("nothing to play yet")
                .isFalse();
        clickOn("#take-tour");
        waitUntil(() -> lookup("#tour").query().isVisible());
        waitUntil(() -> workspace().isReady());
        assertThat(onFx(() -> lookup("#play").query().isVisible())).isTrue();
        for (Station station : List.of(
                Station.GATHER,
                Station.GATHER,
                Station.COMPARE,
                Station.COMPARE,
                Station.SHAPE,
                Station.FINISH,
                Station.SEND_OUT)) {
            assertThat(onFx(() -> app.window().station())).isEqualTo(station.ordinal());
            waitUntil(() -> lookup(".tour-ring").query().isVisible());
            interact(lookup("#tour-next").queryAs(ButtonBase.class)::fire);
        }
        assertThat(onFx(() -> lookup("#tour").query().isVisible())).isFalse();
        interact(() -> app.window().show(Station.GATHER.ordinal()));
        chooseIn("#session-menu", "Take the tour");
        waitUntil(() -> lookup("#tour").query().isVisible());
        type(KeyCode.ESCAPE);
        waitUntil(() -> !lookup("#tour").query().isVisible());
        interact(() -> workspace().reset());
        assertThat(onFx(() -> lookup("#play").query().isVisible()))
                .as("nothing to play again")
                .isFalse();
    }
}
