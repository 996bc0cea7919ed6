package oakmirror.correction;

/** The guards that can be let go, each by itself. */
public enum GuardKind {
    /** Judges and corrects nothing where one side has no energy: high-passed lows, the end of a lossy file. */
    PRESENCE("what is not there"),
    /** Boosts no narrow peak of the references into the mix. */
    RESONANCE("copied resonances");

    private final String label;

    GuardKind(String label) {
        this.label = label;
    }

    /** What it holds back, in words. */
    public String label() {
        return label;
    }
}
