package oakmirror.session;

import java.util.List;
import oakmirror.correction.CorrectionSettings;
import oakmirror.dsp.ToneFilter.Phase;

/**
 * How the mix is corrected.
 *
 * @param correction how the correction is derived
 * @param refusedMoves numbers of the moves switched off, counted from 0 in order of frequency
 * @param phase how the correction is applied
 */
public record Shaping(CorrectionSettings correction, List<Integer> refusedMoves, Phase phase) {

    /** The usual correction, nothing refused, with minimum phase. */
    public static final Shaping DEFAULT = new Shaping(CorrectionSettings.DEFAULT, List.of(), Phase.MINIMUM);

    private static final int MOST_MOVES = 100;

    /** Copies and checks the list. */
    public Shaping {
        refusedMoves = List.copyOf(refusedMoves);
        if (refusedMoves.size() > MOST_MOVES || refusedMoves.stream().anyMatch(m -> m < 0 || m >= MOST_MOVES)) {
            throw new IllegalArgumentException("refused moves are numbered from 0 to " + (MOST_MOVES - 1));
        }
    }

    /** The same with another correction; refused moves are offered again when the curve's shape changes. */
    public Shaping withCorrection(CorrectionSettings value) {
        boolean sameShape = value.withStrength(1).equals(correction.withStrength(1));
        return new Shaping(value, sameShape ? refusedMoves : List.of(), phase);
    }

    /** The same with other moves refused. */
    public Shaping withRefusedMoves(List<Integer> value) {
        return new Shaping(correction, value, phase);
    }

    /** The same applied in another way. */
    public Shaping withPhase(Phase value) {
        return new Shaping(correction, refusedMoves, value);
    }
}
