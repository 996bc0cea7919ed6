package oakmirror.album;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import oakmirror.correction.Move;
import oakmirror.correction.Proposal;
import oakmirror.spectrum.Zone;

/**
 * A song among the others of its record.
 *
 * @param name what it is called
 * @param isAnchor whether it is the one the others are held against
 * @param integratedLufs its loudness; NaN where it has none
 * @param plrDb peak to loudness
 * @param rangeLu loudness range
 * @param sideToMidDb power of side over mid; −∞ for mono
 * @param toAnchorDb in each zone, by how much it has more than the anchor, both equally loud, in dB; NaN where one of them has nothing there
 * @param toMeanDb the same against the mean of all other songs
 * @param supportedDb what of {@code toAnchorDb} the evidence takes for a fault; 0 where it does not
 * @param proposal what would close that, gently
 */
public record SongAssessment(
        String name,
        boolean isAnchor,
        double integratedLufs,
        double plrDb,
        double rangeLu,
        double sideToMidDb,
        double[] toAnchorDb,
        double[] toMeanDb,
        double[] supportedDb,
        Proposal proposal) {

    /** From here on a zone sits apart: less is nothing an engineer would reach for. Common practice, no source. */
    public static final double APART_DB = 1;

    /** The zones in which the evidence says that it is not just another song. */
    public Set<Zone> apart() {
        EnumSet<Zone> apart = EnumSet.noneOf(Zone.class);
        for (Zone zone : Zone.values()) {
            if (Math.abs(supportedDb[zone.ordinal()]) >= APART_DB) {
                apart.add(zone);
            }
        }
        return apart;
    }

    /** What is proposed. */
    public List<Move> moves() {
        return proposal.correction().moves().stream().filter(Move::isTaken).toList();
    }
}
