package oakmirror.state.task;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Whose work it is: the program's, the open session's, a page's. What is asked for belongs to it until that has ended; when the owner ends, all of
 * it is cancelled at once, and nothing that comes of it is taken any more. Lives on the state's thread.
 */
public final class Tasks {

    private final Background background;
    private final Set<Task> living = new LinkedHashSet<>();
    private final Set<Runnable> waiting = new LinkedHashSet<>();
    private final List<Runnable> endings = new ArrayList<>();
    private boolean ending;
    private boolean closed;

    /** An owner without work. */
    public Tasks(Background background) {
        this.background = background;
    }

    /** Threads for it, and the clock. */
    public Background background() {
        return background;
    }

    /** Work that goes on unseen, to be {@linkplain Task#run run}. */
    public Task task(Kind kind, String title) {
        return task(kind, title, false);
    }

    private Task task(Kind kind, String title, boolean isShown) {
        Task task = new Task(this, background, kind, title, isShown);
        if (ending || closed) {
            task.supersede(); // whoever asks in the middle of an end asks for what has gone
        } else {
            living.add(task);
        }
        return task;
    }

    /** Work that the user sees while it lives, and can cancel; to be {@linkplain Task#run run}. */
    public Task shown(Kind kind, String title) {
        Task task = task(kind, title, true);
        if (!task.isEnded()) {
            background.shown().add(task);
        }
        return task;
    }

    /** A lane for work of which only the latest is wanted. */
    public <T> Latest<T> latest(Kind kind, String title) {
        return new Latest<>(() -> task(kind, title), background);
    }

    /** The same where the user sees what is done, and can cancel it. */
    public <T> Latest<T> latestShown(Kind kind, String title) {
        return new Latest<>(() -> shown(kind, title), background);
    }

    /** Does something a little later, unless the owner ends before. */
    public void later(long millis, Runnable work) {
        if (ending || closed) {
            return;
        }
        Runnable once = new Runnable() { // not a lambda: the same work may wait twice
                    @Override
                    public void run() {
                        if (waiting.remove(this)) {
                            work.run();
                        }
                    }
                };
        waiting.add(once);
        background.later(millis, once);
    }

    /** Has something done whenever the owner ends, before its work does. */
    public void onEnd(Runnable then) {
        endings.add(then);
    }

    /** How much work is asked for and has not ended. */
    public int count() {
        return living.size();
    }

    /** Ends all work, as when another session is opened; what is asked for afterwards belongs to what comes next. */
    public void end(String why) {
        ending = true;
        endings.forEach(Runnable::run);
        waiting.clear();
        List.copyOf(living).forEach(t -> t.abandon(why));
        ending = false;
    }

    /** Ends all work for good. */
    public void close() {
        closed = true;
        waiting.clear();
        new ArrayList<>(living).forEach(Task::supersede);
    }

    void forget(Task task) {
        living.remove(task);
        background.shown().remove(task);
    }
}
