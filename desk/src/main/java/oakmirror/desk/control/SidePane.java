package oakmirror.desk.control;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** A pane at the right of a page, under its name; it can be folded away until only its edge is left. */
public abstract class SidePane extends VBox {

    private static final double WIDTH = 236;
    private static final double FOLDED = 30;
    private static final String EDGE = "‹";

    private final double width;
    private final Label title;
    private final Button fold;
    private final VBox content = new VBox(8);
    private final BooleanProperty folded = new SimpleBooleanProperty();

    /** An empty pane that is found by an id, and its fold by “fold-” and the id. */
    protected SidePane(String name, String id) {
        this(name, id, WIDTH);
    }

    /** The same of another width. */
    protected SidePane(String name, String id, double width) {
        super(8);
        this.width = width;
        title = Ui.label(name, "heading");
        fold = Ui.link("", Texts.of("part.foldThisAwayOr"), () -> folded.set(!folded.get()));
        fold.setId("fold-" + id);
        setId(id);
        getStyleClass().add("findings");
        HBox head = new HBox(8, title, Ui.spring(), fold);
        head.setAlignment(Pos.BASELINE_LEFT);
        VBox.setVgrow(content, Priority.ALWAYS);
        getChildren().add(head);
        folded.subscribe((was, is) -> foldTo(is));
    }

    /** Puts in what is seen while it is not folded away. */
    protected final void fill(Node... nodes) {
        content.getChildren().setAll(nodes);
        foldTo(folded.get());
    }

    /** Whether only its edge is left. */
    public final BooleanProperty foldedProperty() {
        return folded;
    }

    private void foldTo(boolean away) {
        double now = away ? FOLDED : width;
        setMinWidth(now);
        setPrefWidth(now);
        setMaxWidth(now);
        fold.setText(away ? EDGE : Texts.of("part.fold"));
        getStyleClass().remove("folded");
        if (away) {
            getStyleClass().add("folded");
        }
        Ui.shown(!away, title, content);
        if (!away
                && !getChildren().contains(content)) { // what was not seen yet costs nothing while the window comes up
            getChildren().add(content);
        }
    }
}
