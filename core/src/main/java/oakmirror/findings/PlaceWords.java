package oakmirror.findings;

import oakmirror.candidate.Candidate;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Places worth a listen in words. */
public final class PlaceWords {

    /** What is narrower is a resonance or a notch. */
    private static final double NARROW_OCTAVES = 0.45;

    /** What too much and too little of a range is called at the desk. Common practice, no source. */
    private enum Sound {
        RUMBLE(45, "findings.rumbling", "findings.light"),
        LOW_END(110, "findings.heavy", "findings.thin"),
        BOOM(250, "findings.boomy", "findings.hollow"),
        MUD(500, "findings.muddy", "findings.hollow"),
        BOX(1000, "findings.boxy", "findings.recessed"),
        HONK(2500, "findings.honky", "findings.recessed"),
        EDGE(5000, "findings.harsh", "findings.dull"),
        SIBILANCE(10000, "findings.sibilant", "findings.dull"),
        AIR(100_000, "findings.hissy", "findings.airless");

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
                    return Texts.of(tooMuch ? s.much : s.little);
                }
            }
            return Texts.of(tooMuch ? AIR.much : AIR.little);
        }
    }

    private PlaceWords() {}

    /** What it may be, and where: "Boomy at 104–172 Hz?". */
    public static String title(Candidate c) {
        return sound(c) + " " + where(c) + "?";
    }

    /** What it may be, in a word: "boomy?". */
    public static String word(Candidate c) {
        return Texts.inside(sound(c)) + "?";
    }

    private static String sound(Candidate c) {
        return switch (c.shape()) {
            case BELL ->
                c.octaves() >= NARROW_OCTAVES
                        ? Sound.of(c.centreHz(), c.isTooMuch())
                        : c.isTooMuch() ? Texts.of("findings.resonance") : Texts.of("findings.notch");
            case LOW_SHELF -> Sound.of(c.centreHz() / 2, c.isTooMuch());
            case HIGH_SHELF -> c.isTooMuch() ? Texts.of("findings.bright") : Sound.of(c.centreHz() * 1.4, false);
            case WIDTH -> c.isTooMuch() ? Texts.of("findings.wide") : Texts.of("findings.narrow");
            case DYNAMICS -> c.isTooMuch() ? Texts.of("findings.spiky") : Texts.of("findings.squashed");
        };
    }

    /** Its range. */
    public static String where(Candidate c) {
        return switch (c.shape()) {
            case BELL ->
                c.octaves() < NARROW_OCTAVES
                        ? Texts.of("findings.at", Numbers.about(c.centreHz()))
                        : Texts.of("findings.at", Numbers.range(c.lowHz(), c.highHz()));
            case LOW_SHELF -> Texts.of("findings.below", Numbers.about(c.centreHz()));
            case HIGH_SHELF -> Texts.of("findings.above", Numbers.about(c.centreHz()));
            case WIDTH, DYNAMICS -> Texts.of("findings.at", Numbers.range(c.lowHz(), c.highHz()));
        };
    }

    /** A figure that is read there, with what it is a figure of. */
    private static String reading(Candidate c, String figure) {
        return switch (c.shape()) {
            case BELL, LOW_SHELF, HIGH_SHELF -> figure;
            case WIDTH -> Texts.of("findings.sideMid", figure);
            case DYNAMICS -> Texts.of("findings.crest", figure);
        };
    }

    /** How large it is seen, and by how many references: "6.0 dB more than all 3 references". */
    public static String seen(Candidate c) {
        String most = c.of() == 1
                ? Texts.of("findings.thanTheReference")
                : c.agree() == c.of()
                        ? Texts.of("findings.thanAllReferences", c.of())
                        : Texts.of("findings.thanOfReferences", c.agree(), c.of());
        String by = reading(c, Numbers.level(Math.abs(c.seenDb())));
        return Texts.of(c.isTooMuch() ? "findings.dBMore" : "findings.dBLess", by, most);
    }

    /** Its odds: "a fault in 45 of 100 cases like this". */
    public static String odds(Candidate c) {
        return Texts.of("findings.aFaultInOf", Math.round(100 * c.odds()));
    }

    /** Both in a few words: "+6.0 dB, 45 in 100". */
    public static String brief(Candidate c) {
        return Texts.of("findings.in100", reading(c, Numbers.gainDb(0 - c.seenDb())), Math.round(100 * c.odds()));
    }

    /** What usually causes it. */
    public static String cause(Candidate c) {
        return switch (c.shape()) {
            case BELL, LOW_SHELF, HIGH_SHELF -> Advice.at(c.centreHz()).cause(c.isTooMuch());
            case WIDTH ->
                c.isTooMuch()
                        ? Texts.of("findings.widenersOrDoubledParts")
                        : Texts.of("findings.partsPannedCloseTogether");
            case DYNAMICS ->
                c.isTooMuch()
                        ? Texts.of("findings.hitsThatNoCompressor")
                        : Texts.of("findings.aCompressorOrSaturation");
        };
    }

    /** What its trial move does: "−4.4 dB at 132 Hz, 0.7 octaves". */
    public static String trial(Candidate c, double gainDb) {
        String gain = Numbers.gainDb(gainDb);
        return switch (c.shape()) {
            case BELL -> Texts.of("findings.bell", gain, Numbers.about(c.centreHz()), Numbers.level(c.octaves()));
            case LOW_SHELF -> Texts.of("findings.lowShelf", gain, Numbers.about(c.centreHz()));
            case HIGH_SHELF -> Texts.of("findings.highShelf", gain, Numbers.about(c.centreHz()));
            case WIDTH -> Texts.of("findings.ofSideAt", gain, Numbers.range(c.lowHz(), c.highHz()));
            case DYNAMICS -> Texts.of("findings.ofCrestAt", gain, Numbers.range(c.lowHz(), c.highHz()));
        };
    }
}
