package oakmirror.desk;

import java.util.function.BooleanSupplier;
import javafx.animation.AnimationTimer;
import javafx.scene.Node;
import javafx.scene.input.InputEvent;

/**
 * Brings up to date, with every frame, what moves by itself: places, meters, curves that follow what plays. It stands still while nothing moves, so that a
 * window that is only looked at costs nothing; whatever the user does, and whatever comes from the background, wakes it for a while.
 */
final class WindowClock {

    /** Until meters have fallen: short-term loudness is that of three seconds. */
    private static final long LINGER_NANOS = 4_000_000_000L;

    private final AnimationTimer timer;
    private boolean running;
    private boolean closed;
    private long until;

    /**
     * Stands still at first.
     *
     * @param moves whether something goes on moving, so that it must not stand still
     * @param tick what is done with every frame
     */
    WindowClock(BooleanSupplier moves, Runnable tick) {
        timer = new AnimationTimer() {
            @Override
            public void handle(long now) {
                tick.run();
                if (moves.getAsBoolean()) {
                    until = System.nanoTime() + LINGER_NANOS;
                } else if (System.nanoTime() > until) {
                    stop();
                    running = false;
                }
            }
        };
    }

    /** Wakes with everything the user does within a node. */
    void wakeWith(Node node) {
        node.addEventFilter(InputEvent.ANY, e -> wake());
    }

    /** Runs for a while at least. */
    void wake() {
        until = System.nanoTime() + LINGER_NANOS;
        if (!running && !closed) {
            running = true;
            timer.start();
        }
    }

    /** Whether it runs. */
    boolean isRunning() {
        return running;
    }

    /** Stands still for good. */
    void close() {
        closed = true;
        timer.stop();
    }
}
