package oakmirror.place;

import oakmirror.filter.AnalogueSection;
import oakmirror.text.Texts;

/**
 * A filter of second order: where a small loudspeaker ends, a resonance, what a wall takes away.
 *
 * @param shape what it does
 * @param hz its frequency
 * @param gainDb gain of a bell or a shelf; a pass has none
 * @param q how narrow it is; of a pass, how strong it is at its frequency
 */
public record PlaceFilter(Shape shape, double hz, double gainDb, double q) {

    private static final double LOWEST_HZ = 10;
    private static final double HIGHEST_HZ = 20_000;
    private static final double MOST_DB = 40;
    private static final double LEAST_Q = 0.1;
    private static final double MOST_Q = 20;

    /** Shapes. */
    public enum Shape {
        HIGH_PASS,
        LOW_PASS,
        BELL,
        LOW_SHELF,
        HIGH_SHELF
    }

    /** Checks that it can be made. */
    public PlaceFilter {
        if (shape == null) {
            throw new IllegalArgumentException(Texts.of("invalid.missing", "shape"));
        }
        Bounds.check("hz", hz, LOWEST_HZ, HIGHEST_HZ);
        Bounds.check("gainDb", gainDb, -MOST_DB, MOST_DB);
        Bounds.check("q", q, LEAST_Q, MOST_Q);
    }

    /** As an analogue section. */
    public AnalogueSection section() {
        return switch (shape) {
            case HIGH_PASS -> AnalogueSection.highPass(hz, q);
            case LOW_PASS -> AnalogueSection.lowPass(hz, q);
            case BELL -> AnalogueSection.bell(hz, gainDb, q);
            case LOW_SHELF -> AnalogueSection.lowShelf(hz, gainDb, q);
            case HIGH_SHELF -> AnalogueSection.highShelf(hz, gainDb, q);
        };
    }
}
