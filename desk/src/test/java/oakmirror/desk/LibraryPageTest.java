package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.ToDoubleFunction;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Shown;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The library at full width: sorted by any column, narrowed to a folder, tidied up, several at once. */
class LibraryPageTest extends WindowTest {

    @BeforeEach
    void show() throws Exception {
        openDemo();
        control(KeyCode.DIGIT9);
        waitUntil(() -> lookup("#library-table").tryQuery().isPresent()
                && table().getItems().size() == 20);
    }

    private void control(KeyCode key) {
        press(KeyCode.CONTROL);
        type(key);
        release(KeyCode.CONTROL);
    }

    private LibraryModel library() {
        return app.window().shelf();
    }

    @SuppressWarnings("unchecked")
    private TableView<Shown> table() {
        return lookup("#library-table").queryAs(TableView.class);
    }

    private List<Double> column(ToDoubleFunction<Shown> of) {
        return onFx(() -> table().getItems().stream().mapToDouble(of).boxed().toList());
    }

    private void sortBy(String column) {
        clickOn(lookup(".column-header .label")
                .match((Label l) -> l.getText().equals(column))
                .queryLabeled());
    }

    private void fire(String id) {
        interact(lookup("#library-page " + id).queryAs(Button.class)::fire);
    }

    @Test
    void aColumnSortsByItsFigureAndTurnsRoundWithWhatIsNotKnownLast() throws Exception {
        interact(() -> table().requestFocus());
        sortBy("LUFS");
        List<Double> lufs = column(s -> s.entry().lufs());
        assertThat(lufs).isSorted();
        sortBy("LUFS");
        List<Double> turned = new ArrayList<>(lufs);
        Collections.reverse(turned);
        assertThat(column(s -> s.entry().lufs())).isEqualTo(turned);
        waitUntil(() -> column(Shown::gapDb).stream().allMatch(d -> d > 0));
        sortBy("Off the mix");
        assertThat(column(Shown::gapDb)).isSorted();

        // One without a tempo stands last either way.
        var one = onFx(() -> library().entries().get(3));
        TableColumn<Shown, ?> tempo = onFx(() -> table().getColumns().stream()
                .filter(c -> c.getText().equals("BPM"))
                .findFirst()
                .orElseThrow());
        assertThat(one.bpm()).isPositive();
        for (TableColumn.SortType type : TableColumn.SortType.values()) {
            @SuppressWarnings("unchecked")
            TableColumn<Shown, Double> figures = (TableColumn<Shown, Double>) tempo;
            interact(() -> figures.setSortType(type));
            List<Double> some = new ArrayList<>(List.of(120.0, Double.NaN, 90.0));
            some.sort(
                    type == TableColumn.SortType.ASCENDING
                            ? figures.getComparator()
                            : figures.getComparator().reversed());
            assertThat(some.get(2)).as("%s", type).isNaN();
        }
    }

    @Test
    void severalAreEditedAtOnceAndWhereTheyDifferTheyStayAsTheyAre() throws Exception {
        interact(() -> {
            table().getSelectionModel().clearSelection();
            table().getSelectionModel().select(0);
            table().getSelectionModel().select(1);
        });
        var before = onFx(() -> table().getSelectionModel().getSelectedItems().stream()
                .map(s -> s.entry())
                .toList());
        interact(() -> library()
                .edit(
                        "rate",
                        before.subList(0, 1),
                        a -> new oakmirror.profile.About(
                                a.title(), a.artist(), a.folder(), a.tags(), a.notes(), 2, 3, a.origin())));
        waitUntil(() -> rating(before.get(0).id()) == 2);
        interact(() -> table().requestFocus());
        type(KeyCode.F2);
        waitUntil(() -> lookup("#library-page #library-edit").tryQuery().isPresent());
        ChoiceBox<?> colours = onFx(() -> lookup("#library-edit .choice-box").queryAllAs(ChoiceBox.class).stream()
                .filter(b -> b.getItems().size() == 9)
                .findFirst()
                .orElseThrow());
        assertThat(colours.getItems().toString()).contains("verdigris").doesNotContain("library.");
        assertThat(colours.getValue()).as("they differ").isNull();
        interact(() -> lookup("#edit-tags").queryAs(TextField.class).setText("short list"));
        fire("#edit-save");
        waitUntil(() -> onFx(() -> library().entries().stream()
                        .filter(e -> e.about().tags().equals(List.of("short list")))
                        .count())
                == 2);
        assertThat(rating(before.get(0).id())).as("which was of this one only").isEqualTo(2);
        assertThat(rating(before.get(1).id())).isZero();
        assertThat(onFx(() -> table().getSelectionModel().getSelectedItems().size()))
                .as("they are still chosen")
                .isEqualTo(2);
    }

    private int rating(String id) {
        return onFx(() -> library().entries().stream()
                .filter(e -> e.id().equals(id))
                .mapToInt(e -> e.about().rating())
                .findFirst()
                .orElseThrow());
    }

    @Test
    void aFolderNarrowsItAndWhatIsRemovedComesBack() throws Exception {
        ListView<?> folders = lookup("#folder-list").queryAs(ListView.class);
        assertThat(onFx(() -> folders.getItems().size())).isGreaterThan(2);
        interact(() -> folders.getSelectionModel().select(2));
        String folder = onFx(() -> (String) folders.getSelectionModel().getSelectedItem());
        waitUntil(() -> onFx(() -> table().getItems().size() < 20
                && table().getItems().stream()
                        .allMatch(s -> s.entry().about().folder().equals(folder))));
        int within = onFx(() -> table().getItems().size());
        interact(() -> {
            table().requestFocus();
            table().getSelectionModel().clearAndSelect(0);
        });
        type(KeyCode.DELETE);
        waitUntil(() -> onFx(() -> table().getItems().size()) == within - 1);
        control(KeyCode.Z);
        waitUntil(() -> onFx(() -> table().getItems().size()) == within);
        assertThat(session().references()).as("undo was the library's").hasSize(3);
        control(KeyCode.F);
        waitUntil(() -> onFx(() -> lookup("#library-page-search").query().isFocused()));
        assertThat(onFx(() -> lookup("#library").query().isVisible()))
                .as("no drawer beside it")
                .isFalse();
        interact(() -> lookup("#library-page-search").queryAs(TextField.class).setText("no such thing"));
        waitUntil(() -> onFx(() -> table().getItems().isEmpty()));
        type(KeyCode.ESCAPE);
        interact(() -> folders.getSelectionModel().select(0));
        waitUntil(() -> onFx(() -> table().getItems().size()) == 20);

        // Used from here, it is a reference; nothing is tried.
        interact(() -> table().getSelectionModel().clearAndSelect(4));
        type(KeyCode.ENTER);
        waitUntil(() -> session().references().size() == 4);
        assertThat(onFx(() -> workspace().derivation().isTrying())).isFalse();
    }
}
