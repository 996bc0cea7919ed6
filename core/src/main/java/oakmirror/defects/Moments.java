package oakmirror.defects;

import java.util.ArrayList;
import java.util.List;

/**
 * Moments at which something happens, in seconds from the beginning.
 *
 * @param count how often
 * @param seconds when, the first {@link #KEPT} in their order
 */
public record Moments(long count, List<Double> seconds) {

    /** So many are kept with their time. */
    public static final int KEPT = 32;

    /** None. */
    public static final Moments NONE = new Moments(0, List.of());

    /** Copies the list. */
    public Moments {
        seconds = List.copyOf(seconds);
    }

    /** Those of all channels: what happens in several within a hundredth of a second happens once. */
    static Moments of(List<List<Double>> channels) {
        List<Double> sorted = channels.stream().flatMap(List::stream).sorted().toList();
        List<Double> apart = new ArrayList<>();
        for (double t : sorted) {
            if (apart.isEmpty() || t - apart.get(apart.size() - 1) > 0.01) {
                apart.add(t);
            }
        }
        return new Moments(apart.size(), apart.subList(0, Math.min(KEPT, apart.size())));
    }
}
