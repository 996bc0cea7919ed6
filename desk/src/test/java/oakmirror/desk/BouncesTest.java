package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.SessionFile;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.revisions.Bounces.Taken;
import org.junit.jupiter.api.Test;

/** Bounces of the mix in a watched folder, as the window shows them. */
class BouncesTest extends WindowTest {

    private static final int RATE = 48000;

    private List<Taken> taken() {
        return onFx(() -> app.window().bounces().allProperty().get());
    }

    private Optional<String> heard() {
        return onFx(() -> listening().monitor().versionProperty().get().map(HeardVersion::name));
    }

    @Test
    void aBounceIsTakenHeardNotedAndSavedByTheStrip() throws Exception {
        Path mixes = Files.createDirectories(folder.resolve("mixes"));
        float[][] song = TestFiles.read(TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("song.wav"), 20));
        Path first = TestFiles.write(mixes.resolve("Reed Boat 1.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 20);
        interact(() -> workspace().addFiles(List.of(first, reference)));
        waitUntil(() -> workspace().isReady());
        interact(() -> app.window().bounces().atOnceProperty().set(false));
        Path second = TestFiles.write(mixes.resolve("Reed Boat 2.wav"), OutputFormat.WAV_FLOAT, RATE, song[1], song[0]);
        waitUntil(() -> lookup("#take-bounce").query().isVisible());
        assertThat(session().mix().flatMap(m -> m.file())).contains(first);
        interact(lookup("#take-bounce").queryAs(Button.class)::fire);
        waitUntil(() -> taken().size() == 2);
        assertThat(session().mix().flatMap(m -> m.file())).contains(second);
        clickOn("#to-bounces");
        waitUntil(() ->
                lookup("#bounces .label.quiet").queryAs(Labeled.class).getText().contains("bounce 1"));

        interact(lookup("#bounce-1").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> heard().equals(Optional.of("bounce 1")));
        interact(lookup("#what-changed-1").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> heard().equals(Optional.of("changed since bounce 1")));

        interact(() -> {
            TextField note = lookup("#bounce-note-2").queryAs(TextField.class);
            note.requestFocus();
            note.setText("fiddle up, boom tomorrow");
            note.getOnAction().handle(null);
        });
        Path file = folder.resolve("kept.oakmirror.json");
        saveAs(file);
        var log = SessionFile.read(file).log();
        assertThat(log.bounces()).hasSize(2);
        assertThat(log.bounces().stream().map(log::noteOf)).contains("fiddle up, boom tomorrow");
    }
}
