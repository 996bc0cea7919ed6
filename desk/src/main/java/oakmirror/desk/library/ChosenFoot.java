package oakmirror.desk.library;

import java.util.List;
import java.util.function.Supplier;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.media.library.Entry;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Shown;
import oakmirror.text.Texts;

/** What lies under the profiles: what is chosen of them, what can be done with it, what was done and can be taken back; or a card that edits it. */
final class ChosenFoot extends StackPane {

    private final LibraryModel shelf;
    private final ChosenCard chosen;
    private final boolean beside;
    private final Supplier<List<Entry>> selected;
    private final Label state = Ui.wrapped("", "quiet", "small");
    private final HBox undo;
    private final Pane actions;

    /**
     * A foot; {@code compare} goes to Compare.
     *
     * @param beside whether there is room for what can be done beside what is chosen
     */
    ChosenFoot(
            LibraryModel shelf,
            ChosenCard chosen,
            LibraryActions todo,
            Supplier<List<Entry>> selected,
            Runnable compare,
            boolean beside) {
        this.shelf = shelf;
        this.chosen = chosen;
        this.selected = selected;
        this.beside = beside;
        actions = todo.row(compare, this::edit);
        undo = undo(shelf.undoableProperty());
        shelf.undoableProperty().subscribe(s -> show());
        shelf.stateProperty().subscribe(s -> {
            state.setText(s);
            show();
        });
        show();
    }

    /** Shows what is chosen. */
    void show(List<Shown> which) {
        chosen.show(which);
    }

    private HBox undo(ObservableValue<String> undoable) {
        Label what = Ui.label("", "quiet", "small");
        undoable.subscribe(what::setText);
        what.setMinWidth(0);
        var link = Ui.link(Texts.of("library.undo"), Texts.of("library.undo.tip"), shelf::undo);
        link.setId("library-undo");
        link.setMinWidth(USE_PREF_SIZE);
        HBox row = new HBox(6, link, what);
        row.setAlignment(Pos.BASELINE_LEFT);
        return row;
    }

    private void show() {
        boolean isEditing = lookup("#library-edit") != null;
        if (isEditing) {
            return;
        }
        VBox under = new VBox(8, actions);
        if (!shelf.undoableProperty().get().isEmpty()) {
            under.getChildren().add(undo);
        }
        if (!state.getText().isEmpty()) {
            under.getChildren().add(state);
        }
        if (beside) {
            getChildren().setAll(row(under));
        } else {
            under.getChildren().add(0, chosen);
            getChildren().setAll(under);
        }
    }

    private HBox row(VBox right) {
        HBox.setHgrow(chosen, Priority.ALWAYS);
        HBox.setHgrow(right, Priority.ALWAYS);
        chosen.setPrefWidth(0);
        chosen.setMaxWidth(Double.MAX_VALUE);
        right.setPrefWidth(0);
        right.setMaxWidth(Double.MAX_VALUE);
        return new HBox(16, chosen, right);
    }

    /** Opens a card that changes what is said of the selection. */
    void edit() {
        List<Entry> which = selected.get();
        if (!which.isEmpty()) {
            EditCard card = new EditCard(shelf, which, beside, () -> {
                getChildren().clear();
                show();
            });
            getChildren().setAll(beside ? row(card) : card);
        }
    }
}
