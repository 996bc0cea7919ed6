package oakmirror.findings;

import oakmirror.candidate.Candidate;
import oakmirror.readings.Readings;

/** Places worth a listen in words. */
public final class PlaceWords {

    /** What is narrower is a resonance or a notch. */
    private static final double NARROW_OCTAVES = 0.45;

    /** What too much and too little of a range is called at the desk. Common practice, no source. */
    private enum Sound {
        RUMBLE(45, "Rumbling", "Light"),
        LOW_END(110, "Heavy", "Thin"),
        BOOM(250, "Boomy", "Hollow"),
        MUD(500, "Muddy", "Hollow"),
        BOX(1000, "Boxy", "Recessed"),
        HONK(2500, "Honky", "Recessed"),
        EDGE(5000, "Harsh", "Dull"),
        SIBILANCE(10000, "Sibilant", "Dull"),
        AIR(100_000, "Hissy", "Airless");

        private final double highHz;
        private final String much;
        private final String little;

        Sound(double highHz, String much, String little) {
            this.highHz = highHz;
            this.much = much;
            this.little = little;
        }

        static String of(double hz, boolean tooMuch) {
            for (Sound s : values()) {
                if (hz < s.highHz) {
                    return tooMuch ? s.much : s.little;
                }
            }
            return tooMuch ? AIR.much : AIR.little;
        }
    }

    private PlaceWords() {}

    /** What it may be, and where: "Boomy at 104–172 Hz?". */
    public static String title(Candidate c) {
        return sound(c) + " " + where(c) + "?";
    }

    /** What it may be, in a word: "boomy?". */
    public static String word(Candidate c) {
        return sound(c).toLowerCase(java.util.Locale.ROOT) + "?";
    }

    private static String sound(Candidate c) {
        return switch (c.shape()) {
            case BELL ->
                c.octaves() >= NARROW_OCTAVES
                        ? Sound.of(c.centreHz(), c.isTooMuch())
                        : c.isTooMuch() ? "Resonance" : "Notch";
            case LOW_SHELF -> Sound.of(c.centreHz() / 2, c.isTooMuch());
            case HIGH_SHELF -> c.isTooMuch() ? "Bright" : Sound.of(c.centreHz() * 1.4, false);
            case WIDTH -> c.isTooMuch() ? "Wide" : "Narrow";
            case DYNAMICS -> c.isTooMuch() ? "Spiky" : "Squashed";
        };
    }

    /** Its range. */
    public static String where(Candidate c) {
        return switch (c.shape()) {
            case BELL ->
                c.octaves() < NARROW_OCTAVES
                        ? "at " + Readings.about(c.centreHz())
                        : "at " + Readings.range(c.lowHz(), c.highHz());
            case LOW_SHELF -> "below " + Readings.about(c.centreHz());
            case HIGH_SHELF -> "above " + Readings.about(c.centreHz());
            case WIDTH, DYNAMICS -> "at " + Readings.range(c.lowHz(), c.highHz());
        };
    }

    /** What is read there. */
    private static String reading(Candidate c) {
        return switch (c.shape()) {
            case BELL, LOW_SHELF, HIGH_SHELF -> "";
            case WIDTH -> "side/mid ";
            case DYNAMICS -> "crest ";
        };
    }

    /** How large it is seen, and by how many references: "6.0 dB more than all 3 references". */
    public static String seen(Candidate c) {
        String most = c.of() == 1
                ? "than the reference"
                : c.agree() == c.of()
                        ? "than all " + c.of() + " references"
                        : "than " + c.agree() + " of " + c.of() + " references";
        return reading(c) + Readings.level(Math.abs(c.seenDb())) + " dB " + (c.isTooMuch() ? "more " : "less ") + most;
    }

    /** Its odds: "a fault in 45 of 100 cases like this". */
    public static String odds(Candidate c) {
        return "a fault in " + Math.round(100 * c.odds()) + " of 100 cases like this";
    }

    /** Both in a few words: "+6.0 dB, 45 in 100". */
    public static String brief(Candidate c) {
        return reading(c) + Readings.gainDb(0 - c.seenDb()) + ", " + Math.round(100 * c.odds()) + " in 100";
    }

    /** What usually causes it. */
    public static String cause(Candidate c) {
        return switch (c.shape()) {
            case BELL, LOW_SHELF, HIGH_SHELF -> Advice.at(c.centreHz()).cause(c.isTooMuch());
            case WIDTH ->
                c.isTooMuch()
                        ? "Wideners, or doubled parts panned far apart."
                        : "Parts panned close together, or recorded in mono.";
            case DYNAMICS ->
                c.isTooMuch() ? "Hits that no compressor holds." : "A compressor, or saturation, on what plays there.";
        };
    }

    /** What its trial move does: "−4.4 dB at 132 Hz, 0.7 octaves". */
    public static String trial(Candidate c, double gainDb) {
        String where =
                switch (c.shape()) {
                    case BELL ->
                        " at " + Readings.about(c.centreHz()) + ", " + Readings.level(c.octaves()) + " octaves";
                    case LOW_SHELF -> " below " + Readings.about(c.centreHz());
                    case HIGH_SHELF -> " above " + Readings.about(c.centreHz());
                    case WIDTH -> " of side at " + Readings.range(c.lowHz(), c.highHz());
                    case DYNAMICS -> " of crest at " + Readings.range(c.lowHz(), c.highHz());
                };
        return Readings.gainDb(gainDb) + where;
    }
}
