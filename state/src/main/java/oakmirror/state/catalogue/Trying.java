package oakmirror.state.catalogue;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.media.library.Entry;
import oakmirror.profile.Profile;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * Stepping through profiles: the mix is held against the one that is chosen instead of its references, and the proposal, what is heard of it too, follows,
 * until the stepping ends. Nothing of the session changes by it.
 */
public final class Trying {

    private final LibraryModel shelf;
    private final Workspace workspace;
    private final Latest<Optional<Profile>> reader;
    private final ReadOnlyObjectWrapper<Optional<Profile>> tried = new ReadOnlyObjectWrapper<>(Optional.empty());
    private boolean stepping;

    /** Nothing is tried. */
    public Trying(LibraryModel shelf, Workspace workspace) {
        this.shelf = shelf;
        this.workspace = workspace;
        workspace.openingsProperty().subscribe((was, is) -> end());
        reader = workspace.programTasks().latest(Kind.QUICK, Texts.of("catalogue.readingAProfile"));
    }

    /** What the mix is held against for the time being. */
    public ReadOnlyObjectProperty<Optional<Profile>> triedProperty() {
        return tried.getReadOnlyProperty();
    }

    /** Holds the mix against a profile. */
    public void step(Entry entry) {
        stepping = true;
        shelf.library().ifPresent(l -> reader.submit(progress -> l.profile(entry.id()), this::against));
    }

    private void against(Optional<Profile> profile) {
        if (stepping) {
            tried.set(profile);
            workspace.derivation().tryAgainst(profile);
        }
    }

    /** Back to the references of the session. */
    public void end() {
        stepping = false;
        if (tried.get().isPresent()) {
            tried.set(Optional.empty());
            workspace.derivation().tryAgainst(Optional.empty());
        }
    }
}
