package oakmirror.desk.control;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Ui;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Whether figures and comparisons are of the chosen passages or of whole tracks. */
public final class ScopeChoice {

    private ScopeChoice() {}

    /** The two choices. */
    public static HBox of(Workspace workspace) {
        ToggleButton passages = Ui.choice(Texts.of("part.passages"), Texts.of("part.passages.tip"));
        ToggleButton whole = Ui.choice(Texts.of("part.wholeTracks"), Texts.of("part.wholeTracks.tip"));
        passages.setId("scope-passages");
        whole.setId("scope-whole");
        passages.setOnAction(e -> choose(workspace, Scope.PASSAGES, passages));
        whole.setOnAction(e -> choose(workspace, Scope.WHOLE_TRACKS, whole));
        workspace.sessionProperty().subscribe(s -> {
            passages.setSelected(s.comparing().scope() == Scope.PASSAGES);
            whole.setSelected(s.comparing().scope() == Scope.WHOLE_TRACKS);
        });
        HBox box = new HBox(2, passages, whole);
        box.getChildren().forEach(c -> c.getStyleClass().add("tight"));
        box.setAlignment(Pos.BASELINE_LEFT);
        return box;
    }

    /** The same as entries of a menu. */
    public static List<MenuItem> items(Workspace workspace) {
        Scope now = workspace.session().comparing().scope();
        RadioMenuItem passages = new RadioMenuItem(Texts.of("part.comparePassages"));
        RadioMenuItem whole = new RadioMenuItem(Texts.of("part.compareWholeTracks"));
        passages.setSelected(now == Scope.PASSAGES);
        whole.setSelected(now == Scope.WHOLE_TRACKS);
        passages.setOnAction(e -> choose(workspace, Scope.PASSAGES));
        whole.setOnAction(e -> choose(workspace, Scope.WHOLE_TRACKS));
        return List.of(passages, whole);
    }

    private static void choose(Workspace workspace, Scope scope, ToggleButton button) {
        button.setSelected(true);
        choose(workspace, scope);
    }

    private static void choose(Workspace workspace, Scope scope) {
        workspace.change(
                Texts.of(
                        "part.measure",
                        scope.name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ')),
                s -> s.withComparing(s.comparing().withScope(scope)));
    }
}
