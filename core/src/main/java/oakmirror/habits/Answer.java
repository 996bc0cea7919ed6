package oakmirror.habits;

import java.util.Optional;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;
import oakmirror.zones.ZoneAspect;

/**
 * What was done about something that was proposed.
 *
 * @param aspect width or dynamics; empty for tone
 * @param zone where it lies
 * @param proposedDb how much was proposed
 * @param trust how far it was trusted, 0 to 1
 * @param refused it was not wanted
 * @param share how much of it was done, strength included: 0 for nothing
 * @param widthFactor by what its width was multiplied
 */
public record Answer(
        Optional<ZoneAspect> aspect,
        Zone zone,
        double proposedDb,
        double trust,
        boolean refused,
        double share,
        double widthFactor) {

    private static final double MOST_DB = 100;
    private static final double MOST_SHARE = 3;

    /** Checks the ranges. */
    public Answer {
        boolean isSound = aspect != null
                && zone != null
                && Math.abs(proposedDb) <= MOST_DB
                && trust >= 0
                && trust <= 1
                && share >= 0
                && share <= MOST_SHARE
                && widthFactor > 0
                && widthFactor <= MOST_SHARE;
        if (!isSound) {
            throw new IllegalArgumentException(Texts.of("invalid.answer"));
        }
    }

    /** Whether a rise was proposed. */
    public boolean isUp() {
        return proposedDb > 0;
    }
}
