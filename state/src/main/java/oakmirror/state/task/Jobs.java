package oakmirror.state.task;

import java.util.concurrent.Executor;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/** Work in progress, for the title strip. Lives on the window's thread. */
public final class Jobs {

    private final Executor window;
    private final ObservableList<Job> running = FXCollections.observableArrayList();

    /** No work yet; work says how far it is on {@code window}. */
    public Jobs(Executor window) {
        this.window = window;
    }

    /** What is running, oldest first. */
    public ObservableList<Job> running() {
        return running;
    }

    /** Shows that something is going on, until {@link #end}. */
    public Job start(String name) {
        Job job = new Job(name, window);
        running.add(job);
        return job;
    }

    /** Shows it no more. */
    public void end(Job job) {
        running.remove(job);
    }
}
