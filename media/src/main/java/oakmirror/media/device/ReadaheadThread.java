package oakmirror.media.device;

import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import oakmirror.monitor.MonitorMixer;

/** Reads ahead and prepares for a mixer while a device is open. */
final class ReadaheadThread {

    private static final long PAUSE_NANOS = 10_000_000;
    /** Reading ahead is due only every so many rounds, each fifth of a second. */
    private static final int ROUNDS = 20;

    private ReadaheadThread() {}

    static void start(MonitorMixer mixer, BooleanSupplier open) {
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
    }
}
