package oakmirror.zones;

import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * What was decided about a move of a zone. It outlives the proposal: whenever something is proposed again about that, it holds.
 *
 * @param aspect what of the zone
 * @param zone which
 * @param refused it is not wanted, and not asked about again
 * @param part of what is proposed, how much is taken: 0 to {@value #MOST}; 0 leaves it off
 */
public record ZoneDecision(ZoneAspect aspect, Zone zone, boolean refused, double part) {

    /** The most that is taken of what is proposed. */
    public static final double MOST = 1.5;

    /** Checks the range. */
    public ZoneDecision {
        java.util.Objects.requireNonNull(aspect, Texts.of("zones.aDecisionIsAbout"));
        java.util.Objects.requireNonNull(zone, Texts.of("zones.aDecisionIsAbout2"));
        if (!(part >= 0 && part <= MOST)) {
            throw new IllegalArgumentException(Texts.of("invalid.zoneShare", MOST));
        }
    }

    /** Nothing decided: a move is off until it is taken. */
    public static ZoneDecision none(ZoneAspect aspect, Zone zone) {
        return new ZoneDecision(aspect, zone, false, 0);
    }

    /** Taken as it is proposed. */
    public static ZoneDecision taken(ZoneAspect aspect, Zone zone) {
        return new ZoneDecision(aspect, zone, false, 1);
    }

    /** The same taken in part; not refused any more. */
    public ZoneDecision withPart(double value) {
        return new ZoneDecision(aspect, zone, false, Math.max(0, Math.min(MOST, value)));
    }

    /** The same refused, or not. */
    public ZoneDecision withRefused(boolean value) {
        return new ZoneDecision(aspect, zone, value, part);
    }

    /** Whether the move is applied. */
    public boolean isTaken() {
        return !refused && part > 0;
    }

    boolean isNone() {
        return !refused && part == 0;
    }
}
