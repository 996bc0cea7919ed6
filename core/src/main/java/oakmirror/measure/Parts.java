package oakmirror.measure;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Work in several rows on other threads: each row is done in order and waits for no other. After a failure nothing more is begun.
 *
 * <p>Adding and waiting are for one thread, which never waits for ever: where memory has run out, work may be lost with the threads it ran on.
 */
final class Parts {

    private static final long WATCH_MILLIS = 100;

    private final ExecutorService executor;
    private final long patienceMillis;
    private final List<CompletableFuture<Void>> rows = new ArrayList<>();
    private final AtomicLong done = new AtomicLong();
    private volatile Throwable failure;

    /** A piece of work. */
    @FunctionalInterface
    interface Work {
        void run() throws IOException;
    }

    /** No work yet; where none is done for {@code patienceMillis}, it is taken for lost. */
    Parts(ExecutorService executor, long patienceMillis) {
        this.executor = executor;
        this.patienceMillis = patienceMillis;
    }

    /** Adds work behind what a row still has to do; rows are numbered from 0 and begun in that order. */
    void then(int row, Work work) {
        if (rows.size() == row) {
            rows.add(CompletableFuture.completedFuture(null));
        }
        rows.set(row, rows.get(row).thenRunAsync(() -> doUnlessFailed(work), executor));
    }

    /** A failure is put aside here: where memory has run out, a future may not even become one that has failed. */
    private void doUnlessFailed(Work work) {
        try {
            if (failure == null) {
                work.run();
            }
        } catch (IOException | RuntimeException | Error e) {
            failure = e;
        } finally {
            done.incrementAndGet();
        }
    }

    /** Done when all is that was added so far. */
    CompletableFuture<?> all() {
        return CompletableFuture.allOf(rows.toArray(CompletableFuture[]::new));
    }

    /**
     * Waits until some work is done.
     *
     * @throws IOException what work failed with
     */
    void await(CompletableFuture<?> work) throws IOException {
        try {
            long seen = -1;
            for (long lost = 0; lost < patienceMillis && !isOver(work); lost += WATCH_MILLIS) {
                long now = done.get();
                lost = now == seen ? lost : 0;
                seen = now;
            }
            if (!work.isDone() && failure == null) {
                failure = new IllegalStateException("parts of a measurement were lost");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException("interrupted");
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
        rethrowFailure();
    }

    /** Whether work is done, or nothing more will come of it, after waiting for a while. */
    private boolean isOver(CompletableFuture<?> work) throws InterruptedException, ExecutionException {
        try {
            work.get(WATCH_MILLIS, TimeUnit.MILLISECONDS);
            return true;
        } catch (TimeoutException e) {
            return failure != null;
        }
    }

    private void rethrowFailure() throws IOException {
        if (failure instanceof Error error) {
            throw error;
        }
        if (failure instanceof IOException e) {
            throw e;
        }
        if (failure instanceof CancellationException e) {
            throw e;
        }
        if (failure != null) {
            throw new IllegalStateException(failure);
        }
    }

    /** Begins nothing more, and returns when nothing of a row is under way, whether it was cancelled or has failed: what it used may be closed then. */
    void end(int row) {
        if (rows.size() <= row || rows.get(row).isDone()) {
            return;
        }
        failure = failure == null ? new CancellationException("ended") : failure;
        boolean wasInterrupted = false;
        for (long waited = 0; waited < patienceMillis; waited += WATCH_MILLIS) {
            try {
                rows.get(row).get(WATCH_MILLIS, TimeUnit.MILLISECONDS);
                break;
            } catch (InterruptedException e) {
                wasInterrupted = true;
            } catch (TimeoutException e) {
                continue;
            } catch (ExecutionException e) {
                break;
            }
        }
        if (wasInterrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
