package oakmirror.desk.control;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** What stands where a picture would be while something for it is missing: what that is, and the way there. */
public final class Missing extends VBox {

    private final Workspace workspace;
    private final boolean needsReference;
    private final Label sentence = Ui.label("", "quiet");
    private final Button there;

    /** Nothing is said yet; {@code toGather} goes to where tracks are added. */
    public Missing(Workspace workspace, boolean needsReference, Runnable toGather) {
        super(10);
        this.workspace = workspace;
        this.needsReference = needsReference;
        there = Ui.button(Texts.of("part.goToGather"), Texts.of("part.goToGather.tip"), toGather);
        there.getStyleClass().add("missing");
        getStyleClass().add("missing-card");
        setAlignment(Pos.CENTER);
        setPickOnBounds(false);
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        getChildren().addAll(sentence, there);
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        workspace.settledProperty().subscribe(s -> refresh());
    }

    private void refresh() {
        String missing = missing();
        setVisible(!missing.isEmpty());
        sentence.setText(missing.isEmpty() ? "" : Texts.of(missing));
        there.setVisible(!missing.startsWith("part.reading"));
    }

    /** The key of what is said of it; empty when nothing is missing. */
    private String missing() {
        if (workspace.tracks().mix().isEmpty()) {
            return needsReference ? "part.thereIsNoMix" : "part.thereIsNoMix2";
        }
        if (needsReference && workspace.tracks().references().isEmpty()) {
            return "part.thereIsNoReference";
        }
        if (workspace.tracks().mix().flatMap(TrackSlot::imported).isEmpty()) {
            return isFailed(workspace.tracks().mix().get()) ? "part.theMixCouldNot" : "part.readingTheMix";
        }
        if (needsReference
                && workspace.tracks().references().stream()
                        .allMatch(s -> s.imported().isEmpty())) {
            return workspace.tracks().references().stream().allMatch(Missing::isFailed)
                    ? "part.noReferenceCouldBe"
                    : "part.readingTheReferences";
        }
        return "";
    }

    private static boolean isFailed(TrackSlot slot) {
        return !slot.failureProperty().get().isEmpty();
    }
}
