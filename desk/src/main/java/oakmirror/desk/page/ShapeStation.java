package oakmirror.desk.page;

import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import oakmirror.desk.model.listen.Listening;
import oakmirror.desk.model.session.Workspace;

/** Shape, and beside it what to change in the mix before. */
public final class ShapeStation extends HBox {

    /** Narrower, there is no room for both until it is asked for. */
    private static final double ROOMY = 1080;

    /** The station of a workspace. */
    public ShapeStation(Workspace workspace, Listening listening, AddTracks adding, Runnable toGather) {
        ShapePage page = new ShapePage(workspace, listening, toGather);
        HBox.setHgrow(page, Priority.ALWAYS);
        page.setMinWidth(0);
        MixFirstPane mixFirst = new MixFirstPane(workspace, listening, adding);
        getChildren().addAll(page, mixFirst);
        widthProperty()
                .map(w -> w.doubleValue() > 0 && w.doubleValue() < ROOMY)
                .subscribe(narrow -> mixFirst.foldedProperty().set(narrow));
    }
}
