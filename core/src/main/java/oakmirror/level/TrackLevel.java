package oakmirror.level;

/**
 * What level matching needs to know of a track.
 *
 * @param level level it is matched by, as it is heard; NaN when it has none
 * @param truePeakDbtp its true peak
 * @param levelled whether it takes part in the match
 * @param trimDb gain by hand on top
 */
public record TrackLevel(double level, double truePeakDbtp, boolean levelled, double trimDb) {

    /** A track that takes part, without a trim. */
    public TrackLevel(double level, double truePeakDbtp) {
        this(level, truePeakDbtp, true, 0);
    }

    boolean counts() {
        return levelled && Double.isFinite(level);
    }
}
