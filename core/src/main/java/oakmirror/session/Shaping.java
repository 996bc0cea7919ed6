package oakmirror.session;

import java.util.Optional;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.ToneProposal.Asked;
import oakmirror.correction.ToneProposal.Decided;
import oakmirror.correction.WantedTone;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.zones.ZoneDecisions;

/**
 * How the mix is shaped.
 *
 * @param correction how the correction is derived
 * @param moves what was decided about the moves of the stereo signal
 * @param phase how the correction is applied
 * @param apart whether middle and side are corrected apart
 * @param middleMoves what was decided about the moves of the middle, for when they are
 * @param sideMoves what was decided about the moves of the side
 * @param zones what was decided about width and dynamics
 * @param wanted a tone to be reached instead of the references'
 */
public record Shaping(
        CorrectionSettings correction,
        MoveDecisions moves,
        Phase phase,
        boolean apart,
        MoveDecisions middleMoves,
        MoveDecisions sideMoves,
        ZoneDecisions zones,
        Optional<WantedTone> wanted) {

    /** The usual correction of the stereo signal, nothing decided, with minimum phase. */
    public static final Shaping DEFAULT = new Shaping(
            CorrectionSettings.DEFAULT,
            MoveDecisions.NONE,
            Phase.MINIMUM,
            false,
            MoveDecisions.NONE,
            MoveDecisions.NONE,
            ZoneDecisions.NONE,
            Optional.empty());

    /** The same with another correction; what was decided about moves goes on to mean the moves it fits. */
    public Shaping withCorrection(CorrectionSettings value) {
        return new Shaping(value, moves, phase, apart, middleMoves, sideMoves, zones, wanted);
    }

    /** What was decided about moves. */
    public Decided decided() {
        return new Decided(moves, middleMoves, sideMoves);
    }

    /** What is asked for of the tone. */
    public Asked asked() {
        return new Asked(apart, wanted, correction, decided());
    }

    /** The same with something else decided about the moves of a part. */
    public Shaping withMoves(Part part, MoveDecisions value) {
        Decided next = decided().with(part, value);
        return new Shaping(correction, next.stereo(), phase, apart, next.middle(), next.side(), zones, wanted);
    }

    /** The same applied in another way. */
    public Shaping withPhase(Phase value) {
        return new Shaping(correction, moves, value, apart, middleMoves, sideMoves, zones, wanted);
    }

    /** The same with middle and side corrected apart, or alike. */
    public Shaping withApart(boolean value) {
        return new Shaping(correction, moves, phase, value, middleMoves, sideMoves, zones, wanted);
    }

    /** The same with something else decided about width and dynamics. */
    public Shaping withZones(ZoneDecisions value) {
        return new Shaping(correction, moves, phase, apart, middleMoves, sideMoves, value, wanted);
    }

    /** The same towards a wanted tone, or towards the references. */
    public Shaping withWanted(Optional<WantedTone> value) {
        return new Shaping(correction, moves, phase, apart, middleMoves, sideMoves, zones, value);
    }
}
