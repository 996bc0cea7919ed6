package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import oakmirror.media.TestFiles;
import oakmirror.media.delivery.Delivered;
import oakmirror.state.StateTest;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.mastering.CorrectionFiles;
import oakmirror.state.mastering.Sending;
import org.junit.jupiter.api.Test;

/** What was begun for a session ends with it, and is of the session it was begun for. */
class AnotherSessionTest extends StateTest {

    private static final String GONE = "Rendering master.wav was cancelled: another session was opened.";

    private final List<String> told = new ArrayList<>();

    private Path song(String name) throws Exception {
        return TestFiles.music(folder.resolve(name), 48000, 12, 0.3);
    }

    private List<String> filesLike(String name) {
        return List.of(folder.toFile().list((d, n) -> n.contains(name)));
    }

    @Test
    void aMasterThatWaitsForFiguresIsNotMadeOfAnotherSession() throws Exception {
        Path mix = song("mix.wav");
        Path other = song("other.wav");
        Sending sending = new Sending(workspace);
        does(() -> {
            workspace.addFiles(List.of(mix));
            sending.master(folder.resolve("master.wav"), (w, sentence) -> told.add(sentence));
            assertThat(background.shown()).hasSize(2);
            workspace.reset();
        });
        assertThat(told).containsExactly(GONE);
        assertThat(background.shown()).isEmpty();
        does(() -> workspace.addFiles(List.of(other)));
        waitUntil(() -> workspace.settledProperty().get() && background.isIdle());
        assertThat(told).hasSize(1);
        assertThat(filesLike("master")).isEmpty();
    }

    @Test
    void aMasterThatIsBeingWrittenEndsWithItsSession() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 48000, 90, 0.3);
        Sending sending = new Sending(workspace);
        does(() -> workspace.addFiles(List.of(mix)));
        waitUntil(() -> workspace.settledProperty().get());
        does(() -> sending.master(folder.resolve("master.wav"), (w, sentence) -> told.add(sentence)));
        waitUntil(() ->
                background.shown().stream().anyMatch(t -> t.fractionProperty().get() > 0.05));
        does(workspace::reset);
        assertThat(told).containsExactly(GONE);
        waitUntil(background::isIdle);
        turns();
        assertThat(told).hasSize(1);
        assertThat(filesLike("master")).isEmpty();
    }

    private void turns() {
        now(() -> true);
    }

    @Test
    void aMasterIsOfTheSessionAsItWasWhenItWasAskedFor() throws Exception {
        Path mix = song("mix.wav");
        Sending sending = new Sending(workspace);
        List<Delivered> made = new ArrayList<>();
        does(() -> workspace.addFiles(List.of(mix)));
        does(() -> workspace.change("softer", s -> s.withFinish(s.finish().withTarget(-22, -3))));
        does(() -> sending.master(folder.resolve("master.wav"), (w, sentence) -> w.ifPresent(made::add)));
        does(() -> workspace.change("louder", s -> s.withFinish(s.finish().withTarget(-12, -1))));
        choose(0, 2, 6);
        waitUntil(() -> !made.isEmpty());
        assertThat(made.get(0).master().plan().settings().targetLufs()).isEqualTo(-22);
        assertThat(now(() -> workspace.session().finish().targetLufs())).isEqualTo(-12);
    }

    @Test
    void aCorrectionThatWaitsIsNotThatOfAnotherSession() throws Exception {
        Path mix = song("mix.wav");
        CorrectionFiles files = new CorrectionFiles(workspace);
        CorrectionFiles.Wanted wanted =
                new CorrectionFiles.Wanted(CorrectionFiles.Form.THIRDS, 48000, CorrectionFiles.Channels.STEREO);
        does(() -> {
            workspace.addFiles(List.of(mix));
            files.write(wanted, end -> folder.resolve("correction" + end), (w, sentence) -> told.add(sentence));
            workspace.reset();
        });
        assertThat(told).containsExactly("Writing the correction was cancelled: another session was opened.");
        waitUntil(() -> workspace.settledProperty().get() && background.isIdle());
        assertThat(filesLike("correction")).isEmpty();
    }

    @Test
    void theSameSessionOpenedAgainWhileItIsReadIsReadAnew() throws Exception {
        Path mix = song("mix.wav");
        Path reference = song("reference.wav");
        Path file = folder.resolve("x.oakmirror.json");
        does(() -> workspace.addFiles(List.of(mix, reference)));
        choose(0, 1, 5);
        save(file);
        for (int i = 0; i < 5; i++) {
            open(file); // in the middle of reading
        }
        waitUntil(() -> workspace.isReady());
        assertThat(now(() -> slot(0).failureProperty().get())).isEmpty();
        open(file); // and when all is there
        waitUntil(() -> workspace.isReady());
        assertThat(passageLufs(0)).isFinite();
    }

    @Test
    void whatIsHeardInTheMixsPlaceIsHeardNoMoreInTheNext() throws Exception {
        Path mix = song("mix.wav");
        does(() -> workspace.addFiles(List.of(mix)));
        waitUntil(() -> workspace.settledProperty().get());
        does(() -> listening
                .monitor()
                .versionProperty()
                .set(Optional.of(
                        new HeardVersion("bounce 1", "bounce 1", slot(0).audio().orElseThrow(), 0, false))));
        does(workspace::reset);
        assertThat(listening.monitor().versionProperty().get()).isEmpty();
    }

    @Test
    void aBlindComparisonEndsWhenWhatItComparesChanges() throws Exception {
        Path mix = song("mix.wav");
        Path reference = song("reference.wav");
        Blind blind = new Blind(workspace, listening, new VersionsHeard(workspace, listening), new Random(1));
        does(() -> workspace.addFiles(List.of(mix, reference)));
        waitUntil(() -> workspace.isReady());
        does(() -> blind.startAbx(blind.items().get(0), blind.items().get(2), 8));
        waitUntil(() -> blind.isOn());
        for (int letter = 0; letter < 3; letter++) {
            int heard = letter;
            does(() -> blind.hear(heard));
            waitUntil(background::isIdle);
            assertThat(blind.isOn()).as("hearing changes nothing").isTrue();
        }
        does(() -> blind.answer(false));
        does(workspace::undo); // the tracks go
        assertThat(blind.isOn()).isFalse();
        assertThat(workspace.messageProperty().get())
                .isEqualTo("The blind test ended because the tracks changed. Your answers are kept.");
        assertThat(workspace.logProperty().get().blindResults()).hasSize(1);
        does(workspace::redo);
        waitUntil(() -> workspace.isReady());
        does(() -> blind.startAbx(blind.items().get(0), blind.items().get(2), 8));
        waitUntil(() -> blind.isOn());
        does(() -> workspace.changeTrack(1, "trim", t -> t.withTrim(-3)));
        assertThat(blind.isOn()).isFalse();
        does(() -> blind.startAbx(blind.items().get(0), blind.items().get(2), 8));
        waitUntil(() -> blind.isOn());
        does(workspace::reset);
        assertThat(blind.isOn()).isFalse();
        assertThat(workspace.logProperty().get().facts()).isEmpty();
    }
}
