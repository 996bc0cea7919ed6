package oakmirror.measure;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.atomic.AtomicInteger;

/** Threads that compute, and do not keep the program alive. */
public final class WorkerThreads {

    private WorkerThreads() {}

    /** As many as there are processors, for the parts of measurements, or for masters side by side. */
    public static ExecutorService forParts() {
        return Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors(), named("parts"));
    }

    /** Makes threads that are called "oakmirror-" with a name and a number. */
    public static ThreadFactory named(String name) {
        AtomicInteger number = new AtomicInteger();
        return runnable -> {
            Thread thread = new Thread(runnable, "oakmirror-" + name + "-" + number.incrementAndGet());
            thread.setDaemon(true);
            return thread;
        };
    }
}
