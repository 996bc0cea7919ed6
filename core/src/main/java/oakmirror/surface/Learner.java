package oakmirror.surface;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Learns what a control is by its being moved: which, and for a value whether it has ends. */
public final class Learner {

    /** As many messages tell an endless knob from one with ends. */
    private static final int ENOUGH = 6;

    private static final int SMALL = 12;

    private final String does;
    private final List<Integer> values = new ArrayList<>();
    private Control control;

    /** Learns what is to do something. */
    public Learner(String does) {
        this.does = does;
    }

    /** What is learnt. */
    public String does() {
        return does;
    }

    /** Takes a message. For a command any press will do; of a value the control that is moved longest without another in between. */
    public Optional<Binding> take(Moved moved) {
        if (does.startsWith(Binding.COMMAND)) {
            return moved.value() > 0 ? Optional.of(new Binding(moved.control(), Sense.PRESS, does)) : Optional.empty();
        }
        if (moved.control().kind() == Control.Kind.NOTE) {
            return Optional.empty(); // a button has no places to be in
        }
        if (!moved.control().equals(control)) {
            control = moved.control();
            values.clear();
        }
        values.add(moved.value());
        return values.size() < ENOUGH ? Optional.empty() : Optional.of(new Binding(control, sense(), does));
    }

    /** Endless knobs say the same again and again; one with ends never says where it stands twice. */
    private Sense sense() {
        boolean repeats = false;
        for (int i = 1; i < values.size(); i++) {
            repeats |= values.get(i).equals(values.get(i - 1));
        }
        if (!repeats || control.kind() == Control.Kind.BEND) {
            return Sense.ABSOLUTE;
        }
        if (values.stream().allMatch(v -> Math.abs(v - 64) <= SMALL)) {
            boolean isAboveAlone = values.stream().allMatch(v -> v > 64 + 1);
            return isAboveAlone ? Sense.SIGN : Sense.OFFSET;
        }
        return values.stream().anyMatch(v -> v > 64 && v < 64 + SMALL) ? Sense.SIGN : Sense.TWOS;
    }
}
