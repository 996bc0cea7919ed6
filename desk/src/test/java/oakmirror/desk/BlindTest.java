package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.input.KeyCode;
import oakmirror.blind.BlindResult;
import oakmirror.desk.command.Command;
import oakmirror.media.file.TableFiles;
import oakmirror.state.listening.Blind;
import org.junit.jupiter.api.Test;

/** Blind comparisons in the real window. */
class BlindTest extends WindowTest {

    private Blind blind() {
        return app.window().blind();
    }

    private void open() throws Exception {
        openDemo();
        clickOn("#open-blind");
        waitUntil(() -> lookup("#start-abx").tryQuery().isPresent());
    }

    private void trials(int count) {
        interact(
                () -> ((Spinner<?>) lookup("#trials").query()).getValueFactory().decrement(16 - count));
    }

    private boolean xIsSecond() {
        return onFx(() ->
                blind().runProperty().get().orElseThrow().abx().orElseThrow().xIsSecond());
    }

    private String text(String query) {
        return lookup(query).queryAs(Label.class).getText();
    }

    @Test
    void aForcedChoiceHidesWhatIsWhatAndCountsWhatIsRight() throws Exception {
        open();
        trials(5);
        clickOn("#start-abx");
        waitUntil(() -> blind().isOn());
        assertThat(lookup("#chip-1").tryQuery()).as("no names while it goes on").isEmpty();
        assertThat(lookup("#letter-X").tryQuery()).isPresent();
        assertThat(text("#heard-passage")).isEqualTo("hidden");
        for (int i = 0; i < 5; i++) {
            clickOn("#letter-X");
            int behindX = onFx(() -> listening().heardProperty().get());
            boolean corrected = onFx(() -> listening().correctedProperty().get());
            type(KeyCode.DIGIT2); // B
            boolean sameAsB = behindX == onFx(() -> listening().heardProperty().get())
                    && corrected == onFx(() -> listening().correctedProperty().get());
            assertThat(sameAsB).isEqualTo(xIsSecond());
            int answered = i;
            assertThat(text("#blind-progress")).isEqualTo("Trial " + (answered + 1) + " of 5");
            clickOn(sameAsB ? "#x-is-b" : "#x-is-a");
        }
        waitUntil(() -> !blind().isOn());
        BlindResult.Abx result = (BlindResult.Abx) results().get(0);
        assertThat(result.rightCount()).isEqualTo(5);
        assertThat(result.stoppedEarly()).isFalse();
        assertThat(text("#blind-result-0")).contains("5 of 5 right").contains("0.031");
        clickOn("#blind-close");
        waitUntil(() -> lookup("#chip-1").tryQuery().isPresent());
    }

    @Test
    void stoppingEarlyIsSaidAndKept() throws Exception {
        open();
        clickOn("#start-abx");
        waitUntil(() -> blind().isOn());
        clickOn(xIsSecond() ? "#x-is-a" : "#x-is-b"); // wrong
        clickOn("#blind-stop");
        waitUntil(() -> lookup("#blind-result-0").tryQuery().isPresent());
        assertThat(text("#blind-result-0"))
                .contains("0 of 1 right")
                .contains("Stopped after 1 of 16")
                .contains("not shown that you can tell");
        Path file = folder.resolve("kept.oakmirror.json");
        saveAs(file);
        var kept = results();
        interact(() -> app.window().commands().run(Command.BLIND));
        interact(() -> workspace().reset());
        interact(() -> app.window().open(file));
        waitUntil(() -> !results().isEmpty());
        assertThat(results()).isEqualTo(kept).hasSize(1);
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        assertThat(results()).as("what happened cannot be undone").isEqualTo(kept);
    }

    @Test
    void rankingSeveralOverSomeRoundsGivesTheirPlaces() throws Exception {
        open();
        interact(
                () -> ((Spinner<?>) lookup("#rounds").query()).getValueFactory().decrement(2));
        clickOn("#start-ranking");
        waitUntil(() -> blind().isOn());
        for (int round = 0; round < 3; round++) {
            var run = onFx(() -> blind().runProperty().get().orElseThrow());
            List<String> letters = run.letters();
            assertThat(letters).containsExactly("A", "B", "C");
            // The listener likes the second item best, then the first, then the third, and knows them by ear.
            for (int wanted : new int[] {1, 0, 2}) {
                for (int letter = 0; letter < 3; letter++) {
                    int hidden = letter;
                    if (onFx(() -> run.ranking().orElseThrow().behind(hidden)) == wanted) {
                        clickOn("#place-" + letters.get(letter));
                    }
                }
            }
            clickOn("#rank-done");
        }
        waitUntil(() -> !blind().isOn());
        BlindResult.Ranking result = (BlindResult.Ranking) results().get(0);
        assertThat(result.rounds()).containsOnly(List.of(1, 0, 2));
        assertThat(text("#blind-result-0")).contains("mean rank 1.0").contains("1.00, 1 is perfect");
        Path table = folder.resolve("results.csv");
        TableFiles.writeBlindResults(table, results());
        assertThat(Files.readAllLines(table))
                .hasSize(10)
                .first()
                .isEqualTo("ended_at,kind,planned,trial,subject,result");
        assertThat(Files.readAllLines(table).get(1)).contains("\"Ebb Tide, bounce 3, corrected\",1");
    }

    private List<BlindResult> results() {
        return onFx(() -> workspace().logProperty().get().blindResults());
    }
}
