package oakmirror.desk.model;

import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/** Work in progress, for the title strip. Lives on the window's thread. */
public final class Jobs {

    private final ObservableList<Job> running = FXCollections.observableArrayList();

    /** What is running, oldest first. */
    public ObservableList<Job> running() {
        return running;
    }

    Job start(String name) {
        Job job = new Job(name);
        running.add(job);
        return job;
    }

    void end(Job job) {
        running.remove(job);
    }
}
