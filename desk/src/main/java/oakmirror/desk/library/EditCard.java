package oakmirror.desk.library;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.media.library.Entry;
import oakmirror.profile.About;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.text.Texts;

/** What is said about one profile, or about several at once: of several, a field that is left as it is stays as it is of each. */
final class EditCard extends VBox {

    private static final String[] COLOURS = {
        "library.noColour",
        "library.verdigris",
        "library.plum",
        "library.ochre",
        "library.brick",
        "library.slate",
        "library.moss",
        "library.madder",
        "library.umber"
    };

    /** How wide fields are at least; they share the room there is. */
    private static final double FIELD_WIDTH = 100;

    private final LibraryModel shelf;
    private final List<Entry> which;
    private final Runnable close;
    private final TextField title;
    private final TextField artist;
    private final TextField folder;
    private final TextField tags;
    private final TextArea notes = new TextArea();
    private final ChoiceBox<String> rating = new ChoiceBox<>();
    private final ChoiceBox<String> colour = new ChoiceBox<>();
    private final About before;

    EditCard(LibraryModel shelf, List<Entry> which, boolean wide, Runnable close) {
        super(6);
        this.shelf = shelf;
        this.which = which;
        this.close = close;
        getStyleClass().add("card");
        setId("library-edit");
        before = which.get(0).about();
        boolean isOne = which.size() == 1;
        title = field(About::title, "edit-title");
        artist = field(About::artist, "edit-artist");
        folder = field(About::folder, "edit-folder");
        folder.setPromptText(Texts.of("library.genreWithin"));
        tags = field(a -> String.join(", ", a.tags()), "edit-tags");
        tags.setPromptText(Texts.of("library.separatedByCommas"));
        title.setDisable(!isOne);
        notes.setText(isOne ? before.notes() : "");
        notes.setDisable(!isOne);
        notes.setPrefRowCount(2);
        notes.setWrapText(true);
        notes.setId("edit-notes");
        IntStream.rangeClosed(0, About.MOST_RATING)
                .forEach(r -> rating.getItems().add(r == 0 ? Texts.of("library.noRating") : "★".repeat(r)));
        select(rating, About::rating);
        Arrays.stream(COLOURS).forEach(c -> colour.getItems().add(Texts.of(c)));
        select(colour, About::colour);
        GridPane grid = new GridPane();
        grid.setHgap(6);
        grid.setVgap(5);
        HBox marks = new HBox(6, rating, colour);
        for (int i = 0; i < (wide ? 2 : 1); i++) {
            ColumnConstraints fields = new ColumnConstraints(0, FIELD_WIDTH, Double.MAX_VALUE);
            fields.setHgrow(Priority.ALWAYS);
            grid.getColumnConstraints().addAll(new ColumnConstraints(), fields);
        }
        row(grid, 0, 0, Texts.of("library.title"), title);
        row(grid, 0, 1, Texts.of("library.artist"), artist);
        row(grid, 0, 2, Texts.of("library.folder"), folder);
        int column = wide ? 2 : 0;
        int from = wide ? 0 : 3;
        row(grid, column, from, Texts.of("library.tags"), tags);
        row(grid, column, from + 1, Texts.of("library.notes"), notes);
        row(grid, column, from + 2, Texts.of("library.marks"), marks);
        HBox buttons = new HBox(
                6,
                Ui.button(Texts.of("library.save"), Texts.of("library.save.tip"), this::save),
                Ui.link(Texts.of("library.cancel"), Texts.of("library.cancel.tip"), close));
        buttons.getChildren().get(0).getStyleClass().add("primary");
        buttons.getChildren().get(0).setId("edit-save");
        getChildren()
                .addAll(
                        Ui.label(
                                isOne
                                        ? Texts.of("library.whatIsSaidOf")
                                        : Texts.of("library.whatIsSaidOf2", which.size()),
                                "strong"),
                        grid,
                        buttons);
        setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                close.run();
                e.consume();
            }
        });
    }

    /** Selects what all of them have; nothing where they differ, which then stays as it is of each. */
    private void select(ChoiceBox<String> box, ToIntFunction<About> of) {
        if (which.stream().mapToInt(e -> of.applyAsInt(e.about())).distinct().count() == 1) {
            box.getSelectionModel().select(of.applyAsInt(before));
        }
    }

    private TextField field(Function<About, String> of, String id) {
        boolean isSame = which.stream().map(e -> of.apply(e.about())).distinct().count() == 1;
        TextField field = new TextField(isSame ? of.apply(before) : "");
        field.setId(id);
        field.setOnAction(e -> save());
        return field;
    }

    private static void row(GridPane grid, int column, int row, String name, Node node) {
        Label label = Ui.label(name, "quiet", "small");
        label.setMinWidth(USE_PREF_SIZE);
        label.setLabelFor(node);
        grid.add(label, column, row);
        grid.add(node, column + 1, row);
    }

    private void save() {
        shelf.edit(
                which.size() == 1
                        ? Texts.of("library.edit", before.title())
                        : Texts.of("library.editProfiles", which.size()),
                which,
                this::changed);
        close.run();
    }

    private About changed(About a) {
        return new About(
                which.size() == 1 ? title.getText() : a.title(),
                written(artist, About::artist).orElse(a.artist()),
                written(folder, About::folder).orElse(a.folder()),
                written(tags, x -> String.join(", ", x.tags()))
                        .map(t -> Arrays.asList(t.split(",")))
                        .orElse(a.tags()),
                which.size() == 1 ? notes.getText() : a.notes(),
                chosen(rating, a.rating()),
                chosen(colour, a.colour()),
                a.origin());
    }

    /** What was written into a field; of several, empty where nothing was. */
    private Optional<String> written(TextField field, Function<About, String> of) {
        boolean isLeft = which.size() > 1 && field.getText().isBlank();
        return isLeft ? Optional.empty() : Optional.of(field.getText());
    }

    private static int chosen(ChoiceBox<String> box, int own) {
        int now = box.getSelectionModel().getSelectedIndex();
        return now < 0 ? own : now;
    }
}
