package oakmirror.media;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ThreadFactory;

/** Threads for background work; daemons, so that they never keep the program alive. */
public final class Workers {

    private Workers() {}

    /** As many threads as there are processors. */
    public static ExecutorService perProcessor(String name) {
        return fixed(name, Runtime.getRuntime().availableProcessors());
    }

    /** A fixed number of threads. */
    public static ExecutorService fixed(String name, int threads) {
        return Executors.newFixedThreadPool(threads, daemons(name));
    }

    /** One thread for work that is due at certain times. */
    public static ScheduledExecutorService scheduled(String name) {
        return Executors.newSingleThreadScheduledExecutor(daemons(name));
    }

    private static ThreadFactory daemons(String name) {
        return runnable -> {
            Thread thread = new Thread(runnable, name);
            thread.setDaemon(true);
            return thread;
        };
    }
}
