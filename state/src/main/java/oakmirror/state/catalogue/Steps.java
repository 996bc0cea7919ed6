package oakmirror.state.catalogue;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import oakmirror.media.library.Library;
import oakmirror.media.library.LibraryException;

/** What was done to the library and can be taken back, the last first. */
final class Steps {

    private static final int MOST = 50;

    /** What takes something back. */
    @FunctionalInterface
    interface Back {
        /** Takes it back. */
        void take(Library library) throws LibraryException;
    }

    /**
     * Something that was done.
     *
     * @param what in words
     * @param back takes it back
     */
    record Step(String what, Back back) {}

    private final Deque<Step> steps = new ArrayDeque<>();
    private final ReadOnlyStringWrapper undoable = new ReadOnlyStringWrapper("");

    /** What would be taken back, or empty. */
    ReadOnlyStringProperty undoableProperty() {
        return undoable.getReadOnlyProperty();
    }

    /** Notes something that was done. */
    void done(String what, Back back) {
        steps.push(new Step(what, back));
        if (steps.size() > MOST) {
            steps.removeLast();
        }
        undoable.set(what);
    }

    /** What was done last, to be taken back now; it is not there any more. */
    Optional<Step> last() {
        Optional<Step> last = Optional.ofNullable(steps.poll());
        undoable.set(steps.isEmpty() ? "" : steps.peek().what());
        return last;
    }
}
