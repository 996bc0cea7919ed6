package oakmirror.state.workspace;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.session.SessionDocument;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.Workspace.Saved;
import oakmirror.text.Texts;

/** What of the open session is in a file: where, and whether anything would be lost by closing. */
final class Saving {

    private final Tasks tasks;
    private final Supplier<SessionDocument> document;
    private final Consumer<String> said;
    private final ReadOnlyObjectWrapper<Optional<Path>> file = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper unsaved = new ReadOnlyBooleanWrapper();
    private Draft draft = Draft.unkept(SessionDocument.EMPTY);
    /** What was written last, which may not have been told yet. */
    private volatile Draft written = draft;

    private int openings;

    /**
     * Nothing is kept yet.
     *
     * @param tasks the program's: what is being written is written to its end, whatever is opened
     * @param document what is open
     * @param said takes what the user should know, in one sentence
     */
    Saving(Tasks tasks, Supplier<SessionDocument> document, Consumer<String> said) {
        this.tasks = tasks;
        this.document = document;
        this.said = said;
    }

    ReadOnlyObjectProperty<Optional<Path>> fileProperty() {
        return file.getReadOnlyProperty();
    }

    ReadOnlyBooleanProperty unsavedProperty() {
        return unsaved.getReadOnlyProperty();
    }

    /** What was kept last, and where. */
    Draft draft() {
        return draft;
    }

    /** Another session is open, of which this was kept. */
    void begin(Draft from) {
        openings++;
        written = from;
        show(from);
    }

    private void show(Draft kept) {
        draft = kept;
        file.set(kept.file());
    }

    /** Holds what is open now against what was kept. */
    void compare(SessionDocument now) {
        unsaved.set(!now.equals(draft.kept()));
    }

    /** See {@link Workspace#save}. */
    void save(Path path, boolean evenIfChanged, SessionDocument what, Consumer<Saved> then) {
        int opened = openings;
        Draft before = draft;
        tasks.task(Kind.KEEP, Texts.of("workspace.savingTheSession"))
                .run(
                        progress -> {
                            Draft known = written.isIn(path) ? written : before;
                            if (!evenIfChanged && known.isIn(path) && known.isChangedOnDisk()) {
                                return Optional.<Draft>empty();
                            }
                            written = Draft.write(what, path);
                            return Optional.of(written);
                        },
                        kept -> {
                            kept.filter(d -> opened == openings).ifPresent(this::told);
                            then.accept(kept.isPresent() ? Saved.DONE : Saved.CHANGED_BY_ANOTHER);
                        },
                        failure -> {
                            said.accept(failure.sentence());
                            then.accept(Saved.FAILED);
                        });
    }

    private void told(Draft kept) {
        show(kept);
        said.accept(kept.fullness().orElse(""));
        compare(document.get());
    }
}
