package oakmirror.state.task;

import java.util.concurrent.Executor;

/** Work that is done once, however often it was asked for meanwhile. */
public final class Coalesced {

    private Coalesced() {}

    /**
     * Work that is asked for from many sides and done once: with the next turn of the window's thread, however often it was asked for in
     * this one.
     */
    public static Runnable of(Executor window, Runnable work) {
        boolean[] due = {false};
        return () -> {
            if (!due[0]) {
                due[0] = true;
                window.execute(() -> {
                    due[0] = false;
                    work.run();
                });
            }
        };
    }
}
