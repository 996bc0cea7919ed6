package oakmirror.levelmatch;

/**
 * What level matching needs to know of a track.
 *
 * @param level level it is matched by, as it is heard; NaN when it has none
 * @param truePeakDbtp its true peak
 * @param heardPeakDbtp the true peak it reaches through what is done to it, as by a correction; the same where nothing is done
 * @param levelled whether it takes part in the match
 * @param trimDb gain by hand on top
 */
public record TrackLevel(double level, double truePeakDbtp, double heardPeakDbtp, boolean levelled, double trimDb) {

    /** A track that takes part, without a trim. */
    public TrackLevel(double level, double truePeakDbtp) {
        this(level, truePeakDbtp, truePeakDbtp, true, 0);
    }

    /** Whether more than its own peaks is heard with an offset. */
    boolean isRaised(double offsetDb) {
        return offsetDb > 0 || heardPeakDbtp > truePeakDbtp;
    }

    boolean counts() {
        return levelled && Double.isFinite(level);
    }
}
