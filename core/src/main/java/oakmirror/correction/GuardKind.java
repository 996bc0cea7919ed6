package oakmirror.correction;

/** The guards that can be let go, each by itself. */
public enum GuardKind {
    /** Judges and corrects nothing where one side has no energy: high-passed lows, the end of a lossy file. */
    PRESENCE("what is not there"),
    /** Boosts no narrow peak of the references into the mix. */
    RESONANCE("copied resonances"),
    /** Boosts no note that is foreign to the mix's key. */
    FOREIGN_NOTE("notes foreign to the key"),
    /** Keeps boosts smoother than cuts. */
    FINE_BOOST("fine boosts"),
    /** Trusts short passages less. */
    SHORT_PASSAGE("what short passages say"),
    /** Limits the change in all. */
    TOTAL_CHANGE("a large change in all");

    private final String label;

    GuardKind(String label) {
        this.label = label;
    }

    /** What it holds back, in words. */
    public String label() {
        return label;
    }
}
