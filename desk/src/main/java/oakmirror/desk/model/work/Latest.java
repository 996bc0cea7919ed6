package oakmirror.desk.model.work;

import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.application.Platform;
import oakmirror.audio.Progress;
import oakmirror.media.Workers;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Computes in the background, one thing at a time, always the newest that was asked for: what was asked for in between is never
 * started, and what runs when something newer is asked for learns so from its progress. So a slider can be dragged faster than the work is done.
 *
 * @param <T> what comes out
 */
public final class Latest<T> {

    private static final Logger LOG = LoggerFactory.getLogger(Latest.class);

    private record Request<T>(Function<Progress, T> work, Consumer<T> then, Runnable failed) {}

    private final String name;
    private final ExecutorService executor;
    private final AtomicReference<Request<T>> waiting = new AtomicReference<>();

    /** Nothing asked for yet; the name stands in the log. */
    public Latest(String name) {
        this.name = name;
        executor = Workers.fixed(name, 1);
    }

    /**
     * Asks for work that is quick enough to be let run to its end.
     *
     * @param work done in the background
     * @param then takes what comes out, on the window's thread
     */
    public void submit(Supplier<T> work, Consumer<T> then) {
        submit(progress -> work.get(), then, () -> {});
    }

    /**
     * Asks for work.
     *
     * @param work done in the background; its progress says when it is not wanted any more
     * @param then takes what comes out, on the window's thread; not called for what was not wanted any more
     * @param failed called instead when the work has failed, on the window's thread
     */
    public void submit(Function<Progress, T> work, Consumer<T> then, Runnable failed) {
        if (executor.isShutdown()) {
            return; // something was still on its way when the window closed
        }
        waiting.set(new Request<>(work, then, failed));
        executor.execute(() -> {
            Request<T> newest = waiting.getAndSet(null);
            if (newest != null) {
                run(newest);
            }
        });
    }

    private void run(Request<T> request) {
        try {
            T result = request.work().apply(done -> waiting.get() == null && !executor.isShutdown());
            Platform.runLater(() -> request.then().accept(result));
        } catch (CancellationException e) {
            LOG.debug("{}: not wanted any more", name);
        } catch (RuntimeException | Error e) {
            LOG.error("{} failed", name, e);
            Platform.runLater(request.failed());
        }
    }

    /** Ends what runs; nothing more is done. */
    public void close() {
        executor.shutdownNow();
    }
}
