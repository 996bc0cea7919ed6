package oakmirror.desk;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.page.Ui;

/** The list of all keys, over the window until a click or a key. */
final class Keys {

    private static final List<String[]> ALL = List.of(
            new String[] {"Space", "play or stop"},
            new String[] {"Tab", "mix ⇄ reference"},
            new String[] {"0", "the mix"},
            new String[] {"1 … 9", "a reference"},
            new String[] {"C", "mix corrected or as is"},
            new String[] {"L", "loop the chosen range, or what is in view"},
            new String[] {"Home", "back to the start"},
            new String[] {"← →", "5 seconds back or on"},
            new String[] {"Ctrl+1 … 5", "the stations"},
            new String[] {"Ctrl+T", "add tracks"},
            new String[] {"Ctrl+R", "render the master"},
            new String[] {"Ctrl+N O S", "new, open, save a session"},
            new String[] {"Ctrl+Z Y", "undo, redo"},
            new String[] {"F11", "full screen"},
            new String[] {"?", "this list"});

    private Keys() {}

    static Node overlay() {
        GridPane grid = new GridPane();
        grid.setHgap(28);
        grid.setVgap(7);
        for (int i = 0; i < ALL.size(); i++) {
            grid.add(Ui.label(ALL.get(i)[0], "strong"), 0, i);
            grid.add(Ui.label(ALL.get(i)[1]), 1, i);
        }
        VBox card = new VBox(14, Ui.label("Keys", "heading"), grid);
        card.getStyleClass().add("overlay-card");
        card.setMaxSize(USE_PREF, USE_PREF);
        StackPane overlay = new StackPane(card);
        overlay.setAlignment(Pos.CENTER);
        overlay.getStyleClass().add("overlay");
        overlay.setId("keys");
        overlay.setVisible(false);
        overlay.setOnMouseClicked(e -> overlay.setVisible(false));
        return overlay;
    }

    private static final double USE_PREF = javafx.scene.layout.Region.USE_PREF_SIZE;
}
