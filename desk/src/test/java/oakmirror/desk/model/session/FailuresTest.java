package oakmirror.desk.model.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.desk.model.finish.Finishing;
import oakmirror.desk.model.finish.Sending;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.Test;

/** When threads fail: nothing stays on its way for ever, and the user is told once. */
class FailuresTest extends ModelTest {

    private Path song(String name) throws Exception {
        return TestFiles.music(folder.resolve(name), 48000, 3, 0.3);
    }

    @Test
    void aTrackThatCannotBeReadIsNotBeingReadAnyMore() throws Exception {
        Path file = song("x.wav");
        background.parts().shutdownNow(); // as if there were no more threads to be had
        fx(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> !slot(0).failureProperty().get().isEmpty());
        assertThat(onFx(() -> slot(0).failureProperty().get())).isEqualTo("Reading “x” failed; the log says why.");
        assertThat(onFx(() -> slot(0).isBusy())).isFalse();
        assertThat(onFx(() -> List.copyOf(workspace.jobs().running()))).isEmpty();
        waitUntil(() -> workspace.settledProperty().get());
        fx(() -> workspace.tracks().readAgain(slot(0)));
        waitUntil(() -> !slot(0).isBusy());
        assertThat(onFx(() -> slot(0).failureProperty().get()))
                .as("tried again")
                .isNotEmpty();
    }

    @Test
    void aPassageThatFailsIsToldOnceAndTheRestGoesOn() throws Exception {
        Path file = song("x.wav");
        fx(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> slot(0).imported().isPresent());
        List<String> told = new ArrayList<>();
        fx(() -> background.tellTo(told::add));
        background.parts().shutdownNow();
        choose(0, 0.5, 2);
        waitUntil(() -> !slot(0).passageFailureProperty().get().isEmpty());
        assertThat(told).containsExactly("Measuring the passage of “x” failed; the log says why.");
        waitUntil(() -> workspace.settledProperty().get());
        fx(() -> workspace.tracks().measureAgain(slot(0)));
        waitUntil(() -> told.size() == 2);
        choose(0, 0, 3);
        waitUntil(() -> told.size() == 3);
        fx(() -> workspace.changeTrack(0, "whole", t -> t.withChosen(-1)));
        assertThat(onFx(() -> slot(0).passageFailureProperty().get()))
                .as("another choice")
                .isEmpty();
    }

    @Test
    void aMasterThatFailsIsToldAndNothingIsLeftOfIt() throws Exception {
        Path file = song("x.wav");
        Sending sending = onFx(() -> new Sending(workspace));
        fx(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> slot(0).imported().isPresent());
        background.parts().shutdownNow();
        List<String> told = new ArrayList<>();
        Path master = folder.resolve("master.wav");
        fx(() -> sending.master(master, (written, sentence) -> {
            assertThat(written).isEqualTo(Optional.empty());
            told.add(sentence);
        }));
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("Rendering master.wav failed; the log says why.");
        assertThat(master).doesNotExist();
        assertThat(folder.toFile().list((d, name) -> name.contains("master"))).isEmpty();
        Finishing finishing = onFx(() -> new Finishing(workspace));
        fx(() -> finishing.wantedProperty().set(true));
        waitUntil(() -> !workspace.messageProperty().get().isEmpty());
        assertThat(onFx(() -> workspace.messageProperty().get()))
                .isEqualTo("Measuring the corrected mix failed; the log says why.");
        assertThat(onFx(() -> finishing.pendingProperty().get()))
                .as("not grey for ever")
                .isFalse();
        fx(finishing::close);
    }
}
