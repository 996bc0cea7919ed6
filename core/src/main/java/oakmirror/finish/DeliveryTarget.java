package oakmirror.finish;

/** What deliveries are asked to have. */
public enum DeliveryTarget {
    STREAMING("normalised streaming", -14, 1, -1, "common practice, no single source"),
    EBU_R128("EBU R 128", -23, 0.5, -1, "EBU R 128"),
    ATSC_A85("ATSC A/85", -24, 2, -2, "ATSC A/85");

    private final String label;
    private final double lufs;
    private final double toleranceLu;
    private final double ceilingDbtp;
    private final String source;

    DeliveryTarget(String label, double lufs, double toleranceLu, double ceilingDbtp, String source) {
        this.label = label;
        this.lufs = lufs;
        this.toleranceLu = toleranceLu;
        this.ceilingDbtp = ceilingDbtp;
        this.source = source;
    }

    /** Its name on screen. */
    public String label() {
        return label;
    }

    /** Integrated loudness that is asked for. */
    public double lufs() {
        return lufs;
    }

    /** How far from it is still right, in LU. */
    public double toleranceLu() {
        return toleranceLu;
    }

    /** The highest true peak that is allowed. */
    public double ceilingDbtp() {
        return ceilingDbtp;
    }

    /** Where it comes from. */
    public String source() {
        return source;
    }
}
