package oakmirror.desk.shape;

import java.util.List;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Move;
import oakmirror.correction.Proposal;
import oakmirror.correction.RangeGuard;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.readings.Readings;
import oakmirror.session.Session;
import oakmirror.spectrum.StereoSpectrum.Part;

/** What Shape proposes, in a sentence. */
final class ShapeWords {

    private ShapeWords() {}

    /** What is proposed, in a sentence. */
    static String sentence(Proposal proposal, Part part, Session session, double madeUp, boolean before) {
        long taken =
                proposal.correction().moves().stream().filter(Move::isTaken).count();
        String of = part == Part.MID ? "middle: " : part == Part.SIDE ? "side: " : "";
        String moves = of + Readings.count(taken, "move");
        boolean exact = session.shaping().asked().settings().basis() == Basis.EXACT;
        String fault = exact
                ? session.shaping()
                        .wanted()
                        .map(w -> "towards “" + w.name() + "”")
                        .orElse("the gap as it is")
                : Math.round(100 * proposal.evidence().supportedPart())
                        + (proposal.taken().isEmpty()
                                ? " % of the gap is likely a fault"
                                : " % of the gap is followed beside what was taken");
        int lapsed = proposal.correction().lapsed().size();
        return moves + " · " + fault + " · level made up " + Readings.gainDb(madeUp)
                + heldBack(proposal)
                + (before ? " · less what this master was corrected by" : "")
                + (lapsed == 0
                        ? ""
                        : lapsed == 1
                                ? " · one decision no longer applies"
                                : " · " + lapsed + " decisions no longer apply");
    }

    /** What is offered beside it, and what was decided about that. */
    static String offered(List<DecidedPlace> places) {
        List<DecidedPlace> offered = places.stream().filter(i -> !i.told()).toList();
        String words = said(offered, Decision.OPEN, " offered by ear")
                + said(places, Decision.TAKEN, " taken")
                + said(places, Decision.LEFT, " left");
        return words.isEmpty() ? "" : " ·" + words.substring(1);
    }

    private static String said(List<DecidedPlace> places, Decision decision, String what) {
        long count = places.stream().filter(i -> i.decision() == decision).count();
        return count == 0 ? "" : ", " + count + what;
    }

    /** Where guards hold it back; the range is no guard that would surprise. */
    private static String heldBack(Proposal proposal) {
        long places = proposal.correction().held().stream()
                .filter(h -> !h.reason().equals(RangeGuard.REASON))
                .count();
        return places == 0 ? "" : places == 1 ? " · held back in one place" : " · held back in " + places + " places";
    }
}
