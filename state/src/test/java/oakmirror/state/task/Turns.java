package oakmirror.state.task;

import java.util.concurrent.BlockingQueue;
import java.util.concurrent.Callable;
import java.util.concurrent.Executor;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import oakmirror.files.DiskWait;

/** The state's thread in a test: the test's own, which takes a turn when the test asks for something or waits. */
public final class Turns implements Executor {

    /** Long, for a machine that does other work; nothing waits that long where it is quiet. */
    private static final long PATIENCE_NANOS = TimeUnit.SECONDS.toNanos(180);

    private final BlockingQueue<Runnable> due = new LinkedBlockingQueue<>();

    @Override
    public void execute(Runnable turn) {
        due.add(turn);
    }

    /** Takes all turns that are due, and those that become so by them. */
    public void run() {
        for (Runnable turn = due.poll(); turn != null; turn = due.poll()) {
            take(turn);
        }
    }

    /** Takes a turn now, under the name of the window's thread, which {@link DiskWait} knows. */
    public static void take(Runnable turn) {
        Thread thread = Thread.currentThread();
        String name = thread.getName();
        thread.setName(DiskWait.WINDOW);
        try {
            turn.run();
        } finally {
            thread.setName(name);
        }
    }

    /** Asks for something after all turns that are due. */
    public <T> T now(Callable<T> question) {
        run();
        try {
            return question.call();
        } catch (RuntimeException e) {
            throw e;
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    /** Takes turns until something holds. */
    public void until(Callable<Boolean> condition) {
        long end = System.nanoTime() + PATIENCE_NANOS;
        while (!now(condition)) {
            if (System.nanoTime() > end) {
                throw new AssertionError("does not become so");
            }
            try {
                Runnable turn = due.poll(10, TimeUnit.MILLISECONDS); // or a file has changed meanwhile
                if (turn != null) {
                    take(turn);
                }
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        }
    }
}
