package oakmirror.desk.library;

import java.util.List;
import java.util.function.Supplier;
import javafx.collections.ListChangeListener;
import javafx.css.PseudoClass;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.DataFormat;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import oakmirror.desk.look.Ui;
import oakmirror.media.library.Entry;
import oakmirror.state.catalogue.Folders;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.text.Texts;

/** The folders of the library and how many profiles are in each; profiles are dropped onto one to be filed there. The first is all of them. */
final class FolderList extends ListView<String> {

    private static final PseudoClass DROP = PseudoClass.getPseudoClass("drop");

    /** What is dragged here: the profiles that are chosen. */
    static final DataFormat PROFILES = new DataFormat("application/x-oakmirror-profiles");

    private final LibraryModel library;
    private final Folders folders;
    private final Supplier<List<Entry>> dragged;
    private boolean filling;

    FolderList(LibraryModel library, Supplier<List<Entry>> dragged) {
        this.library = library;
        this.dragged = dragged;
        folders = new Folders(library);
        setId("folder-list");
        setAccessibleText(Texts.of("library.folders"));
        getStyleClass().add("folder-list");
        setCellFactory(v -> new Cell());
        library.onChange(this::fill); // when counts are others
        library.folders().addListener((ListChangeListener<String>) c -> fill());
        library.folderProperty().subscribe(f -> choose());
        getSelectionModel().selectedItemProperty().subscribe(f -> {
            if (f != null && !filling) {
                library.folderProperty().set(f);
            }
        });
        fill();
    }

    private void fill() {
        filling = true;
        getItems().setAll("");
        getItems().addAll(library.folders());
        filling = false;
        choose();
    }

    private void choose() {
        getSelectionModel().select(library.folderProperty().get());
    }

    /** Asks for another name of the folder that is chosen. */
    void rename() {
        rename(getSelectionModel().getSelectedItem());
    }

    private void rename(String folder) {
        if (folder != null && !folder.isEmpty()) {
            Ui.ask(getScene().getWindow(), Texts.of("library.renameFolder", folder), folder)
                    .ifPresent(name -> folders.rename(folder, name));
        }
    }

    /** A folder, with how many are in it. */
    private final class Cell extends ListCell<String> {

        private final ContextMenu menu =
                new ContextMenu(Ui.item(Texts.of("library.renameThisFolder"), () -> rename(getItem())));

        Cell() {
            getStyleClass().add("folder");
            setPrefWidth(0); // a long name is cut, and the list does not scroll sideways
            setOnDragOver(this::over);
            setOnDragExited(e -> pseudoClassStateChanged(DROP, false));
            setOnDragDropped(this::drop);
        }

        @Override
        protected void updateItem(String folder, boolean empty) {
            super.updateItem(folder, empty);
            boolean isFolder = !empty && folder != null;
            setText(
                    !isFolder
                            ? null
                            : Texts.of(
                                    "library.folderCount",
                                    folder.isEmpty() ? Texts.of("library.all") : folder,
                                    folders.count(folder)));
            setContextMenu(isFolder && !folder.isEmpty() ? menu : null);
        }

        private void over(DragEvent e) {
            boolean isFolder = !isEmpty() && !getItem().isEmpty();
            if (isFolder && e.getDragboard().hasContent(PROFILES)) {
                e.acceptTransferModes(TransferMode.MOVE);
                pseudoClassStateChanged(DROP, true);
                e.consume();
            }
        }

        private void drop(DragEvent e) {
            if (e.getDragboard().hasContent(PROFILES)) {
                folders.file(dragged.get(), getItem());
                e.setDropCompleted(true);
                e.consume();
            }
        }
    }
}
