package oakmirror.state.revisions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.bounces.Bounce;
import oakmirror.bounces.BounceAssessment;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Passage;
import oakmirror.spectrum.Zone;
import oakmirror.state.DemoStateTest;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.revisions.Bounces.Taken;
import oakmirror.state.workspace.Settings;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Bounces of the mix in a watched folder: taken, held against the references, heard. */
class BouncesTest extends DemoStateTest {

    private static final int RATE = 48000;
    private static final int LATER = 61_234;

    private Bounces bounces;
    private BouncesHeard heard;

    @BeforeEach
    void watch() {
        bounces = new Bounces(workspace, new Settings(background));
        heard = new BouncesHeard(workspace, bounces, listening);
    }

    @AfterEach
    void close() {
        bounces.close();
    }

    private List<Taken> taken() {
        return bounces.allProperty().get();
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
        does(() -> {
            workspace.addFiles(List.of(file, reference));
            workspace.changeTrack(0, "passage", t -> t.withPassage(new Passage("full", new TimeRange(12, 28))));
        });
        waitUntil(() -> workspace.isReady());
    }

    private StereoSource sound() {
        return (listening
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
        waitUntil(() -> bounces.folderProperty().get().isPresent());

        // The second begins later, is quieter, and has something changed in one place.
        float[] left = later(song[0], LATER, 0.5f);
        float[] right = later(song[1], LATER, 0.5f);
        for (int i = 20 * RATE; i < 21 * RATE; i++) {
            left[i + LATER] += (float) (0.02 * Math.sin(2 * Math.PI * 3000 * i / RATE));
        }
        Path second = TestFiles.write(watched().resolve("Reed Boat 2.wav"), OutputFormat.WAV_FLOAT, RATE, left, right);
        waitUntil(() -> workspace.session().mix().flatMap(m -> m.file()).equals(Optional.of(second)));
        waitUntil(() -> taken().size() == 2);
        assertThat(workspace.session().mix().orElseThrow().name()).isEqualTo("Reed Boat 2");
        TimeRange passage =
                workspace.session().mix().orElseThrow().passages().get(0).range();
        double shift = (double) LATER / RATE;
        assertThat(passage.startSeconds()).isCloseTo(12 + shift, within(0.001));
        assertThat(passage.endSeconds()).isCloseTo(28 + shift, within(0.001));
        List<Bounce> bounces = taken().stream().map(Taken::bounce).toList();
        assertThat(bounces.get(0).figures().lufs() - bounces.get(1).figures().lufs())
                .isCloseTo(6, within(0.3));
        assertThat(workspace.messageProperty().get())
                .contains("Reed Boat 2.wav is now the mix")
                .contains("later");

        // The first is heard in time and as loud, and the difference alone is what was changed.
        does(() -> heard.toggle(taken().get(0).bounce()));
        waitUntil(() -> listening.monitor().versionProperty().get().isPresent());
        float[][] now = frames(sound(), (int) (15 * RATE) + LATER);
        double rms = rms(Arrays.copyOfRange(song[0], 15 * RATE, 16 * RATE));
        assertThat(difference(now[0], Arrays.copyOfRange(song[0], 15 * RATE, 16 * RATE)))
                .isLessThan(1e-3 * rms);
        does(() -> heard.toggleChange(taken().get(0).bounce()));
        waitUntil(() -> (listening.monitor().versionProperty().get().map(HeardVersion::name))
                .equals(Optional.of("changed since bounce 1")));
        assertThat(rms(frames(sound(), 20 * RATE + LATER)[0])).isCloseTo(0.02 / Math.sqrt(2), within(0.003));
        assertThat(rms(frames(sound(), 15 * RATE + LATER)[0])).isLessThan(0.1 * rms);

        does(workspace::undo);
        waitUntil(() -> workspace.session().mix().flatMap(m -> m.file()).equals(Optional.of(first)));
        assertThat(workspace.session().mix().orElseThrow().passages().get(0).range())
                .isEqualTo(new TimeRange(12, 28));
    }

    /** One number for one bounce: in the mix's name it has the one that the list has. */
    @Test
    void aBounceThatWasThereBeforeComesBackUnderItsNumber() throws Exception {
        float[][] song = song();
        Path first =
                TestFiles.write(watched().resolve("Reed Boat.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        openFirst(first);
        does(() -> workspace.changeTrack(0, "rename", t -> t.withName("Reed Boat, bounce 4")));
        float[] softer = later(song[0], 0, 0.5f);
        Path second = TestFiles.write(folder.resolve("second.wav"), OutputFormat.WAV_FLOAT, RATE, softer, softer);
        does(() -> bounces.take(second));
        waitUntil(() -> taken().size() == 2);
        assertThat(workspace.session().mix().orElseThrow().name()).isEqualTo("Reed Boat, bounce 5");
        Path back = Files.copy(first, folder.resolve("back.wav"));
        does(() -> bounces.take(back));
        waitUntil(() -> workspace.session().mix().flatMap(m -> m.file()).equals(Optional.of(back)));
        waitUntil(() -> workspace.isReady());
        assertThat(workspace.session().mix().orElseThrow().name()).isEqualTo("Reed Boat, bounce 4");
        assertThat(taken()).extracting(t -> t.bounce().number()).containsExactly(4, 5);
    }

    @Test
    void howBouncesStandFollowsTheReferencesBackAndForth() throws Exception {
        openDemo();
        waitUntil(() -> taken().size() == 2 && taken().get(1).isNow());
        List<BounceAssessment> before = taken().stream().map(Taken::standing).toList();
        does(() -> workspace.change("remove a track", s -> s.withoutReference(0)));
        waitUntil(() -> !taken().get(1).standing().equals(before.get(1)));
        does(() -> workspace.undo());
        waitUntil(() -> taken().stream().map(Taken::standing).toList().equals(before));
        does(() -> workspace.change("no references", s -> s.withReferences(List.of())));
        waitUntil(() -> Double.isNaN(taken().get(1).standing().outsideDb().get(Zone.MID)));
        assertThat(taken().get(1).standing().lufs()).isEqualTo(before.get(1).lufs());
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

    @Test
    void aBounceWaitsWhereItIsNotToBeTakenAtOnceAndTheFileWrittenOverIsOneToo() throws Exception {
        float[][] song = song();
        Path first =
                TestFiles.write(watched().resolve("Reed Boat.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        openFirst(first);
        does(() -> bounces.atOnceProperty().set(false));
        TestFiles.write(watched().resolve("Other song 2.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        float[] quieter = later(song[0], 0, 0.7f);
        Path second = TestFiles.write(
                watched().resolve("Reed Boat bounce 2.wav"), OutputFormat.WAV_FLOAT, RATE, quieter, quieter);
        waitUntil(() -> bounces.pendingProperty().get().equals(Optional.of(second)));
        assertThat(workspace.session().mix().flatMap(m -> m.file())).contains(first);
        does(() -> bounces.take(second));
        waitUntil(() -> taken().size() == 2);
        float[] louder = later(song[0], 4800, 0.9f);
        TestFiles.write(second, OutputFormat.WAV_FLOAT, RATE, louder, louder);
        waitUntil(() -> taken().size() == 3);
        assertThat(workspace
                        .session()
                        .mix()
                        .orElseThrow()
                        .passages()
                        .get(0)
                        .range()
                        .startSeconds())
                .isCloseTo(12.1, within(0.001));
    }

    @Test
    void whereAnotherFolderIsWatchedTheMixsOwnFileIsStill() throws Exception {
        float[][] song = song();
        Path first =
                TestFiles.write(watched().resolve("Reed Boat.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        openFirst(first);
        Path elsewhere = Files.createDirectories(folder.resolve("elsewhere"));
        does(() -> bounces.watch(Optional.of(elsewhere)));
        float[] quieter = later(song[0], 0, 0.7f);
        TestFiles.write(first, OutputFormat.WAV_FLOAT, RATE, quieter, quieter);
        waitUntil(() -> taken().size() == 2);
        TestFiles.write(watched().resolve("Reed Boat 2.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        Path third =
                TestFiles.write(elsewhere.resolve("Reed Boat 3.wav"), OutputFormat.WAV_FLOAT, RATE, song[1], song[0]);
        waitUntil(() -> taken().size() == 3);
        assertThat(workspace.session().mix().flatMap(m -> m.file()))
                .as("of the mix's folder its file alone")
                .contains(third);
    }

    @Test
    void aBounceThatMendsAMixThatCannotBeReadIsTaken() throws Exception {
        float[][] song = song();
        Path first =
                TestFiles.write(watched().resolve("Reed Boat.wav"), OutputFormat.WAV_FLOAT, RATE, song[0], song[1]);
        byte[] whole = Files.readAllBytes(first);
        Files.writeString(first, "no sound at all");
        does(() -> workspace.addFiles(List.of(first)));
        waitUntil(() -> !slot(0).failureProperty().get().isEmpty());
        Files.write(first, whole);
        waitUntil(() -> slot(0).imported().isPresent());
        Files.writeString(first, "no sound at all");
        does(() -> workspace.tracks().readAgain(slot(0)));
        waitUntil(() -> !slot(0).failureProperty().get().isEmpty());
        Path second = Files.write(watched().resolve("Reed Boat 2.wav"), whole);
        waitUntil(() -> slot(0).imported().isPresent());
        assertThat(workspace.session().mix().flatMap(m -> m.file())).contains(second);
    }
}
