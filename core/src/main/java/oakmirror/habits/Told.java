package oakmirror.habits;

import oakmirror.spectrum.Zone;

/**
 * Something a habit is told of.
 *
 * @param aspect what of
 * @param from the first zone, by its order; of {@link Aspect#LEVEL} which reading
 * @param to the last one
 * @param estimate what is known of it
 */
public record Told(Aspect aspect, int from, int to, Estimate estimate) {

    /** The first zone. */
    public Zone first() {
        return Zone.values()[from];
    }

    /** The last zone. */
    public Zone last() {
        return Zone.values()[to];
    }
}
