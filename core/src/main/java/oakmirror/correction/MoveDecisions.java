package oakmirror.correction;

import java.util.ArrayList;
import java.util.List;

/**
 * What was decided about moves, and what was added to them by hand.
 *
 * @param decisions about moves that are proposed; each finds its move again when another correction is proposed
 * @param locked moves that stay as they are
 * @param added moves added by hand
 */
public record MoveDecisions(List<MoveDecision> decisions, List<LockedMove> locked, List<AddedMove> added) {

    /** Nothing decided. */
    public static final MoveDecisions NONE = new MoveDecisions(List.of(), List.of(), List.of());

    private static final int MOST = 200;

    /** Copies and checks the lists. */
    public MoveDecisions {
        decisions = List.copyOf(decisions);
        locked = List.copyOf(locked);
        added = List.copyOf(added);
        if (decisions.size() > MOST || locked.size() > MOST || added.size() > MOST) {
            throw new IllegalArgumentException("no more than " + MOST + " moves can be decided about, locked or added");
        }
    }

    /** The same with a move treated in another way. Decisions that meant it before are forgotten. */
    public MoveDecisions with(Move move, Treatment treatment) {
        List<MoveDecision> next = new ArrayList<>(decisions);
        next.removeIf(d -> d.fits(move) > 0);
        if (!treatment.isNone()) {
            next.add(move.decision(treatment));
        }
        return new MoveDecisions(next, locked, added);
    }

    /** The same with another list of moves by hand. */
    public MoveDecisions withAdded(List<AddedMove> value) {
        return new MoveDecisions(decisions, locked, value);
    }

    /** The same with another list of locked moves; what was decided about them before counts again when they are unlocked. */
    public MoveDecisions withLocked(List<LockedMove> value) {
        return new MoveDecisions(decisions, value, added);
    }

    /** The same with one more locked move, in place of those locked where it lies. */
    public MoveDecisions locking(LockedMove lock) {
        List<LockedMove> next = new ArrayList<>(locked);
        next.removeIf(l -> l.replaces(lock.move()));
        next.add(lock);
        return withLocked(next);
    }

    /** The decisions that mean none of these moves. */
    List<MoveDecision> lapsed(List<Move> moves) {
        return decisions.stream()
                .filter(d -> moves.stream().noneMatch(m -> d.fits(m) > 0))
                .toList();
    }
}
