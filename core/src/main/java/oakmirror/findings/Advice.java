package oakmirror.findings;

import oakmirror.spectrum.Zone;

/** What usually causes too much or too little of a zone, and what to try. Common practice, no source. */
enum Advice {
    SUB(
            "Rumble, or the lowest octave of bass and kick.",
            "High-pass what has nothing to say down there; bring the bass or the kick down.",
            "Kick and bass end early, or were high-passed.",
            "Give the bass or the kick its lowest octave back."),
    BASS(
            "The bass or the body of the kick.",
            "Decide which of bass and kick owns this range, and cut the other there.",
            "A thin bass, or kick and bass out of step and cancelling.",
            "Raise the bass; check the polarity of its microphones and of the kick's."),
    LOW_MID(
            "Bass and low drum share this range, and close microphones add to it.",
            "Cut 2 dB here from the bass, the low drum or the fullest chord instrument.",
            "High-passes set too high on voices and chord instruments.",
            "Lower their high-passes, or raise the instrument that carries the body."),
    MID(
            "Voices, fiddles or snares that compete.",
            "Bring down the one that is not leading.",
            "The leading voice or instrument is set back.",
            "Raise the lead before anything else."),
    PRESENCE(
            "Hard consonants, picks and the edge of cymbals.",
            "Tame the one source that hurts, with a bell or a de-esser.",
            "Voices and attacks lie behind a veil.",
            "Raise consonants and attacks on the lead; less low-mid often does the same."),
    TREBLE(
            "Sibilants, hats and cymbals.",
            "De-ess the voice, bring hats and cymbals down.",
            "Dull microphones, or low-passes on the busses.",
            "Raise hats, cymbals or strings; look for low-passes."),
    AIR(
            "Hiss, or exciters and shelves piled up.",
            "Take back a shelf; look for hiss in the pauses.",
            "No open microphone or cymbal carries this range.",
            "A small shelf on the voice or the overheads.");

    private final String causeOfMuch;
    private final String tryForMuch;
    private final String causeOfLittle;
    private final String tryForLittle;

    Advice(String causeOfMuch, String tryForMuch, String causeOfLittle, String tryForLittle) {
        this.causeOfMuch = causeOfMuch;
        this.tryForMuch = tryForMuch;
        this.causeOfLittle = causeOfLittle;
        this.tryForLittle = tryForLittle;
    }

    static Advice at(double hz) {
        for (Zone zone : Zone.values()) {
            if (hz < zone.highHz()) {
                return values()[zone.ordinal()];
            }
        }
        return AIR;
    }

    String cause(boolean tooMuch) {
        return tooMuch ? causeOfMuch : causeOfLittle;
    }

    String inTheMix(boolean tooMuch) {
        return tooMuch ? tryForMuch : tryForLittle;
    }
}
