package oakmirror.state.controllers;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;
import java.util.function.DoubleSupplier;
import java.util.function.Supplier;
import oakmirror.surface.Binding;

/** Everything a controller can do: commands, some of which can be on, and values that have ends. By name, as bindings and packets name them. */
public final class Actions {

    /**
     * A command.
     *
     * @param label what it is called on screen
     * @param run does it
     * @param isOn whether what it turns on is on, where it turns something on
     */
    public record Press(String label, Runnable run, Optional<BooleanSupplier> isOn) {}

    /**
     * A value that can be turned.
     *
     * @param label what it is called on screen
     * @param low its lower end
     * @param high its upper end
     * @param step what one step of an endless knob is
     * @param get what it is; NaN where there is none at the moment
     * @param set makes it another, within its ends
     */
    public record Dial(
            Supplier<String> label, double low, double high, double step, DoubleSupplier get, DoubleConsumer set) {

        /** Where it is between its ends, from 0 to 1; NaN where there is none. */
        double place() {
            return (get.getAsDouble() - low) / (high - low);
        }

        void put(double place) {
            turnTo(low + place * (high - low));
        }

        void turnTo(double value) {
            if (Double.isFinite(value) && !Double.isNaN(get.getAsDouble())) {
                set.accept(Math.max(low, Math.min(high, value)));
            }
        }
    }

    private final Map<String, Press> presses = new LinkedHashMap<>();
    private final Map<String, Dial> dials = new LinkedHashMap<>();
    private final Map<String, BooleanSupplier> lights = new HashMap<>();

    /** Adds a command. */
    public void add(String name, String label, Runnable run) {
        presses.put(Binding.COMMAND + name, new Press(label, run, Optional.ofNullable(lights.get(name))));
    }

    /** Says when a command that is added later is on. */
    void light(String name, BooleanSupplier isOn) {
        lights.put(name, isOn);
    }

    /** Adds a value. */
    void add(String name, Dial dial) {
        dials.put(Binding.VALUE + name, dial);
    }

    /** All commands by name. */
    public Map<String, Press> presses() {
        return presses;
    }

    /** All values by name. */
    public Map<String, Dial> dials() {
        return dials;
    }

    /** What something is called on screen; its name where there is nothing of the kind. */
    public String label(String does) {
        return presses.containsKey(does)
                ? presses.get(does).label()
                : dials.containsKey(does) ? dials.get(does).label().get() : does;
    }

    /** How far something is on or up, from 0 to 1; nothing where it does not say. */
    Optional<Double> state(String does) {
        if (dials.containsKey(does)) {
            double place = dials.get(does).place();
            return Double.isNaN(place) ? Optional.empty() : Optional.of(Math.max(0, Math.min(1, place)));
        }
        return Optional.ofNullable(presses.get(does)).flatMap(Press::isOn).map(on -> on.getAsBoolean() ? 1.0 : 0.0);
    }
}
