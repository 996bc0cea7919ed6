package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import oakmirror.audio.TimeRange;
import oakmirror.session.Passage;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.DemoStateTest;
import oakmirror.state.task.Task;
import oakmirror.stems.Rebalance.Step;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The stems of the demo's mix: found in it, measured, tried, cancelled, begun again. */
class StemsTest extends DemoStateTest {

    private StemChanges stems;

    @BeforeEach
    void open() throws Exception {
        stems = new StemChanges(workspace);
        openDemo();
        does(() -> workspace.stems().want());
        waitUntil(() -> workspace.stems().powers().isPresent()
                && !workspace.rebalanceProperty().get().isNone());
    }

    private double[] curve() {
        return workspace.proposalProperty().get().correction().curveDb();
    }

    @Test
    void whatIsTriedLeavesLessForTheCorrectionAndTheMasterIsMadeOfIt() {
        Step first = workspace.rebalanceProperty().get().steps().get(0);
        double[] before = curve();
        assertThat(workspace.stems().check()).isPresent();
        var asItIs = workspace.stems().rendered();
        does(() -> stems.tryAt(first.stem(), first.gainDb(), "fader"));
        waitUntil(() -> workspace.settledProperty().get() && !Arrays.equals(before, curve()));
        assertThat(rms(curve())).isLessThan(rms(before));
        assertThat(workspace.rebalanceProperty().get().of(first.stem()))
                .as("what is proposed stays, whatever is tried")
                .contains(first);
        assertThat(workspace.stems().rendered()).isNotEqualTo(asItIs);
        assertThat(workspace.stems().heard()).isPresent();
        does(() -> stems.tryAt(99, 3, "")); // one that is not there
        assertThat(stems.set().all().get(first.stem()).gainDb()).isEqualTo(first.gainDb());
        does(workspace::undo);
        does(workspace::undo);
        waitUntil(() -> workspace.settledProperty().get() && Arrays.equals(before, curve()));
    }

    private static double rms(double[] curve) {
        return Math.sqrt(Arrays.stream(curve).map(x -> x * x).average().orElseThrow());
    }

    @Test
    void whatIsCancelledIsSaidAndBegunAgain() {
        TimeRange fresh =
                new TimeRange(3, 12 + System.nanoTime() % 1_000_000 / 1e6); // that nobody has measured and kept
        does(() -> {
            workspace.changeTrack(0, "Another passage", t -> t.withPassage(new Passage("fresh", fresh)));
            List.copyOf(background.shown()).stream()
                    .filter(t -> t.title().equals("Measuring the stems"))
                    .forEach(Task::cancel);
        });
        waitUntil(() -> !workspace.stems().failureProperty().get().isEmpty());
        assertThat(workspace.stems().failureProperty().get())
                .isEqualTo("Measuring the stems was cancelled. Try again if you need it.");
        assertThat(workspace.stems().powers()).isEmpty();
        does(() -> workspace.stems().tryAgain());
        waitUntil(() -> workspace.stems().powers().isPresent());
        assertThat(workspace.stems().failureProperty().get()).isEmpty();
    }

    @Test
    void oneThatCannotBeReadIsSaidAndReadAgainWhenItIsThere() throws Exception {
        Path stem = workspace.stems().slots().get(0).track().file().orElseThrow();
        Path late = Files.writeString(folder.resolve("late.wav"), "no sound yet");
        does(() -> stems.add(List.of(late, stem)));
        assertThat(workspace.messageProperty().get()).isEqualTo("Files that are already stems were skipped.");
        int last = stems.set().all().size() - 1;
        waitUntil(() ->
                !workspace.stems().slots().get(last).failureProperty().get().isEmpty());
        assertThat(workspace.stems().powers()).isEmpty();
        Files.copy(stem, late, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        does(() -> workspace.stems().readAgain(workspace.stems().slots().get(last)));
        waitUntil(() -> workspace.stems().powers().isPresent());
        does(workspace::reset);
        assertThat(workspace.stems().slots()).isEmpty();
        assertThat(background.shown()).isEmpty();
        does(() -> stems.add(List.of(late)));
        assertThat(workspace.messageProperty().get()).isEqualTo("Stems need a mix. Add one first.");
    }

    @Test
    void middleAndSideAreShownWhereTheyAreCorrectedApart() {
        PartShown part = new PartShown(workspace);
        does(() -> part.showSide(true));
        assertThat(part.partProperty().get()).isEqualTo(Part.STEREO);
        does(() -> workspace.change("apart", s -> s.withApart(true)));
        assertThat(part.partProperty().get()).isEqualTo(Part.SIDE);
        does(() -> part.showSide(false));
        assertThat(part.partProperty().get()).isEqualTo(Part.MID);
    }

    @Test
    void foldersAreLookedThroughForAudio() throws Exception {
        FolderLooker looker = new FolderLooker(workspace.sessionTasks());
        Path music = Files.createDirectories(folder.resolve("a/b")).getParent();
        Path song = Files.copy(workspace.stems().slots().get(0).track().file().orElseThrow(), music.resolve("b/x.ogg"));
        Files.writeString(music.resolve("notes.txt"), "no sound");
        FolderLooker.Found[] found = {null};
        does(() -> looker.lookThrough(List.of(music, song), f -> found[0] = f));
        waitUntil(() -> found[0] != null);
        assertThat(found[0]).isEqualTo(new FolderLooker.Found(List.of(song, song), List.of(music), ""));
        Path empty = Files.createDirectory(folder.resolve("empty"));
        does(() -> looker.lookThrough(List.of(empty), f -> found[0] = f));
        waitUntil(() -> found[0].sentence().equals("No audio files in that folder."));
        does(() -> {
            looker.lookThrough(List.of(music), f -> found[0] = f);
            workspace.reset();
        });
        assertThat(found[0].sentence()).isEqualTo("Cancelled; nothing was added.");
    }
}
