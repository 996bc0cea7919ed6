package oakmirror.correction;

import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Texts;

/**
 * A move that stays as it was applied when it was locked, whatever else changes. It stands in for the moves that are proposed in its place.
 *
 * @param lowHz where it begins
 * @param highHz where it ends
 * @param centreHz where it is strongest
 * @param gainDb how much it is there
 * @param halfLowHz where it has half its gain below that
 * @param halfHighHz where it has half its gain above it
 * @param curveDb what it adds to the correction, for each band of the {@link BandGrid}
 */
public record LockedMove(
        double lowHz,
        double highHz,
        double centreHz,
        double gainDb,
        double halfLowHz,
        double halfHighHz,
        List<Double> curveDb) {

    private static final double MOST_DB = 60;
    private static final double STEPS_PER_DB = 1000;

    /** Checks the shape. */
    public LockedMove {
        curveDb = List.copyOf(curveDb);
        if (!(lowHz > 0 && halfLowHz > 0 && highHz > lowHz && halfHighHz > halfLowHz && centreHz > 0)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveRange"));
        }
        if (curveDb.size() != BandGrid.SIZE
                || !curveDb.stream().allMatch(d -> Math.abs(d) <= MOST_DB)
                || !(Math.abs(gainDb) <= MOST_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.lockedMove"));
        }
    }

    /** A move as it adds to a correction. */
    static LockedMove of(Move move, double[] addedDb) {
        return new LockedMove(
                move.lowHz(),
                move.highHz(),
                move.centreHz(),
                BandGrid.interpolate(addedDb, move.centreHz()),
                move.treatedLowHz(),
                move.treatedHighHz(),
                Arrays.stream(addedDb)
                        .mapToObj(d -> Math.round(d * STEPS_PER_DB) / STEPS_PER_DB)
                        .toList());
    }

    /** The same doing nothing: neither it nor what is proposed in its place. */
    public LockedMove silent() {
        return new LockedMove(
                lowHz, highHz, centreHz, gainDb, halfLowHz, halfHighHz, Collections.nCopies(BandGrid.SIZE, 0.0));
    }

    /** Whether it stands in for a move. */
    boolean replaces(Move move) {
        return new MoveDecision(lowHz, highHz, gainDb > 0, Treatment.NONE).fits(move) > 0;
    }

    /** Whether a move of a correction is this one. */
    public boolean is(Move move) {
        return move.kind() == Move.Kind.LOCKED
                && move.lowHz() == lowHz
                && move.highHz() == highHz
                && move.gainDb() == gainDb;
    }

    /** It as a move of a correction. */
    Move move() {
        double[] part = curveDb.stream().mapToDouble(d -> d).toArray();
        return new Move(
                Move.Kind.LOCKED, lowHz, highHz, centreHz, gainDb, halfLowHz, halfHighHz, 1, part, Treatment.NONE);
    }
}
