package oakmirror.audio;

import java.util.concurrent.CancellationException;

/** How long work tells how far it is, and learns that it is not wanted any more. Safe to call from any thread. */
@FunctionalInterface
public interface Progress {

    /** Work that nobody watches. */
    Progress NONE = fraction -> true;

    /**
     * Tells how far the work is.
     *
     * @param fraction from 0 to 1
     * @return false when the work should end
     */
    boolean report(double fraction);

    /**
     * Tells how far the work is.
     *
     * @throws CancellationException when the work is not wanted any more
     */
    default void check(double fraction) {
        if (!report(Math.max(0, Math.min(1, fraction)))) {
            throw new CancellationException("cancelled");
        }
    }

    /** This progress for one part of the work, which goes from {@code from} to {@code to}. */
    default Progress part(double from, double to) {
        return fraction -> report(from + fraction * (to - from));
    }
}
