package oakmirror.surface;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What comes of controls that were moved. Of values only the last place and the sum of steps count among what is taken at once, presses count each. A knob with ends
 * does nothing until it has passed where its value is, so that nothing jumps when it is touched. Used by one thread.
 */
public final class Surface {

    /** What is done. */
    public interface Effects {

        /** Does a command. */
        void press(String does);

        /** Where a value is between its ends, from 0 to 1; NaN where there is none at the moment. */
        double place(String does);

        /** Puts a value somewhere between its ends, from 0 to 1. */
        void put(String does, double place);

        /** Moves a value by steps. */
        void step(String does, int steps);
    }

    /** From here on a button that sends control changes is pressed. */
    private static final int PRESSED = 64;
    /** How near a knob has to come to a value to take hold of it, of all its way. */
    private static final double NEAR = 1.5 / 127;

    private final Map<Control, Binding> bound = new HashMap<>();
    private final Map<Control, Integer> last = new HashMap<>();
    /** Where a knob that has hold of its value has put it. */
    private final Map<Control, Double> held = new HashMap<>();

    /** Binds controls. */
    public void bind(Bindings bindings) {
        bound.clear();
        bindings.all().forEach(b -> bound.put(b.control(), b));
        held.clear();
    }

    /** Forgets where controls are, as when messages were lost or a device has gone. */
    public void forget() {
        last.clear();
        held.clear();
    }

    /** Where a knob has been, and is. */
    private record Way(int low, int high, int last) {

        Way and(int value) {
            return new Way(Math.min(low, value), Math.max(high, value), value);
        }
    }

    /** Takes what was moved, in its order. */
    public void take(List<Moved> moved, Effects effects) {
        Map<Control, Way> ways = new LinkedHashMap<>();
        Map<Control, Integer> steps = new LinkedHashMap<>();
        List<String> presses = new ArrayList<>();
        for (Moved m : moved) {
            Binding binding = bound.get(m.control());
            if (binding == null) {
                continue;
            }
            if (binding.sense() == Sense.PRESS) {
                if (isPress(m)) {
                    presses.add(binding.does());
                }
            } else if (binding.sense().isRelative()) {
                steps.merge(m.control(), binding.sense().steps(m.value()), Integer::sum);
            } else {
                int from = last.getOrDefault(m.control(), m.value());
                Way before = ways.getOrDefault(m.control(), new Way(from, from, from));
                ways.put(m.control(), before.and(m.value()));
            }
        }
        ways.forEach((control, way) -> place(control, way, effects));
        steps.forEach((control, sum) -> effects.step(bound.get(control).does(), sum));
        presses.forEach(effects::press);
    }

    private boolean isPress(Moved m) {
        int before = last.getOrDefault(m.control(), 0);
        last.put(m.control(), m.value());
        return switch (m.control().kind()) {
            case NOTE -> m.value() > 0; // one that is hit again need not be let go before
            default ->
                m.value() >= PRESSED * (m.control().kind().most() + 1) / 128
                        && before < PRESSED * (m.control().kind().most() + 1) / 128;
        };
    }

    private void place(Control control, Way way, Effects effects) {
        String does = bound.get(control).does();
        last.put(control, way.last());
        double now = effects.place(does);
        if (Double.isNaN(now)) {
            return;
        }
        double most = control.kind().most();
        boolean holds = held.containsKey(control) && Math.abs(held.get(control) - now) < NEAR;
        boolean passes = way.low() / most - NEAR <= now && now <= way.high() / most + NEAR;
        if (holds || passes) {
            effects.put(does, way.last() / most);
            held.put(control, effects.place(does)); // a value may round
        } else {
            held.remove(control);
        }
    }
}
