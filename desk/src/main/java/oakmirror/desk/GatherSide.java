package oakmirror.desk;

import java.io.File;
import java.util.List;
import oakmirror.desk.bounces.BouncesStrip;
import oakmirror.desk.control.Asking;
import oakmirror.desk.input.InputStrip;
import oakmirror.desk.library.LibraryPane;
import oakmirror.state.capture.Input;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.listening.Listening;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/** What stands beside the tracks of Gather and beneath them: the library, the bounces of the mix, what plays outside. */
final class GatherSide {

    private final Workspace workspace;
    private final LibraryModel shelf;
    private final Bounces bounces;
    private final Input input;
    private final LibraryPane library;
    private final BouncesStrip bouncesStrip;
    private final InputStrip inputStrip;

    GatherSide(Workspace workspace, Settings settings, Listening listening, Asking asking, Runnable compare) {
        this.workspace = workspace;
        shelf = new LibraryModel(workspace);
        bounces = new Bounces(workspace, settings);
        input = new Input(workspace, settings);
        library = new LibraryPane(workspace, shelf, asking, compare);
        bouncesStrip = new BouncesStrip(workspace, bounces, listening, asking);
        inputStrip = new InputStrip(input, asking, library::keep);
    }

    LibraryModel shelf() {
        return shelf;
    }

    Bounces bounces() {
        return bounces;
    }

    Input input() {
        return input;
    }

    LibraryPane library() {
        return library;
    }

    BouncesStrip bouncesStrip() {
        return bouncesStrip;
    }

    InputStrip inputStrip() {
        return inputStrip;
    }

    /** Takes back what was done last: in the library while keys go there, otherwise in the session. */
    void undo() {
        if (library.hasKeys() && !shelf.undoableProperty().get().isEmpty()) {
            shelf.undo();
        } else {
            workspace.undo();
        }
    }

    /** Adds files of profiles to the library. */
    void addProfiles(List<File> files) {
        library.add(files.stream().map(File::toPath).toList());
    }

    /** Ends all work. */
    void close() {
        library.close();
        bounces.close();
        input.close();
    }
}
