package oakmirror.correction;

import oakmirror.text.Texts;

/** The guards that can be let go, each by itself. */
public enum GuardKind {
    /** Judges and corrects nothing where one side has no energy: high-passed lows, the end of a lossy file. */
    PRESENCE("correction.whatIsNotThere"),
    /** Boosts no narrow peak of the references into the mix. */
    RESONANCE("correction.copiedResonances"),
    /** Boosts no note that is foreign to the mix's key. */
    FOREIGN_NOTE("correction.notesForeignToThe"),
    /** Keeps boosts smoother than cuts. */
    FINE_BOOST("correction.fineBoosts"),
    /** Trusts short passages less. */
    SHORT_PASSAGE("correction.whatShortPassagesSay"),
    /** Limits the change in all. */
    TOTAL_CHANGE("correction.aLargeChangeIn");

    private final String label;

    GuardKind(String label) {
        this.label = label;
    }

    /** What it holds back, in words. */
    public String label() {
        return Texts.of(label);
    }
}
