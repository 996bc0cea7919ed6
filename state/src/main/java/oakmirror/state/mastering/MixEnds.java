package oakmirror.state.mastering;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.audio.StereoSource;
import oakmirror.delivery.Ends;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** How the mix begins and ends, looked at in the background whenever it is another. Lives on the window's thread. */
public final class MixEnds {

    private final ReadOnlyObjectWrapper<Optional<Ends>> ends = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final Workspace workspace;
    private final Latest<Ends> looking;
    private Optional<StereoSource> of = Optional.empty();

    /** Those of a workspace's mix. */
    public MixEnds(Workspace workspace) {
        this.workspace = workspace;
        looking = workspace.sessionTasks().latest(Kind.QUICK, Texts.of("mastering.lookingAtBothEnds"));
        workspace.tracks().revisionProperty().subscribe(r -> follow());
        workspace.sessionProperty().subscribe(s -> follow());
    }

    /** What is known of them; empty until the mix is read. */
    public ReadOnlyObjectProperty<Optional<Ends>> endsProperty() {
        return ends.getReadOnlyProperty();
    }

    private void follow() {
        Optional<StereoSource> now = workspace.tracks().mix().flatMap(TrackSlot::audio);
        if (now.equals(of)) {
            return;
        }
        of = now;
        ends.set(Optional.empty());
        now.ifPresent(mix -> looking.submit(progress -> Ends.of(mix), found -> {
            if (of.equals(now)) {
                ends.set(Optional.of(found));
            }
        }));
    }
}
