package oakmirror.desk.library;

import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.text.Texts;

/** Where words and figures to search the library for are typed; Down and Enter lead on to what was found, Escape clears it. */
final class SearchField extends TextField {

    private final Runnable first;
    private final Runnable leave;

    /**
     * A field.
     *
     * @param first goes to the first of what was found
     * @param leave goes back to the list
     */
    SearchField(LibraryModel library, String id, Runnable first, Runnable leave) {
        this.first = first;
        this.leave = leave;
        setId(id);
        setPromptText(Texts.of("library.wordsOrLufs11"));
        setAccessibleText(Texts.of("library.searchTheLibraryBy"));
        textProperty().bindBidirectional(library.typedProperty());
        setOnKeyPressed(this::take);
    }

    /** Puts the cursor into it. */
    void enter() {
        requestFocus();
        selectAll();
    }

    private void take(KeyEvent e) {
        if (e.getCode() == KeyCode.DOWN || e.getCode() == KeyCode.ENTER) {
            first.run();
            e.consume();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            clear();
            leave.run();
            e.consume();
        }
    }
}
