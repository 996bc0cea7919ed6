package oakmirror.correction;

import oakmirror.text.Texts;

/**
 * A decision that outlives the proposal it was made on: of any other proposal it means the move that goes the same way where this one went.
 *
 * @param lowHz lower end of the move it was made on
 * @param highHz its upper end
 * @param up whether it was a rise
 * @param treatment what was decided
 */
public record MoveDecision(double lowHz, double highHz, boolean up, Treatment treatment) {

    /** Of the shorter of two stretches so much has to lie in the other, or they are not the same move. */
    private static final double LEAST_OVERLAP = 0.5;

    /** Checks the stretch. */
    public MoveDecision {
        if (!(lowHz > 0 && highHz > lowHz)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveRange"));
        }
        java.util.Objects.requireNonNull(treatment);
    }

    /** How well it fits a move: 0 where it does not mean it, otherwise the common part of both over all they cover, in octaves. */
    public double fits(Move move) {
        double common = octaves(Math.max(lowHz, move.lowHz()), Math.min(highHz, move.highHz()));
        double shorter = Math.min(octaves(lowHz, highHz), octaves(move.lowHz(), move.highHz()));
        if (up != move.isUp() || common < LEAST_OVERLAP * shorter) {
            return 0;
        }
        return common / octaves(Math.min(lowHz, move.lowHz()), Math.max(highHz, move.highHz()));
    }

    private static double octaves(double low, double high) {
        return Math.log(high / low) / Math.log(2);
    }
}
