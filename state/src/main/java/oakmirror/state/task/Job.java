package oakmirror.state.task;

import java.util.concurrent.Executor;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import oakmirror.audio.Progress;

/** Work that takes a while: its name, how far it is, and the wish to end it. */
public final class Job implements Progress {

    private final String name;
    private final Executor window;
    private final DoubleProperty fraction = new SimpleDoubleProperty();
    private volatile boolean cancelled;
    private volatile double reported;

    Job(String name, Executor window) {
        this.name = name;
        this.window = window;
    }

    /** What is being done. */
    public String name() {
        return name;
    }

    /** How far it is, from 0 to 1. */
    public DoubleProperty fractionProperty() {
        return fraction;
    }

    /** Asks it to end. */
    public void cancel() {
        cancelled = true;
    }

    /** Whether it was asked to end. */
    public boolean isCancelled() {
        return cancelled;
    }

    @Override
    public boolean report(double done) {
        if (done - reported > 0.005 || done >= 1) {
            reported = done;
            window.execute(() -> fraction.set(done));
        }
        return !cancelled;
    }
}
