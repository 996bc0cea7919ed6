package oakmirror.desk.command;

import java.util.EnumMap;
import java.util.Map;
import java.util.function.BooleanSupplier;

/** What each action does. */
public final class Commands {

    private final Map<Command, Runnable> actions = new EnumMap<>(Command.class);
    private final Map<Command, BooleanSupplier> holds = new EnumMap<>(Command.class);

    /** Says what an action does. */
    public void set(Command act, Runnable action) {
        actions.put(act, action);
    }

    /** Says what an action does while something holds; its key is free otherwise. */
    public void set(Command act, BooleanSupplier holding, Runnable action) {
        set(act, () -> {
            if (holding.getAsBoolean()) {
                action.run();
            }
        });
        holds.put(act, holding);
    }

    /** Whether an action does anything at the moment. */
    public boolean isAvailable(Command act) {
        return !holds.containsKey(act) || holds.get(act).getAsBoolean();
    }

    /** Does it. */
    public void run(Command act) {
        Runnable action = actions.get(act);
        if (action == null) {
            throw new IllegalStateException("nothing is done for " + act);
        }
        action.run();
    }

    /** Whether every action does something. */
    public boolean isComplete() {
        return actions.size() == Command.values().length;
    }
}
