package oakmirror.desk.command;

import java.util.EnumMap;
import java.util.Map;

/** What each action does. */
public final class Commands {

    private final Map<Act, Runnable> actions = new EnumMap<>(Act.class);

    /** Says what an action does. */
    public void set(Act act, Runnable action) {
        actions.put(act, action);
    }

    /** Does it. */
    public void run(Act act) {
        Runnable action = actions.get(act);
        if (action == null) {
            throw new IllegalStateException("nothing is done for " + act);
        }
        action.run();
    }

    /** Whether every action does something. */
    public boolean isComplete() {
        return actions.size() == Act.values().length;
    }
}
