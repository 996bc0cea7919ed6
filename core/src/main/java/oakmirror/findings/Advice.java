package oakmirror.findings;

import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/** What usually causes too much or too little of a zone, and what to try. Common practice, no source. */
enum Advice {
    SUB("findings.rumbleOrTheLowest", "findings.highPassWhatHas", "findings.kickAndBassEnd", "findings.giveTheBassOr"),
    BASS("findings.theBassOrThe", "findings.decideWhichOfBass", "findings.aThinBassOr", "findings.raiseTheBassCheck"),
    LOW_MID(
            "findings.bassAndLowDrum",
            "findings.cut2DbHere",
            "findings.highPassesSetToo",
            "findings.lowerTheirHighPasses"),
    MID(
            "findings.voicesFiddlesOrSnares",
            "findings.bringDownTheOne",
            "findings.theLeadingVoiceOr",
            "findings.raiseTheLeadBefore"),
    PRESENCE(
            "findings.hardConsonantsPicksAnd",
            "findings.tameTheOneSource",
            "findings.voicesAndAttacksLie",
            "findings.raiseConsonantsAndAttacks"),
    TREBLE(
            "findings.sibilantsHatsAndCymbals",
            "findings.deEssTheVoice",
            "findings.dullMicrophonesOrLow",
            "findings.raiseHatsCymbalsOr"),
    AIR(
            "findings.hissOrExcitersAnd",
            "findings.takeBackAShelf",
            "findings.noOpenMicrophoneOr",
            "findings.aSmallShelfOn");

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
        return Texts.of(tooMuch ? causeOfMuch : causeOfLittle);
    }

    String inTheMix(boolean tooMuch) {
        return Texts.of(tooMuch ? tryForMuch : tryForLittle);
    }
}
