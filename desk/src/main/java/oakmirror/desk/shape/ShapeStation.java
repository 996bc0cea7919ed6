package oakmirror.desk.shape;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import oakmirror.candidate.Candidate;
import oakmirror.desk.control.AddTracks;
import oakmirror.desk.control.Asking;
import oakmirror.state.catalogue.KeptHabits;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/** Shape, and beside it what is proposed: in the mix first, and on the master. */
public final class ShapeStation extends HBox {

    /** Narrower, there is no room for both until it is asked for. */
    private static final double ROOMY = 1080;

    private final ShapePage page;

    /** The station of a workspace. */
    public ShapeStation(
            Workspace workspace,
            Listening listening,
            PlacesToHear places,
            AddTracks adding,
            Asking asking,
            Consumer<Candidate> onListen,
            Runnable toGather,
            Runnable toFinish,
            Settings settings,
            KeptHabits habits,
            Node library) {
        page = new ShapePage(workspace, listening, places, asking, onListen, toGather, settings, habits, library);
        HBox.setHgrow(page, Priority.ALWAYS);
        page.setMinWidth(0);
        ProposedPane proposed = new ProposedPane(
                new MixFirstPane(workspace, listening, adding), new MasterPane(workspace, listening, toFinish));
        getChildren().addAll(page, proposed);
        widthProperty()
                .map(w -> w.doubleValue() > 0 && w.doubleValue() < ROOMY)
                .subscribe(narrow -> proposed.foldedProperty().set(narrow));
    }

    /** Chooses the move above the chosen one, or below it where that is negative. */
    public void stepMove(int by) {
        page.moves().step(by);
    }

    /** Leaves the chosen move out, or takes it in again. */
    public void bypassMove() {
        page.moves().bypass();
    }
}
