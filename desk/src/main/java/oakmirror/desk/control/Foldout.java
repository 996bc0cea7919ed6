package oakmirror.desk.control;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import oakmirror.desk.look.Ui;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/** What is shown on request: a line that says in short what is set there opens it and closes it; what was open is open again next time. */
public final class Foldout {

    private static final String OPEN = "open";

    private final Button button;
    private final BooleanProperty open = new SimpleBooleanProperty();
    private String said = "";

    /**
     * Content that is folded away at first.
     *
     * @param id the button's; what was open is remembered under it
     */
    public Foldout(String id, Settings settings, Node... content) {
        String key = "unfolded." + id;
        button = Ui.link("", Texts.of("part.unfold"), () -> open.set(!open.get()));
        button.setId(id);
        button.getStyleClass().add("foldout");
        button.setMinWidth(0);
        open.set(settings.text(key, "").equals(OPEN));
        open.subscribe(is -> {
            Ui.shown(is, content);
            show();
            settings.keep(key, is ? OPEN : "");
        });
    }

    /** The line that is pressed. */
    public Button button() {
        return button;
    }

    /** Says what is set there. */
    public void say(String summary) {
        said = summary;
        show();
    }

    /** Whether it is open. */
    public BooleanProperty openProperty() {
        return open;
    }

    private void show() {
        button.setText((open.get() ? "▾ " : "▸ ") + said);
    }
}
