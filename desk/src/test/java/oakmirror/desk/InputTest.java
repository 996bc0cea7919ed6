package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.ToggleButton;
import oakmirror.audio.Clip;
import oakmirror.audio.StereoSource;
import oakmirror.desk.control.FileDialogs;
import oakmirror.media.TestFiles;
import oakmirror.media.device.Inputs;
import oakmirror.media.device.SimulatedInput;
import oakmirror.media.library.Entry;
import oakmirror.state.capture.Input;
import org.junit.jupiter.api.Test;

/** What plays outside, through the simulated input: taken as a profile, and as a live mix. */
class InputTest extends WindowTest {

    private static final double SPEED = 12;

    private final AnsweringDialogs answers = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private Input input() {
        return app.window().input();
    }

    private List<Entry> entries() {
        return onFx(() -> app.window().shelf().entries());
    }

    private StereoSource world(double seconds) throws Exception {
        float[][] song =
                TestFiles.read(TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("world.wav"), seconds));
        return new Clip(44100, oakmirror.audio.ChannelLayout.stereo(), song);
    }

    @Test
    void whatPlaysIsTakenWhileItIsLoudAndKeptInTheLibrary() throws Exception {
        openDemo();
        interact(() -> app.window().shelf().open());
        waitUntil(() -> entries().size() == 20);
        SimulatedInput device = new SimulatedInput(Inputs.SIMULATED, world(30), SPEED, false);
        device.setGain(-20);
        interact(() -> {
            input().begin(device); // and taken in the same moment: what plays does not wait for a slow machine
            ((ToggleButton) app.window().root().lookup("#take")).fire();
        });
        waitUntil(() -> entries().size() == 21); // the file ends, and with it the song
        Entry taken = entries().get(20);
        assertThat(taken.about().title()).startsWith("Take of ");
        assertThat(taken.about().notes()).startsWith("Tone accurate to ±");
        assertThat(taken.seconds()).isCloseTo(30, within(1.5));
        assertThat(onFx(() -> lookup("#input .label").queryAllAs(Labeled.class).stream()
                        .map(Labeled::getText)
                        .toList()))
                .anyMatch(t -> t.contains("waiting for"));
        interact(device::unplug);
        waitUntil(() -> onFx(() -> input().stateProperty().get()).contains("was disconnected"));
        assertThat(onFx(() -> input().onProperty().get())).isFalse();
        assertThat(entries()).hasSize(21);
    }

    @Test
    void aLiveMixStandsInTheMixsPlaceUntilItEndsAndNothingIsWrittenUnlessAsked() throws Exception {
        openDemo();
        var own = onFx(() -> app.window()
                .comparing()
                .comparison()
                .mix()
                .orElseThrow()
                .measured()
                .provenance());
        double[] before = onFx(() ->
                app.window().workspace().proposalProperty().get().correction().curveDb());
        SimulatedInput endless = new SimulatedInput(Inputs.SIMULATED, world(40), 4, true);
        interact(() -> input().begin(endless));
        interact(lookup("#live").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> onFx(() -> app.window().comparing().comparison().mix().filter(m -> m.measured()
                        .provenance()
                        .origin()
                        .content()
                        .startsWith("live-")))
                .isPresent());
        assertThat(onFx(() -> app.window().comparing().comparison().isKnown())).isTrue();
        waitUntil(() -> onFx(() -> input().live().wordsProperty().get()).endsWith("s behind"));
        assertThat(onFx(() -> app.window().workspace().derivation().measured()))
                .as("what plays outside is never rendered")
                .isEmpty();
        assertThat(onFx(() -> lookup("#name-0").query().getParent().lookupAll(".tag").stream()
                        .map(n -> ((Labeled) n).getText())
                        .toList()))
                .contains("live");
        Button mark = lookup("#track-0 #live-mark").queryButton();
        assertThat(onFx(mark::getText)).isEqualTo("replaced by the live mix · End");
        waitUntil(() -> !java.util.Arrays.equals(before, onFx(() -> app.window()
                .workspace()
                .proposalProperty()
                .get()
                .correction()
                .curveDb())));
        interact(lookup("#live").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> onFx(() -> app.window()
                        .comparing()
                        .comparison()
                        .mix()
                        .orElseThrow()
                        .measured()
                        .provenance())
                .equals(own));
        try (var files = Files.list(folder)) {
            assertThat(files.map(Path::getFileName).map(Path::toString).toList())
                    .doesNotContain("last.wav");
        }
        Path file = folder.resolve("last.wav");
        answers.answer(file.toFile());
        interact(lookup("#keep-last").queryAs(Button.class)::fire);
        waitUntil(() -> Files.exists(file));
        waitUntil(() -> session().references().stream().anyMatch(t -> t.file().equals(Optional.of(file))));
        assertThat(onFx(mark::getText)).isEqualTo("live input is on · End");
        interact(mark::fire);
        waitUntil(() -> !input().onProperty().get());
        assertThat(onFx(mark::isVisible)).isFalse();
    }
}
