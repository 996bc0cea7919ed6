package oakmirror.desk.library;

import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.collections.ListChangeListener;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.media.library.Entry;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Shown;
import oakmirror.text.Texts;

/** The library at full width, to tidy up in: a column for each figure, folders that a selection is dropped into, several profiles edited at once. */
public final class LibraryPage extends VBox {

    private static final double FOLDERS_WIDTH = 156;

    private final LibraryModel library;
    private final SearchField search;
    private final Label found = Ui.label("");
    private final ProfileTable table;
    private final FolderList folders;
    private final LibraryActions todo;
    private final ChosenFoot foot;
    private final ChosenProfiles selection;

    /**
     * A page.
     *
     * @param actions what can be done with what is chosen
     * @param compare goes to Compare
     */
    LibraryPage(
            LibraryModel library,
            ChosenCard chosen,
            Function<Supplier<List<Entry>>, LibraryActions> actions,
            Runnable compare) {
        super(10);
        this.library = library;
        setId("library-page");
        getStyleClass().add("page");
        table = new ProfileTable(library);
        todo = actions.apply(this::selected);
        foot = new ChosenFoot(library, chosen, todo, this::selected, compare, true);
        selection = new ChosenProfiles(library, table.getSelectionModel(), table.getItems(), foot::show);
        search = new SearchField(
                library,
                "library-page-search",
                () -> {
                    table.requestFocus();
                    table.getSelectionModel().clearAndSelect(0);
                },
                table::requestFocus);
        search.setPrefWidth(300);
        table.setOnKeyPressed(this::tableKey);
        library.shown().addListener((ListChangeListener<Shown>) c -> say());
        folders = new FolderList(library, this::selected);
        folders.setMinWidth(FOLDERS_WIDTH);
        folders.setMaxWidth(FOLDERS_WIDTH);
        HBox middle = new HBox(12, folders, table);
        HBox.setHgrow(table, Priority.ALWAYS);
        VBox.setVgrow(middle, Priority.ALWAYS);
        middle.setMinHeight(120);
        foot.setMinHeight(USE_PREF_SIZE);
        getChildren().setAll(Ui.head(Texts.of("library.library"), found, search), middle, foot);
        setMinSize(0, 0);
        say();
        library.open();
    }

    /** Puts the cursor into the search. */
    public void search() {
        search.enter();
    }

    /** Renames the folder that keys go to, or opens what is said of the selection. */
    public void rename() {
        if (folders.isFocused()) {
            folders.rename();
        } else {
            foot.edit();
        }
    }

    private List<Entry> selected() {
        return selection.entries();
    }

    private void say() {
        int now = library.shown().size();
        int all = library.totalProperty().get();
        found.setText(now == all ? Texts.of("counts.profiles", all) : Texts.of("library.of", now, all));
    }

    private void tableKey(KeyEvent e) {
        switch (e.getCode()) {
            case ENTER -> todo.use();
            case DELETE -> todo.remove();
            default -> {
                return;
            }
        }
        e.consume();
    }
}
