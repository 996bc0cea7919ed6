package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.FileDialogs;
import oakmirror.desk.plot.HabitPlot;
import oakmirror.habits.HabitFile;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.Test;

/** Habits in the window: agreed to, a year brought in and looked at, used on Shape and in a blind comparison, brought out and erased. */
class HabitsTest extends WindowTest {

    private final AnsweringDialogs answers = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return answers;
    }

    private String said() {
        return onFx(() -> ((VBox) lookup("#habits-said").query())
                .getChildren().stream().map(n -> ((Label) n).getText()).collect(Collectors.joining("\n")));
    }

    private boolean isSeen(String id) {
        return onFx(() -> lookup(id).tryQuery().filter(HabitsTest::isShown).isPresent());
    }

    private static boolean isShown(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (!n.isVisible()) {
                return false;
            }
        }
        return true;
    }

    private void control(KeyCode key) {
        press(KeyCode.CONTROL);
        type(key);
        release(KeyCode.CONTROL);
    }

    @Test
    void aYearOfSongsIsLookedAtUsedAndErased() throws Exception {
        openDemo();
        control(KeyCode.DIGIT0);
        waitUntil(() -> isSeen("#habit-agreement"));
        assertThat(isSeen("#habit-plot")).isFalse();

        answers.answer(TestFiles.demo("a-made-up-year" + HabitFile.ENDING).toFile());
        clickOn("#import-habits");
        waitUntil(() -> isSeen("#habit-plot") && said().contains("above 6.0 kHz"));
        assertThat(said())
                .contains(
                        "Your first bounces lack",
                        "of 22 songs",
                        "your masters",
                        "You take cuts in Low mid at",
                        "You have never taken boosts in Air",
                        "(new headphones): Your first bounces have",
                        "Ranking blind");
        clickOn("#habits-masters");
        waitUntil(() -> said().contains("Your masters have nothing in common"));
        clickOn("#habits-first");
        HabitPlot plot = (HabitPlot) lookup("#habit-plot").query();
        interact(plot::requestFocus);
        type(KeyCode.F6);
        interact(plot::requestFocus);
        type(KeyCode.RIGHT);
        waitUntil(() -> plot.chosen() == 0);
        type(KeyCode.ENTER);
        waitUntil(() ->
                onFx(() -> ((Label) lookup("#habits-told").query()).getText()).contains("is not known"));

        chooseIn("#habits-folder", "Made up: reels");
        waitUntil(() -> said().contains("of 1") && !said().contains("of 22 songs"));
        chooseIn("#habits-folder", "All folders");
        waitUntil(() -> said().contains("of 22 songs"));

        usedOnShapeAndBlind();

        control(KeyCode.DIGIT0);
        File out = folder.resolve("mine" + HabitFile.ENDING).toFile();
        answers.answer(out);
        chooseIn("#habits-more", "Export");
        waitUntil(out::exists);
        assertThat(HabitFile.read(out.toPath()).songs()).hasSize(22);
        chooseIn("#habits-more", "Erase everything");
        interact(lookup("#erase-habits").queryAs(Button.class)::fire);
        waitUntil(() -> isSeen("#habit-agreement"));
    }

    private void usedOnShapeAndBlind() throws Exception {
        control(KeyCode.DIGIT3);
        List<Double> proposed = gains();
        interact(lookup("#shape-settings").queryAs(Button.class)::fire);
        waitUntil(() -> isSeen("#as-i-would"));
        int items = onFx(() -> app.window().blind().items().size());
        interact(lookup("#as-i-would").queryAs(ToggleButton.class)::fire);
        waitUntil(() -> session().correction().tempered().isPresent()
                && workspace().settledProperty().get());
        waitUntil(() -> !gains().equals(proposed));
        assertThat(gains().get(0))
                .as("low mids are taken in part")
                .isBetween(0.4 * proposed.get(0), 0.8 * proposed.get(0));
        assertThat(onFx(() -> app.window().blind().items().size()))
                .as("beside the plain proposal it can be ranked, and is no candidate once it is the proposal")
                .isEqualTo(items - 1);
        control(KeyCode.Z);
        waitUntil(() -> session().correction().tempered().isEmpty());
        waitUntil(() -> gains().equals(proposed));
    }

    /** What is taken of the moves, by size as they lie, at the gain they are decided to have; the lowest cut first. */
    private List<Double> gains() {
        return proposal().correction().moves().stream()
                .map(m -> Math.abs(m.treatedGainDb()))
                .toList();
    }
}
