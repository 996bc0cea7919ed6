package oakmirror.desk.model;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.Platform;
import oakmirror.media.Workers;

/**
 * Computes in the background, one thing at a time, always the newest that was asked for: what was asked for in between is never
 * started. So a slider can be dragged faster than the work is done.
 *
 * @param <T> what comes out
 */
final class Latest<T> {

    private final ExecutorService executor;
    private final AtomicReference<Supplier<T>> waiting = new AtomicReference<>();

    Latest(String name) {
        executor = Workers.fixed(name, 1);
    }

    /**
     * Asks for work.
     *
     * @param work done in the background
     * @param then takes what comes out, on the window's thread
     */
    void submit(Supplier<T> work, Consumer<T> then) {
        if (executor.isShutdown()) {
            return; // something was still on its way when the window closed
        }
        waiting.set(work);
        executor.execute(() -> {
            Supplier<T> newest = waiting.getAndSet(null);
            if (newest != null) {
                T result = newest.get();
                Platform.runLater(() -> then.accept(result));
            }
        });
    }

    void close() {
        executor.shutdownNow();
    }
}
