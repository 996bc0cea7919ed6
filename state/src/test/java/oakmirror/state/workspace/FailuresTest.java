package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.media.TestFiles;
import oakmirror.state.StateTest;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.mastering.Sending;
import org.junit.jupiter.api.Test;

/** When threads fail: nothing stays on its way for ever, and the user is told once. */
class FailuresTest extends StateTest {

    private Path song(String name) throws Exception {
        return TestFiles.music(folder.resolve(name), 48000, 3, 0.3);
    }

    @Test
    void aTrackThatCannotBeReadIsNotBeingReadAnyMore() throws Exception {
        Path file = song("x.wav");
        background.parts().shutdownNow(); // as if there were no more threads to be had
        does(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> !slot(0).failureProperty().get().isEmpty());
        assertThat(now(() -> slot(0).failureProperty().get())).isEqualTo("Reading “x” failed; see the log.");
        assertThat(now(() -> slot(0).isBusy())).isFalse();
        assertThat(now(() -> List.copyOf(background.shown()))).isEmpty();
        waitUntil(() -> workspace.settledProperty().get());
        does(() -> workspace.tracks().readAgain(slot(0)));
        waitUntil(() -> !slot(0).isBusy());
        assertThat(now(() -> slot(0).failureProperty().get())).as("tried again").isNotEmpty();
    }

    /** A reference that was overwritten by something broken is read again as soon as it is mended. */
    @Test
    void aFileThatCannotBeReadIsReadAgainWhenItHasChanged() throws Exception {
        Path mix = song("mix.wav");
        Path reference = song("reference.wav");
        byte[] whole = Files.readAllBytes(reference);
        does(() -> workspace.addFiles(List.of(mix, reference)));
        waitUntil(() -> workspace.isReady());
        Files.writeString(reference, "no sound at all");
        waitUntil(() -> !slot(1).failureProperty().get().isEmpty());
        Files.write(reference, whole);
        waitUntil(() -> slot(1).imported().isPresent());
        assertThat(slot(1).failureProperty().get()).isEmpty();
    }

    @Test
    void aPassageThatFailsIsToldOnceAndTheRestGoesOn() throws Exception {
        Path file = song("x.wav");
        does(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> slot(0).imported().isPresent());
        List<String> told = new ArrayList<>();
        does(() -> background.tellTo(told::add));
        background.parts().shutdownNow();
        choose(0, 0.5, 2);
        waitUntil(() -> !slot(0).passageFailureProperty().get().isEmpty());
        assertThat(told).containsExactly("Measuring the passage of “x” failed; see the log.");
        waitUntil(() -> workspace.settledProperty().get());
        does(() -> workspace.tracks().measureAgain(slot(0)));
        waitUntil(() -> told.size() == 2);
        choose(0, 0, 3);
        waitUntil(() -> told.size() == 3);
        does(() -> workspace.changeTrack(0, "whole", t -> t.withChosen(-1)));
        assertThat(now(() -> slot(0).passageFailureProperty().get()))
                .as("another choice")
                .isEmpty();
    }

    @Test
    void aMasterThatFailsIsToldAndNothingIsLeftOfIt() throws Exception {
        Path file = song("x.wav");
        Sending sending = now(() -> new Sending(workspace));
        does(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> slot(0).imported().isPresent());
        background.parts().shutdownNow();
        List<String> told = new ArrayList<>();
        Path master = folder.resolve("master.wav");
        does(() -> sending.master(master, (written, sentence) -> {
            assertThat(written).isEqualTo(Optional.empty());
            told.add(sentence);
        }));
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("Rendering master.wav failed; see the log.");
        assertThat(master).doesNotExist();
        assertThat(folder.toFile().list((d, name) -> name.contains("master"))).isEmpty();
        Finishing finishing = now(() -> new Finishing(workspace));
        does(() -> finishing.wantedProperty().set(true));
        waitUntil(() -> !workspace.messageProperty().get().isEmpty());
        assertThat(now(() -> workspace.messageProperty().get()))
                .isEqualTo("Measuring the corrected mix failed; see the log.");
        assertThat(now(() -> finishing.pendingProperty().get()))
                .as("not grey for ever")
                .isFalse();
    }
}
