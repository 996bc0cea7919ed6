package oakmirror.media.device;

import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import oakmirror.monitor.MonitorMixer;

/** Reads ahead for a mixer while a device is open. */
final class ReadaheadThread {

    private static final long PAUSE_NANOS = 200_000_000;

    private ReadaheadThread() {}

    static void start(MonitorMixer mixer, BooleanSupplier open) {
        Thread t = new Thread(
                () -> {
                    while (open.getAsBoolean()) {
                        mixer.readAhead();
                        LockSupport.parkNanos(PAUSE_NANOS);
                    }
                },
                "oakmirror-readahead");
        t.setDaemon(true);
        t.start();
    }
}
