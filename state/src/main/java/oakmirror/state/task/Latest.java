package oakmirror.state.task;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;

/**
 * Work of which only the latest is wanted, one at a time: what was asked for in between is never begun, and what runs when something newer is
 * asked for learns so from its progress. So a slider can be dragged faster than the work is done. Made by {@link Tasks#latest}.
 *
 * @param <T> what comes out
 */
public final class Latest<T> {

    private record Request<T>(Task task, Work<T> work, Consumer<T> then) {}

    private final Supplier<Task> tasks;
    private final Background background;
    private Optional<Request<T>> waiting = Optional.empty();
    private Optional<Task> running = Optional.empty();
    private boolean isTold;

    Latest(Supplier<Task> tasks, Background background) {
        this.tasks = tasks;
        this.background = background;
    }

    /**
     * Asks for work; the user is told when it fails, once until it works again.
     *
     * @param then takes what comes out; not called for what was superseded or cancelled
     */
    public void submit(Work<T> work, Consumer<T> then) {
        submit(
                work,
                made -> {
                    isTold = false;
                    then.accept(made);
                },
                failure -> {
                    if (!isTold && !failure.isCancelled()) {
                        isTold = true;
                        background.tell(failure);
                    }
                });
    }

    /**
     * Asks for work.
     *
     * @param then takes what comes out
     * @param failed takes why nothing came out, unless that is because something newer was asked for
     */
    public void submit(Work<T> work, Consumer<T> then, Consumer<Failure> failed) {
        Task task = tasks.get().otherwise(failed);
        task.whenComputed(this::next);
        Request<T> request = new Request<>(task, work, then);
        Optional<Request<T>> before;
        boolean begin;
        synchronized (this) {
            before = waiting;
            begin = running.isEmpty();
            waiting = begin ? Optional.empty() : Optional.of(request);
            running.ifPresent(Task::overtake);
            if (begin) {
                running = Optional.of(task);
            }
        }
        before.ifPresent(r -> r.task().supersede());
        if (begin) {
            task.start(work, then);
        }
    }

    /** What waits begins on the thread that has ended what ran, so that it does not wait for the state's thread as well. */
    private void next() {
        Optional<Request<T>> next;
        synchronized (this) {
            next = waiting;
            waiting = Optional.empty();
            running = next.map(Request::task);
        }
        next.ifPresent(r -> r.task().start(r.work(), r.then()));
    }

    /** Ends what is asked for without a word. */
    public void drop() {
        Optional<Request<T>> before;
        Optional<Task> now;
        synchronized (this) {
            before = waiting;
            waiting = Optional.empty();
            now = running;
        }
        before.ifPresent(r -> r.task().supersede());
        now.ifPresent(Task::supersede);
    }
}
