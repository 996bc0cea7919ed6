package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.control.Label;
import oakmirror.audio.TimeRange;
import oakmirror.session.Passage;
import org.junit.jupiter.api.Test;

/** What the window shows of work that fails. */
class FailingWorkTest extends WindowTest {

    private static final String SENTENCE = "Measuring the passage of “Ebb Tide, bounce 3” failed; see the log.";

    @Test
    void aPassageThatCannotBeMeasuredIsSaidInItsRowAndCanBeTriedAgain() throws Exception {
        openDemo();
        interact(() -> {
            workspace().background().parts().shutdownNow(); // as if there were no more threads to be had
            workspace().changeTrack(0, "mark", t -> t.withPassage(new Passage("odd", new TimeRange(1, 6))));
        });
        waitUntil(() -> lookup("#measure-again").tryQuery().isPresent());
        assertThat(onFx(() -> workspace().messageProperty().get())).isEqualTo(SENTENCE);
        Label reason = lookup("Passage not measured").queryAs(Label.class);
        assertThat(onFx(() -> reason.getAccessibleHelp())).isEqualTo(SENTENCE);
        assertThat(onFx(() -> workspace().settledProperty().get()))
                .as("nothing stays grey")
                .isTrue();
        interact(() -> workspace().messageProperty().set(""));
        clickOn("#measure-again");
        waitUntil(() -> workspace().messageProperty().get().equals(SENTENCE));
        interact(() -> workspace().undo());
        waitUntil(() -> lookup("#measure-again").tryQuery().isEmpty());
    }
}
