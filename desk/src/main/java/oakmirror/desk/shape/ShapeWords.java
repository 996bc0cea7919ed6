package oakmirror.desk.shape;

import java.util.List;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Move;
import oakmirror.correction.Proposal;
import oakmirror.correction.RangeGuard;
import oakmirror.correction.Tempering;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.DecidedPlace.Decision;
import oakmirror.session.Session;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What Shape proposes, in a sentence. */
final class ShapeWords {

    private ShapeWords() {}

    /** What is proposed, in a sentence. */
    static String sentence(Proposal proposal, Part part, Session session, double madeUp, boolean before) {
        long taken =
                proposal.correction().moves().stream().filter(Move::isTaken).count();
        String count = Texts.of("counts.moves", taken);
        String moves = part == Part.MID
                ? Texts.of("shape.ofMid", count)
                : part == Part.SIDE ? Texts.of("shape.ofSide", count) : count;
        boolean exact = session.shaping().asked().settings().basis() == Basis.EXACT;
        String fault = exact
                ? session.shaping()
                        .wanted()
                        .map(w -> Texts.of("shape.towards", w.name()))
                        .orElse(Texts.of("shape.theGapAsIt"))
                : Texts.of(
                                proposal.taken().isEmpty() ? "shape.ofTheGapIs" : "shape.ofTheGapIs2",
                                Math.round(100 * proposal.evidence().supportedPart()))
                        + usual(session);
        int lapsed = proposal.correction().lapsed().size();
        return Texts.of(
                "shape.levelMadeUp",
                moves,
                fault,
                Numbers.gainDb(madeUp),
                heldBack(proposal),
                before ? Texts.of("shape.lessWhatThisMaster") : "",
                lapsed == 0 ? "" : Texts.of("shape.decisionsNoLongerApply", lapsed));
    }

    /** That moves are taken as they usually are, and from how many songs that is known. */
    private static String usual(Session session) {
        return session.correction()
                .tempered()
                .map(t ->
                        t.parts().stream().mapToInt(Tempering.Part::songs).max().orElse(0))
                .map(songs -> songs == 0
                        ? Texts.of("shape.asYouWouldUnknown")
                        : Texts.of("shape.asYouWouldFrom", Texts.of("counts.songs", songs)))
                .orElse("");
    }

    /** What is offered beside it, and what was decided about that. */
    static String offered(List<DecidedPlace> places) {
        List<DecidedPlace> offered = places.stream().filter(i -> !i.told()).toList();
        String words = said(offered, Decision.OPEN, "shape.offeredByEar")
                + said(places, Decision.TAKEN, "shape.taken")
                + said(places, Decision.LEFT, "shape.left");
        return words.isEmpty() ? "" : " ·" + words.substring(1);
    }

    private static String said(List<DecidedPlace> places, Decision decision, String what) {
        long count = places.stream().filter(i -> i.decision() == decision).count();
        return count == 0 ? "" : ", " + Texts.of(what, count);
    }

    /** Where guards hold it back; the range is no guard that would surprise. */
    private static String heldBack(Proposal proposal) {
        long places = proposal.correction().held().stream()
                .filter(h -> !h.reason().equals(RangeGuard.reason()))
                .count();
        return places == 0 ? "" : Texts.of("shape.heldBackInPlaces", places);
    }
}
