package oakmirror.session;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * States that can be gone back through. Changes that come in one gesture (a slider being dragged) under the same key are one step.
 *
 * @param <T> an immutable state
 */
public final class History<T> {

    private static final int LIMIT = 500;

    private record Entry<T>(T state, String action) {}

    private final Deque<Entry<T>> past = new ArrayDeque<>();
    private final Deque<Entry<T>> future = new ArrayDeque<>();
    private T present;
    private String gesture = "";

    /** A history that starts with a state. */
    public History(T start) {
        present = start;
    }

    /** The present state. */
    public T present() {
        return present;
    }

    /**
     * Goes on to a new state.
     *
     * @param next the new state; an equal one is no change
     * @param action what was done, for the menu
     * @param gestureKey the gesture this belongs to, or empty for a step of its own
     */
    public void change(T next, String action, String gestureKey) {
        if (next.equals(present)) {
            return;
        }
        if (gestureKey.isEmpty() || !gestureKey.equals(gesture)) {
            past.push(new Entry<>(present, action));
            if (past.size() > LIMIT) {
                past.removeLast();
            }
        }
        gesture = gestureKey;
        future.clear();
        present = next;
    }

    /**
     * Changes the present state and all that can be gone back or forward to, as when something outside has changed that all of them speak of. Not a
     * step: nothing is to be undone of it.
     */
    public void amend(UnaryOperator<T> how) {
        present = how.apply(present);
        amend(past, how);
        amend(future, how);
    }

    private static <T> void amend(Deque<Entry<T>> entries, UnaryOperator<T> how) {
        List<Entry<T>> before = List.copyOf(entries);
        entries.clear();
        before.forEach(e -> entries.add(new Entry<>(how.apply(e.state()), e.action())));
    }

    /** Ends a gesture: the next change is a step of its own. */
    public void endGesture() {
        gesture = "";
    }

    /** Whether there is something to undo. */
    public boolean canUndo() {
        return !past.isEmpty();
    }

    /** Whether there is something to do again. */
    public boolean canRedo() {
        return !future.isEmpty();
    }

    /** What undo would undo, or empty. */
    public String undoAction() {
        return past.isEmpty() ? "" : past.peek().action();
    }

    /** What redo would do again, or empty. */
    public String redoAction() {
        return future.isEmpty() ? "" : future.peek().action();
    }

    /** Back by one step, if there is one. */
    public void undo() {
        step(past, future);
    }

    /** Forward again by one step, if there is one. */
    public void redo() {
        step(future, past);
    }

    private void step(Deque<Entry<T>> from, Deque<Entry<T>> to) {
        if (!from.isEmpty()) {
            Entry<T> entry = from.pop();
            to.push(new Entry<>(present, entry.action()));
            present = entry.state();
            gesture = "";
        }
    }
}
