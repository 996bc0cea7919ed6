package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.blind.BlindResult;
import oakmirror.finish.FinishSettings;
import oakmirror.level.LevelSettings;
import oakmirror.level.LevelSettings.Basis;
import oakmirror.level.LevelSettings.Direction;
import oakmirror.processing.ToneFilter.Phase;
import oakmirror.profile.CorridorSettings;
import oakmirror.rhythm.BarGrid;
import oakmirror.session.Comparing.Jump;
import oakmirror.session.Comparing.Scope;
import oakmirror.session.Session.Output;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SessionFileTest {

    @TempDir
    Path folder;

    private Session full() {
        Path songs = folder.resolve("songs");
        return Session.EMPTY
                .withName("Ferry Reels")
                .withMix(Optional.of(TrackFile.of(songs.resolve("Ebb Tide 🌊 שלום.wav"))))
                .withReference(TrackFile.of(songs.resolve("a b.flac")))
                .withReference(new TrackFile(Path.of("/elsewhere/c.mp3"), "Named")
                        .withTags(List.of("reel", "live"))
                        .withPassage(new Passage("both fiddles in", new TimeRange(48.5, 76.25)))
                        .withPassage(new Passage("", new TimeRange(80, 90)))
                        .withChosen(0)
                        .withBars(Optional.of(new BarGrid(118.2, 0.31, 3)))
                        .withShift(-2.5)
                        .withLevelled(false)
                        .withTrim(-1.3))
                .withCorrection(Session.EMPTY
                        .correction()
                        .withStrength(0.3)
                        .withResolution(0.5)
                        .withLimits(4, 5))
                .withRefusedMoves(List.of(1, 3))
                .withPhase(Phase.LINEAR)
                .withFinish(new FinishSettings(-9.5, -0.5))
                .withOutput(new Output("flac", 16))
                .withComparing(new Comparing(
                        new LevelSettings(false, Basis.K14, Direction.TO_STATED, 2.5),
                        Scope.WHOLE_TRACKS,
                        Jump.BAR,
                        true,
                        new CorridorSettings(CorridorSettings.Kind.SPREAD, 1.5),
                        List.of("NARROW/0@1")))
                .withBlindResult(new BlindResult.Abx("2026-01-02T03:04:05Z", "Mix", "c", 5, List.of(true, false, true)))
                .withBlindResult(new BlindResult.Ranking(
                        "2026-01-02T03:04:06Z", List.of("a", "b", "c"), 1, List.of(List.of(2, 0, 1))));
    }

    @Test
    void comesBackAsItWas() throws IOException {
        Path file = folder.resolve("session.oakmirror.json");
        SessionFile.write(full(), file);
        assertThat(SessionFile.read(file)).isEqualTo(full());
    }

    @Test
    void aFolderMovedAsAWholeStillFindsItsFiles() throws IOException {
        Path file = folder.resolve("session.oakmirror.json");
        SessionFile.write(full(), file);
        Path moved = Files.createDirectory(folder.resolve("moved")).resolve("session.oakmirror.json");
        Files.move(file, moved);
        Session read = SessionFile.read(moved);
        assertThat(read.references().get(0).path()).isEqualTo(folder.resolve("moved/songs/a b.flac"));
        assertThat(read.references().get(1).path()).isEqualTo(Path.of("/elsewhere/c.mp3"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "not json", "{}", "[1,2]", "{\"format\":\"something-else\"}"})
    void whatIsNoSessionIsSaidInOneSentence(String text) throws IOException {
        Path file = Files.writeString(folder.resolve("x.json"), text);
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessage("x.json is not an Oak Mirror session.");
    }

    @Test
    void aSettingThatCannotBeIsSaid() throws IOException {
        Path file = Files.writeString(
                folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\",\"correction\":{\"strength\":7}}");
        assertThatThrownBy(() -> SessionFile.read(file)).hasMessageContaining("strength lies between 0 and 1");
    }

    @Test
    void missingFieldsTakeTheirDefaults() throws IOException {
        Path file = Files.writeString(folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\"}");
        assertThat(SessionFile.read(file)).isEqualTo(Session.EMPTY);
    }

    @Test
    void aSessionOfTheFirstFormKeepsItsChoiceAboutLevels() throws IOException {
        Path file = Files.writeString(
                folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\",\"levelsMatched\":false}");
        assertThat(SessionFile.read(file).comparing().levels().matched()).isFalse();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\"references\":[{\"file\":\"a.wav\",\"chosenPassage\":2}]",
                "\"references\":[{\"file\":\"a.wav\",\"passages\":[{\"startSeconds\":9,\"endSeconds\":1}]}]",
                "\"references\":[{\"file\":\"a.wav\",\"bars\":{\"bpm\":1}}]",
                "\"references\":[{\"file\":\"a.wav\",\"trimDb\":100}]",
                "\"comparing\":{\"scope\":\"NOTHING\"}"
            })
    void whatCannotBeIsRefusedInOneSentence(String field) throws IOException {
        Path file = Files.writeString(folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\"," + field + "}");
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessageStartingWith("x.json holds a setting that cannot be");
    }

    @Test
    void aFailedWriteLeavesTheOldFile() throws IOException {
        Path file = folder.resolve("session.oakmirror.json");
        SessionFile.write(full(), file);
        Path inTheWay = Files.createDirectories(folder.resolve("dir.json/inside"));
        assertThatThrownBy(() -> SessionFile.write(Session.EMPTY, inTheWay.getParent()))
                .isInstanceOf(IOException.class);
        assertThat(SessionFile.read(file)).isEqualTo(full());
        try (var files = Files.list(folder)) {
            assertThat(files.filter(f -> f.toString().endsWith(".tmp"))).isEmpty();
        }
    }

    @Test
    void historyGoesBackAndForthAndKeepsAGestureTogether() {
        History<String> history = new History<>("a");
        history.change("b", "type", "");
        history.change("c", "drag", "slider");
        history.change("d", "drag", "slider");
        history.endGesture();
        history.change("e", "drag", "slider");
        assertThat(history.undoAction()).isEqualTo("drag");
        history.undo();
        assertThat(history.present()).isEqualTo("d");
        history.undo();
        assertThat(history.present()).isEqualTo("b");
        history.redo();
        assertThat(history.present()).isEqualTo("d");
        history.change("x", "type", "");
        assertThat(history.canRedo()).isFalse();
        history.change("x", "nothing", "");
        history.undo();
        assertThat(history.present()).isEqualTo("d");
    }
}
