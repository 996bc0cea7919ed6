package oakmirror.state.task;

import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;

/**
 * Work of which only the newest is wanted, one at a time: what was asked for in between is never started, and what runs when something newer
 * is asked for learns so from its progress. So a slider can be dragged faster than the work is done. Made by {@link Background#newest}.
 *
 * @param <T> what comes out
 */
public final class Newest<T> {

    private record Request<T>(Work<T> work, Consumer<T> then, Consumer<Failure> failed) {}

    private final Background background;
    private final Kind kind;
    private final String what;
    private final AtomicReference<Request<T>> waiting = new AtomicReference<>();
    private volatile boolean closed;
    private boolean isBusy;
    private boolean isTold;

    Newest(Background background, Kind kind, String what) {
        this.background = background;
        this.kind = kind;
        this.what = what;
    }

    /**
     * Asks for work; the user is told when it fails, once until it works again.
     *
     * @param then takes what comes out, on the window's thread; not called for what was not wanted any more
     */
    public void submit(Work<T> work, Consumer<T> then) {
        submit(
                work,
                made -> {
                    isTold = false;
                    then.accept(made);
                },
                failure -> {
                    if (!isTold) {
                        isTold = true;
                        background.tell(failure);
                    }
                });
    }

    /**
     * Asks for work.
     *
     * @param then takes what comes out, on the window's thread; not called for what was not wanted any more
     * @param failed called instead when the work has failed, on the window's thread
     */
    public void submit(Work<T> work, Consumer<T> then, Consumer<Failure> failed) {
        waiting.set(new Request<>(work, then, failed));
        synchronized (this) {
            if (isBusy || closed) {
                return;
            }
            isBusy = true;
        }
        background.execute(kind, this::doNewest);
    }

    private void doNewest() {
        Request<T> newest = waiting.getAndSet(null);
        if (newest != null) {
            background.attempt(
                    what,
                    done -> waiting.get() == null && !closed,
                    newest.work(),
                    made -> unlessClosed(() -> newest.then().accept(made)),
                    failure -> unlessClosed(() -> {
                        if (!failure.isCancelled()) {
                            newest.failed().accept(failure);
                        }
                    }));
        }
        synchronized (this) {
            isBusy = waiting.get() != null && !closed;
            if (!isBusy) {
                return;
            }
        }
        background.execute(kind, this::doNewest);
    }

    private void unlessClosed(Runnable then) {
        if (!closed) {
            then.run();
        }
    }

    /** Ends what runs; nothing more is done. */
    public void close() {
        closed = true;
        waiting.set(null);
    }
}
