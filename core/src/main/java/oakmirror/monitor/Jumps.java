package oakmirror.monitor;

import java.util.concurrent.atomic.AtomicReference;
import java.util.function.DoubleConsumer;

/** Jumps from place to place: announced, then made once what will be heard there is ready. Of those that are announced the last is made. */
final class Jumps {

    /** A jump, each one of its own. */
    record Jump(double units) {}

    private final DoubleConsumer arrived;
    /** One that is on its way; none, null. */
    private final AtomicReference<Jump> coming = new AtomicReference<>();

    private volatile Jump made = new Jump(0);

    /** None yet; {@code arrived} is told the place of each that is made. */
    Jumps(DoubleConsumer arrived) {
        this.arrived = arrived;
    }

    /** The last that was made. */
    Jump made() {
        return made;
    }

    /** Whether one is on its way. */
    boolean isComing() {
        return coming.get() != null;
    }

    /** Where the one that is on its way leads, or where there is none, a place. */
    double comingOr(double place) {
        Jump now = coming.get();
        return now == null ? place : now.units();
    }

    /**
     * Announces one.
     *
     * @param prepare makes ready what will be heard
     * @return does so, and makes the jump, unless another was announced since
     */
    Runnable announce(double units, Runnable prepare) {
        Jump next = new Jump(units);
        coming.set(next);
        return () -> {
            if (coming.get() == next) {
                prepare.run();
                make(next);
            }
        };
    }

    private synchronized void make(Jump next) {
        if (coming.get() == next) {
            arrived.accept(next.units());
            made = next;
            coming.compareAndSet(next, null);
        }
    }
}
