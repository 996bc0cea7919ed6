package oakmirror.state.task;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.AbstractExecutorService;
import java.util.concurrent.TimeUnit;

/** Worker threads that are none: what they would do is done a step at a time, in any order, on the thread that asks for a step. */
final class Steps extends AbstractExecutorService {

    private final List<Runnable> waiting = new ArrayList<>();
    private final Random order;

    Steps(Random order) {
        this.order = order;
    }

    /** Does something of what waits; says whether there was anything. */
    boolean step() {
        if (waiting.isEmpty()) {
            return false;
        }
        waiting.remove(order.nextInt(waiting.size())).run();
        return true;
    }

    @Override
    public void execute(Runnable work) {
        waiting.add(work);
    }

    @Override
    public void shutdown() {}

    @Override
    public List<Runnable> shutdownNow() {
        return List.of();
    }

    @Override
    public boolean isShutdown() {
        return false;
    }

    @Override
    public boolean isTerminated() {
        return true;
    }

    @Override
    public boolean awaitTermination(long timeout, TimeUnit unit) {
        return true;
    }
}
