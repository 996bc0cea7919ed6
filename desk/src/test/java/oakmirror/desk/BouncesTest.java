package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.bounces.Bounce;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Passage;
import oakmirror.session.SessionFile;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.revisions.Bounces.Taken;
import org.junit.jupiter.api.Test;

/** Bounces of the mix in a watched folder, through the window. */
class BouncesTest extends WindowTest {

    private static final int RATE = 48000;
    private static final int LATER = 61_234;

    private List<Taken> taken() {
        return onFx(() -> app.window().bounces().allProperty().get());
    }

    private Path watched() throws IOException {
        return Files.createDirectories(folder.resolve("mixes"));
    }

    private float[][] song() throws IOException {
        return TestFiles.read(TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("song.wav"), 40));
    }

    private static float[] later(float[] song, int frames, float gain) {
        float[] moved = new float[song.length + frames];
        for (int i = 0; i < song.length; i++) {
            moved[i + frames] = gain * song[i];
        }
        return moved;
    }

    private void openFirst(Path file) throws Exception {
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 40);
        interact(() -> {
            app.window().workspace().addFiles(List.of(file, reference));
            app.window()
                    .workspace()
                    .changeTrack(0, "passage", t -> t.withPassage(new Passage("full", new TimeRange(12, 28))));
        });
        waitUntil(() -> onFx(() -> app.window().workspace().isReady()));
    }

    private StereoSource heard() {
        return onFx(() -> app.window()
                .listening()
                .monitor()
                .versionProperty()
                .get()
                .map(HeardVersion::audio)
                .orElseThrow());
    }

    @Test
    void aNewBounceTakesTheMixsPlaceWithItsPassagesAndTheOneBeforeStaysToBeHeard() throws Exception {
        float[][] song = song();
        Path first =
                TestFiles.write(watched().resolve("Reed Boat 1.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        openFirst(first);
        assertThat(taken()).isEmpty();
        waitUntil(
                () -> onFx(() -> app.window().bounces().folderProperty().get()).isPresent());

        // The second begins later, is quieter, and has something changed in one place.
        float[] left = later(song[0], LATER, 0.5f);
        float[] right = later(song[1], LATER, 0.5f);
        for (int i = 20 * RATE; i < 21 * RATE; i++) {
            left[i + LATER] += (float) (0.02 * Math.sin(2 * Math.PI * 3000 * i / RATE));
        }
        Path second = TestFiles.write(watched().resolve("Reed Boat 2.wav"), OutputFormat.WAV_FLOAT, RATE, left, right);
        waitUntil(() -> session().mix().flatMap(m -> m.file()).equals(Optional.of(second)));
        waitUntil(() -> taken().size() == 2);
        assertThat(session().mix().orElseThrow().name()).isEqualTo("Reed Boat 2");
        TimeRange passage = session().mix().orElseThrow().passages().get(0).range();
        double shift = (double) LATER / RATE;
        assertThat(passage.startSeconds()).isCloseTo(12 + shift, within(0.001));
        assertThat(passage.endSeconds()).isCloseTo(28 + shift, within(0.001));
        List<Bounce> bounces = taken().stream().map(Taken::bounce).toList();
        assertThat(bounces.get(0).figures().lufs() - bounces.get(1).figures().lufs())
                .isCloseTo(6, within(0.3));
        assertThat(onFx(() -> app.window().workspace().messageProperty().get()))
                .contains("Reed Boat 2.wav is in the mix’s place")
                .contains("later");

        // The first is heard in time and as loud, and the difference alone is what was changed.
        interact(lookup("#bounce-1").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> onFx(() ->
                        app.window().listening().monitor().versionProperty().get())
                .isPresent());
        float[][] now = frames(heard(), (int) (15 * RATE) + LATER);
        double rms = rms(Arrays.copyOfRange(song[0], 15 * RATE, 16 * RATE));
        assertThat(difference(now[0], Arrays.copyOfRange(song[0], 15 * RATE, 16 * RATE)))
                .isLessThan(1e-3 * rms);
        interact(lookup("#what-changed").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> onFx(() -> app.window()
                        .listening()
                        .monitor()
                        .versionProperty()
                        .get()
                        .map(HeardVersion::name))
                .equals(Optional.of("changed since bounce 1")));
        assertThat(rms(frames(heard(), 20 * RATE + LATER)[0])).isCloseTo(0.02 / Math.sqrt(2), within(0.003));
        assertThat(rms(frames(heard(), 15 * RATE + LATER)[0])).isLessThan(0.1 * rms);

        // A note stays with its bounce, and all of it with the session.
        interact(() -> {
            TextField note = lookup("#bounce-note").queryAs(TextField.class);
            note.requestFocus();
            note.setText("fiddle up, boom tomorrow");
            note.getOnAction().handle(null);
        });
        Path file = folder.resolve("kept.oakmirror.json");
        interact(() -> {
            try {
                app.window().workspace().save(file);
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        });
        var log = SessionFile.read(file).log();
        assertThat(log.bounces()).hasSize(2);
        assertThat(log.bounces().stream().map(log::noteOf)).contains("fiddle up, boom tomorrow");
        interact(app.window().workspace()::undo);
        waitUntil(() -> session().mix().flatMap(m -> m.file()).equals(Optional.of(first)));
        assertThat(session().mix().orElseThrow().passages().get(0).range()).isEqualTo(new TimeRange(12, 28));
    }

    private static float[][] frames(StereoSource source, int from) {
        float[][] out = new float[2][RATE];
        source.read(from, out[0], out[1], 0, RATE);
        return out;
    }

    private static double rms(float[] samples) {
        double sum = 0;
        for (float x : samples) {
            sum += (double) x * x;
        }
        return Math.sqrt(sum / samples.length);
    }

    private static double difference(float[] one, float[] other) {
        double sum = 0;
        for (int i = 0; i < one.length; i++) {
            sum += Math.pow(one[i] - other[i], 2);
        }
        return Math.sqrt(sum / one.length);
    }
}
