package oakmirror.media.device;

import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import oakmirror.monitor.MonitorMixer;

/** Reads ahead and prepares for a mixer while a device is open. */
final class ReadaheadThread {

    private static final long PAUSE_NANOS = 10_000_000;
    /** Reading ahead is due only every so many rounds, each fifth of a second. */
    private static final int ROUNDS = 20;

    private static final long PATIENCE_MILLIS = 2000;

    private ReadaheadThread() {}

    /** Waits until threads have ended that were told to, so that nobody else finds them at a mixer. */
    static void join(Thread... threads) {
        try {
            for (Thread t : threads) {
                if (t != null && t != Thread.currentThread()) {
                    t.join(PATIENCE_MILLIS);
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    static Thread start(MonitorMixer mixer, BooleanSupplier open) {
        Thread t = new Thread(
                () -> {
                    for (int round = 0; open.getAsBoolean(); round++) {
                        if (round % ROUNDS == 0) {
                            mixer.readAhead();
                        }
                        mixer.prepare();
                        LockSupport.parkNanos(PAUSE_NANOS);
                    }
                },
                "oakmirror-readahead");
        t.setDaemon(true);
        t.start();
        return t;
    }
}
