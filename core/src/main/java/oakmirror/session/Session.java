package oakmirror.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import oakmirror.blind.BlindResult;
import oakmirror.correction.CorrectionSettings;
import oakmirror.finish.FinishSettings;
import oakmirror.level.LevelSettings;
import oakmirror.processing.ToneFilter.Phase;

/**
 * Everything the user has chosen, and nothing measured. Changed by making a new one.
 *
 * @param name what the session is called
 * @param mix the mix, when there is one
 * @param references the references, in the order they are numbered
 * @param comparing how tracks are compared
 * @param correction how the correction is derived
 * @param refusedMoves numbers of the moves switched off, counted from 0 in order of frequency
 * @param phase how the correction is applied
 * @param finish what the master should reach
 * @param output where the master goes
 * @param blindResults what came of blind comparisons, the oldest first
 */
public record Session(
        String name,
        Optional<TrackFile> mix,
        List<TrackFile> references,
        Comparing comparing,
        CorrectionSettings correction,
        List<Integer> refusedMoves,
        Phase phase,
        FinishSettings finish,
        Output output,
        List<BlindResult> blindResults) {

    /** How many references can be open at once. */
    public static final int MOST_REFERENCES = 16;

    /**
     * The form of the rendered file.
     *
     * @param format which kind of file
     * @param bits bits a sample, 32 meaning floating point
     */
    public record Output(String format, int bits) {
        /** WAV, 24 bit. */
        public static final Output DEFAULT = new Output("wav", 24);
    }

    /** Nothing gathered yet. */
    public static final Session EMPTY = new Session(
            "Untitled",
            Optional.empty(),
            List.of(),
            Comparing.DEFAULT,
            CorrectionSettings.DEFAULT,
            List.of(),
            Phase.MINIMUM,
            FinishSettings.DEFAULT,
            Output.DEFAULT,
            List.of());

    /** Copies the lists. */
    public Session {
        references = List.copyOf(references);
        refusedMoves = List.copyOf(refusedMoves);
        blindResults = List.copyOf(blindResults);
    }

    /** Whether nothing is gathered. */
    public boolean isBlank() {
        return mix.isEmpty() && references.isEmpty();
    }

    /** The same under another name. */
    public Session withName(String value) {
        return new Session(
                value, mix, references, comparing, correction, refusedMoves, phase, finish, output, blindResults);
    }

    /** The same with another mix. */
    public Session withMix(Optional<TrackFile> value) {
        return new Session(
                name, value, references, comparing, correction, refusedMoves, phase, finish, output, blindResults);
    }

    /** The same with other references. */
    public Session withReferences(List<TrackFile> value) {
        return new Session(name, mix, value, comparing, correction, refusedMoves, phase, finish, output, blindResults);
    }

    /** The same with a reference more. */
    public Session withReference(TrackFile reference) {
        List<TrackFile> more = new ArrayList<>(references);
        more.add(reference);
        return withReferences(more);
    }

    /** The same with a reference less. */
    public Session withoutReference(int index) {
        List<TrackFile> fewer = new ArrayList<>(references);
        fewer.remove(index);
        return withReferences(fewer);
    }

    /** The same compared in another way. */
    public Session withComparing(Comparing value) {
        return new Session(name, mix, references, value, correction, refusedMoves, phase, finish, output, blindResults);
    }

    /** The same with other settings of level matching. */
    public Session withLevels(LevelSettings value) {
        return withComparing(comparing.withLevels(value));
    }

    /** The mix, when there is one, then the references. */
    public List<TrackFile> tracks() {
        List<TrackFile> all = new ArrayList<>();
        mix.ifPresent(all::add);
        all.addAll(references);
        return all;
    }

    /** The same with a track changed, counted as in {@link #tracks}. */
    public Session withTrack(int index, UnaryOperator<TrackFile> how) {
        if (mix.isPresent() && index == 0) {
            return withMix(mix.map(how));
        }
        List<TrackFile> changed = new ArrayList<>(references);
        int reference = index - (mix.isPresent() ? 1 : 0);
        changed.set(reference, how.apply(changed.get(reference)));
        return withReferences(changed);
    }

    /** The same with a reference moved to another place among the references. */
    public Session withReferenceMoved(int from, int to) {
        List<TrackFile> moved = new ArrayList<>(references);
        moved.add(to, moved.remove(from));
        return withReferences(moved);
    }

    /** The same with one more result of a blind comparison. */
    public Session withBlindResult(BlindResult result) {
        List<BlindResult> more = new ArrayList<>(blindResults);
        more.add(result);
        return new Session(name, mix, references, comparing, correction, refusedMoves, phase, finish, output, more);
    }

    /** The same with another correction; refused moves are offered again when the curve's shape changes. */
    public Session withCorrection(CorrectionSettings value) {
        List<Integer> refused = value.withStrength(1).equals(correction.withStrength(1)) ? refusedMoves : List.of();
        return new Session(name, mix, references, comparing, value, refused, phase, finish, output, blindResults);
    }

    /** The same with other moves refused. */
    public Session withRefusedMoves(List<Integer> value) {
        return new Session(name, mix, references, comparing, correction, value, phase, finish, output, blindResults);
    }

    /** The same with the correction applied in another way. */
    public Session withPhase(Phase value) {
        return new Session(
                name, mix, references, comparing, correction, refusedMoves, value, finish, output, blindResults);
    }

    /** The same with another finish. */
    public Session withFinish(FinishSettings value) {
        return new Session(
                name, mix, references, comparing, correction, refusedMoves, phase, value, output, blindResults);
    }

    /** The same with another form of output. */
    public Session withOutput(Output value) {
        return new Session(
                name, mix, references, comparing, correction, refusedMoves, phase, finish, value, blindResults);
    }
}
