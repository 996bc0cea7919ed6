package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.shape.ShapePage;
import oakmirror.desk.words.WordsPane;
import oakmirror.findings.Finding;
import org.junit.jupiter.api.Test;

/** What words mean, asked from where they stand; and the way from the first finding on. */
class WordsTest extends CompareWindow {

    private WordsPane words() {
        return lookup("#words").queryAs(WordsPane.class);
    }

    private boolean isOpen() {
        return onFx(() -> words().isVisible());
    }

    private String heading() {
        return lookup("#words .subheading").queryAs(Label.class).getText();
    }

    private <T extends Labeled> T labeled(Class<T> type, String within, String text) {
        return lookup(within + " *")
                .lookup((Node n) -> type.isInstance(n)
                        && text.equals(((Labeled) n).getText())
                        && n.localToScene(n.getBoundsInLocal()).getWidth() > 0)
                .queryAs(type);
    }

    @Test
    void whatStandsOutLeadsOnFromGather() throws Exception {
        openDemo();
        waitUntil(() -> comparing().findingsProperty().get().size() == 6);
        Finding first = findings().get(0);
        assertThat(lookup("#stands-out .label").queryAllAs(Label.class))
                .anyMatch(l -> l.getText().equals("What stands out"));
        clickOn(labeled(Button.class, "#stands-out", first.title()));
        assertThat(onFx(() -> page().largeTitle())).isEqualTo("Tone");
        waitUntil(() -> listening().playingProperty().get());
        assertThat(lookup(".finding .label").queryAllAs(Label.class))
                .anyMatch(l -> l.getText().startsWith("In the mix: ") && l.isVisible());

        clickOn(labeled(Button.class, ".finding", "Balance"));
        assertThat(isOpen()).isTrue();
        assertThat(heading()).isEqualTo("Balance");
        assertThat(StackPane.getAlignment(words())).as("beside what was asked").isEqualTo(Pos.CENTER_LEFT);
        type(KeyCode.ESCAPE);
        assertThat(isOpen()).isFalse();

        clickOn(labeled(Button.class, ".finding", "See the proposal on Shape ›"));
        assertThat(lookup(n -> n instanceof ShapePage).queryAll()).isNotEmpty();

        type(KeyCode.F1);
        clickOn("#words-guide");
        waitUntil(() -> lookup("#guide-text").tryQuery().isPresent());
        assertThat(guide()).as("the chapter of the page that is shown").startsWith("Shape");
        interact(() -> lookup("#guide-search").queryTextInputControl().setText("anchor transitions"));
        assertThat(guide()).startsWith("Beyond one song");
        assertThat(lookup("#guide-text .found").queryAll()).hasSize(1);
        interact(() -> lookup("#guide-search").queryTextInputControl().setText("zebra"));
        assertThat(guide()).isEqualTo("Nothing found. Try another word.");
        interact(() -> lookup("#guide-text").query().getScene().getWindow().hide());
    }

    private String guide() {
        return onFx(() ->
                ((Label) lookup("#guide-text").queryAs(VBox.class).getChildren().get(0)).getText());
    }

    @Test
    void wordsAreAskedByAClickByAKeyAndByTheirName() throws Exception {
        openDemo();
        clickOn(labeled(Label.class, ".track-titles", "PLR"));
        assertThat(heading()).isEqualTo("PLR");
        clickOn(labeled(Button.class, "#words", "Crest factor"));
        assertThat(heading()).isEqualTo("Crest factor");
        clickOn(labeled(Button.class, "#words", "‹ Back to PLR"));
        assertThat(heading()).isEqualTo("PLR");

        moveTo("#station-finish");
        moveTo("#meters");
        type(KeyCode.F1);
        assertThat(isOpen()).as("the key closes, too").isFalse();
        type(KeyCode.F1);
        assertThat(heading()).isEqualTo("Momentary loudness");

        clickOn("#words-search");
        write("crest");
        type(KeyCode.ENTER);
        assertThat(heading()).isEqualTo("Crest factor");
        clickOn("#close-words");
        assertThat(isOpen()).isFalse();

        clickOn("#station-compare");
        clickOn("#small-width");
        clickOn("How to read");
        assertThat(heading()).isEqualTo("How to read Width");
    }
}
