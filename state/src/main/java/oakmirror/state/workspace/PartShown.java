package oakmirror.state.workspace;

import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.session.Shaping;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;

/** Which correction is looked at and decided about: that of the stereo signal, or of middle or side where these are corrected apart. */
public final class PartShown {

    private final Workspace workspace;
    private final ReadOnlyObjectWrapper<Part> part = new ReadOnlyObjectWrapper<>(Part.STEREO);
    private boolean side;

    /** Follows a workspace. */
    public PartShown(Workspace workspace) {
        this.workspace = workspace;
        workspace.sessionProperty().subscribe(s -> follow());
    }

    private void follow() {
        boolean apart = workspace.session().shaping().apart();
        part.set(!apart ? Part.STEREO : side ? Part.SIDE : Part.MID);
    }

    /** Looks at the side, or at the middle, while they are corrected apart. */
    public void showSide(boolean value) {
        side = value;
        follow();
    }

    /** What is looked at. */
    public ReadOnlyObjectProperty<Part> partProperty() {
        return part.getReadOnlyProperty();
    }

    /** What is looked at. */
    public Part part() {
        return part.get();
    }

    /** What is proposed for it. */
    public Proposal proposal() {
        return workspace.derivation().shapedProperty().get().tone().of(part());
    }

    /** What was decided about its moves. */
    public MoveDecisions decisions() {
        return workspace.session().moves(part());
    }

    /** How the mix is shaped with something else decided about its moves. */
    public Shaping shapedWith(MoveDecisions decisions) {
        return workspace.session().shaping().withMoves(part(), decisions);
    }

    /** Decides something else about its moves; within a gesture where one is named. */
    public void decide(String gesture, UnaryOperator<MoveDecisions> how) {
        Part of = part();
        workspace.change(Texts.of("workspace.changeAMove"), gesture, s -> s.withMoves(of, how.apply(s.moves(of))));
    }
}
