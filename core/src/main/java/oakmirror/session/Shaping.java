package oakmirror.session;

import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.MoveDecisions;
import oakmirror.dsp.ToneFilter.Phase;

/**
 * How the mix is corrected.
 *
 * @param correction how the correction is derived
 * @param moves what was decided about its moves
 * @param phase how the correction is applied
 */
public record Shaping(CorrectionSettings correction, MoveDecisions moves, Phase phase) {

    /** The usual correction, nothing decided, with minimum phase. */
    public static final Shaping DEFAULT = new Shaping(CorrectionSettings.DEFAULT, MoveDecisions.NONE, Phase.MINIMUM);

    /** The same with another correction; what was decided about moves goes on to mean the moves it fits. */
    public Shaping withCorrection(CorrectionSettings value) {
        return new Shaping(value, moves, phase);
    }

    /** The same with other decisions about moves. */
    public Shaping withMoves(MoveDecisions value) {
        return new Shaping(correction, value, phase);
    }

    /** The same applied in another way. */
    public Shaping withPhase(Phase value) {
        return new Shaping(correction, moves, value);
    }
}
