package oakmirror.compare;

import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * How references span a corridor.
 *
 * @param kind from what its edges are taken
 * @param toleranceDb half of its least width in dB; also what one reference alone leaves to either side
 */
public record CorridorSettings(Kind kind, double toleranceDb) {

    /** From what the edges are taken. */
    public enum Kind {
        /** The middle four fifths of the references from {@value #MANY} on, and of fewer the lowest and the highest. */
        USUAL("comparison.middleFourFifths"),
        /** The lowest and the highest reference. */
        EXTREMES("comparison.lowestToHighest"),
        /** The references' mean less and plus their standard deviation. */
        SPREAD("comparison.meanSpread");

        private final String label;

        Kind(String label) {
            this.label = label;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }
    }

    /** From so many references on their extremes say little of what they have in common: sixteen leave room for anything. Ours, no source. */
    public static final int MANY = 6;

    /** The middle four fifths where there are many, at least ±2 dB. */
    public static final CorridorSettings DEFAULT = new CorridorSettings(Kind.USUAL, 2);

    /** Checks the tolerance. */
    public CorridorSettings {
        if (!(toleranceDb >= 0 && toleranceDb <= 60)) {
            throw new IllegalArgumentException(Texts.of("invalid.tolerance", Numbers.brief(toleranceDb)));
        }
    }

    /** The same from something else. */
    public CorridorSettings withKind(Kind value) {
        return new CorridorSettings(value, toleranceDb);
    }

    /** The same with another tolerance. */
    public CorridorSettings withTolerance(double db) {
        return new CorridorSettings(kind, db);
    }
}
