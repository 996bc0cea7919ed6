package oakmirror.correction;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import oakmirror.text.Texts;

/**
 * What was decided about moves, and what was added to them by hand.
 *
 * @param decisions about moves that are proposed; each finds its move again when another correction is proposed
 * @param locked moves that stay as they are
 * @param added moves added by hand
 * @param taken moves taken from places worth a listen
 */
public record MoveDecisions(
        List<MoveDecision> decisions, List<LockedMove> locked, List<AddedMove> added, List<TakenMove> taken) {

    /** Nothing decided. */
    public static final MoveDecisions NONE = new MoveDecisions(List.of(), List.of(), List.of(), List.of());

    private static final int MOST = 200;

    /** Copies and checks the lists. */
    public MoveDecisions {
        decisions = List.copyOf(decisions);
        locked = List.copyOf(locked);
        added = List.copyOf(added);
        taken = List.copyOf(taken);
        if (decisions.size() > MOST || locked.size() > MOST || added.size() > MOST || taken.size() > MOST) {
            throw new IllegalArgumentException(Texts.of("invalid.moves", MOST));
        }
    }

    /** The same with a move treated in another way. Decisions that meant it before are forgotten. */
    public MoveDecisions with(Move move, Treatment treatment) {
        return with(move, treatment, Treatment.NONE);
    }

    private MoveDecisions with(Move move, Treatment treatment, Treatment usual) {
        List<MoveDecision> next = new ArrayList<>(decisions);
        next.removeIf(d -> d.fits(move) > 0);
        if (!treatment.equals(usual)) {
            next.add(move.decision(treatment));
        }
        return new MoveDecisions(next, locked, added, taken);
    }

    /**
     * The same with any move of a correction treated in another way; one that is applied as it is becomes what it is treated to be.
     *
     * @param tempered how moves are taken that nothing is decided about
     */
    public MoveDecisions treating(Move move, Treatment treatment, Optional<Tempering> tempered) {
        return switch (move.kind()) {
            case ADDED -> withAdded(replaced(added, a -> a.is(move), a -> AddedMove.treated(move, treatment)));
            case TAKEN -> withTaken(replaced(taken, t -> t.is(move), t -> t.treated(move, treatment)));
            default ->
                with(
                        move.withTreatment(Treatment.NONE),
                        treatment,
                        tempered.map(t -> t.usual(move)).orElse(Treatment.NONE));
        };
    }

    /** The same with any move of a correction left out: what is proposed is refused, what was locked does nothing, what came by hand goes. */
    public MoveDecisions without(Move move) {
        return switch (move.kind()) {
            case ADDED -> withAdded(added.stream().filter(a -> !a.is(move)).toList());
            case TAKEN -> withTaken(taken.stream().filter(t -> !t.is(move)).toList());
            case LOCKED -> withLocked(replaced(locked, l -> l.is(move), LockedMove::silent));
            default -> with(move.withTreatment(Treatment.NONE), move.treatment().withRefused(true));
        };
    }

    private static <T> List<T> replaced(List<T> all, Predicate<T> which, UnaryOperator<T> by) {
        return all.stream().map(x -> which.test(x) ? by.apply(x) : x).toList();
    }

    /** The same with another list of moves by hand. */
    public MoveDecisions withAdded(List<AddedMove> value) {
        return new MoveDecisions(decisions, locked, value, taken);
    }

    /** The same with another list of moves taken from places worth a listen. */
    public MoveDecisions withTaken(List<TakenMove> value) {
        return new MoveDecisions(decisions, locked, added, value);
    }

    /** The same with one more taken, in place of one taken for the same place. */
    public MoveDecisions taking(TakenMove move) {
        List<TakenMove> next = new ArrayList<>(taken);
        next.removeIf(t -> t.lowHz() == move.lowHz() && t.highHz() == move.highHz());
        next.add(move);
        return withTaken(next);
    }

    /** The same with another list of locked moves; what was decided about them before counts again when they are unlocked. */
    public MoveDecisions withLocked(List<LockedMove> value) {
        return new MoveDecisions(decisions, value, added, taken);
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
