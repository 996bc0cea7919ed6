package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.media.TestFiles;
import oakmirror.rhythm.BarGrid;
import oakmirror.state.StateTest;
import oakmirror.state.task.Task;
import org.junit.jupiter.api.Test;

/** What is heard, and how loud: without a window, and without a device. */
class ListeningTest extends StateTest {

    @Test
    void levelsFollowTheTracksAndTheChoice() throws Exception {
        Path quiet = TestFiles.music(folder.resolve("quiet.wav"), 48000, 3, 0.1);
        Path loud = TestFiles.music(folder.resolve("loud.wav"), 48000, 3, 0.4);
        does(() -> workspace.addFiles(List.of(quiet, loud)));
        waitUntil(workspace::isReady);
        assertThat(now(() -> listening.offsetDb(1))).isCloseTo(-12.04, within(0.01));
        does(() -> workspace.change(
                "unmatch", s -> s.withLevels(s.comparing().levels().withMatched(false))));
        assertThat(now(() -> listening.offsetDb(1))).isZero();
    }

    /** Nothing goes back up: a change of the session gives levels once, and once more where the correction it leads to needs other room. */
    @Test
    void levelsGoOneWayWithWhateverChanges() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 48000, 3, 0.5);
        Path other = TestFiles.music(folder.resolve("other.wav"), 48000, 3, 0.4);
        does(() -> workspace.addFiles(List.of(mix, other)));
        waitUntil(workspace::isReady);
        waitUntil(background::isIdle);
        List<LevelMatch> seen = new ArrayList<>();
        listening.levelsProperty().addListener((property, before, after) -> seen.add(after));
        does(() -> workspace.changeTrack(1, "trim", t -> t.withTrim(-2)));
        assertThat(seen).as("at once, and once").hasSize(1);
        waitUntil(() -> workspace.settledProperty().get() && background.isIdle());
        assertThat(seen).as("the correction is what it was").hasSize(1);
    }

    /** Stretching is begun by what asks for it, the session, and not by somebody who looks. */
    @Test
    void tracksAreBroughtToTheMixsTempoWhenTheSessionSaysSo() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 48000, 4, 0.3);
        Path slower = TestFiles.music(folder.resolve("slower.wav"), 48000, 4, 0.3);
        does(() -> workspace.addFiles(List.of(mix, slower)));
        waitUntil(workspace::isReady);
        does(() -> {
            workspace.changeTrack(0, "bars", t -> t.withBars(Optional.of(new BarGrid(120, 0, 4))));
            workspace.changeTrack(1, "bars", t -> t.withBars(Optional.of(new BarGrid(100, 0, 4))));
        });
        listening.isStretched(1);
        listening.secondsOf(1);
        assertThat(now(this::stretching)).as("nobody has asked for it").isZero();
        does(workspace::toggleTempoAligned);
        assertThat(stretching()).as("at once, whether anybody looks or not").isOne();
        waitUntil(() -> listening.isStretched(1));
        assertThat(listening.stretchesProperty().get()).isOne();
        does(workspace::toggleTempoAligned);
        assertThat(listening.isStretched(1)).isFalse();
    }

    private long stretching() {
        return background.shown().stream()
                .map(Task::title)
                .filter(t -> t.contains("to the mix's tempo"))
                .count();
    }
}
