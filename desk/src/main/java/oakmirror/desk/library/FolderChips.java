package oakmirror.desk.library;

import java.util.List;
import javafx.collections.ListChangeListener;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import oakmirror.desk.look.Ui;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.text.Texts;

/** The folders of the library, one of them or all chosen; those there is no room for are in a menu. */
final class FolderChips extends FlowPane {

    private static final int MOST = 4;

    private final LibraryModel shelf;

    FolderChips(LibraryModel shelf) {
        super(5, 5);
        this.shelf = shelf;
        setId("library-folders");
        shelf.folders().addListener((ListChangeListener<String>) c -> fill());
        shelf.folderProperty().subscribe(f -> fill());
        fill();
    }

    private void fill() {
        List<String> all = List.copyOf(shelf.folders());
        getChildren().setAll(chip(Texts.of("library.all"), ""));
        all.stream().limit(MOST).forEach(f -> getChildren().add(chip(f, f)));
        if (all.size() > MOST) {
            MenuButton more = new MenuButton("…");
            more.getStyleClass().setAll("menu-button", "framed");
            more.setAccessibleText(Texts.of("library.moreFolders"));
            all.stream().skip(MOST).forEach(f -> more.getItems()
                    .add(Ui.item(f, () -> shelf.folderProperty().set(f))));
            String chosen = shelf.folderProperty().get();
            if (all.indexOf(chosen) >= MOST) {
                getChildren().add(chip(chosen, chosen));
            }
            getChildren().add(more);
        }
    }

    private ToggleButton chip(String text, String folder) {
        ToggleButton chip = Ui.choice(
                text, folder.isEmpty() ? Texts.of("library.allFolders") : Texts.of("library.whatIsFiledUnder", folder));
        chip.getStyleClass().add("tight");
        chip.setSelected(shelf.folderProperty().get().equals(folder));
        chip.setOnAction(e -> {
            shelf.folderProperty().set(folder);
            fill();
        });
        return chip;
    }
}
