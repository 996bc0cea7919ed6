package oakmirror.session;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.correction.CorrectionSettings;
import oakmirror.finish.FinishSettings;
import oakmirror.processing.ToneFilter.Phase;

/**
 * Everything the user has chosen, and nothing measured. Changed by making a new one.
 *
 * @param name what the session is called
 * @param mix the mix, when there is one
 * @param references the references, in the order they are numbered
 * @param levelsMatched whether references are heard at the mix's loudness
 * @param correction how the correction is derived
 * @param refusedMoves numbers of the moves switched off, counted from 0 in order of frequency
 * @param phase how the correction is applied
 * @param finish what the master should reach
 * @param output where the master goes
 */
public record Session(
        String name,
        Optional<TrackFile> mix,
        List<TrackFile> references,
        boolean levelsMatched,
        CorrectionSettings correction,
        List<Integer> refusedMoves,
        Phase phase,
        FinishSettings finish,
        Output output) {

    /** How many references can be open at once. */
    public static final int MOST_REFERENCES = 16;

    /** An audio file and what it is called here. */
    public record TrackFile(Path path, String name) {

        /** A file under its own name, without the ending. */
        public static TrackFile of(Path path) {
            String name = path.getFileName().toString();
            int dot = name.lastIndexOf('.');
            return new TrackFile(path, dot > 0 ? name.substring(0, dot) : name);
        }
    }

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
            true,
            CorrectionSettings.DEFAULT,
            List.of(),
            Phase.MINIMUM,
            FinishSettings.DEFAULT,
            Output.DEFAULT);

    /** Copies the lists. */
    public Session {
        references = List.copyOf(references);
        refusedMoves = List.copyOf(refusedMoves);
    }

    /** Whether nothing is gathered. */
    public boolean isBlank() {
        return mix.isEmpty() && references.isEmpty();
    }

    /** The same under another name. */
    public Session withName(String value) {
        return new Session(value, mix, references, levelsMatched, correction, refusedMoves, phase, finish, output);
    }

    /** The same with another mix. */
    public Session withMix(Optional<TrackFile> value) {
        return new Session(name, value, references, levelsMatched, correction, refusedMoves, phase, finish, output);
    }

    /** The same with other references. */
    public Session withReferences(List<TrackFile> value) {
        return new Session(name, mix, value, levelsMatched, correction, refusedMoves, phase, finish, output);
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

    /** The same with levels matched or not. */
    public Session withLevelsMatched(boolean value) {
        return new Session(name, mix, references, value, correction, refusedMoves, phase, finish, output);
    }

    /** The same with another correction; refused moves are offered again when the curve's shape changes. */
    public Session withCorrection(CorrectionSettings value) {
        List<Integer> refused = value.withStrength(1).equals(correction.withStrength(1)) ? refusedMoves : List.of();
        return new Session(name, mix, references, levelsMatched, value, refused, phase, finish, output);
    }

    /** The same with other moves refused. */
    public Session withRefusedMoves(List<Integer> value) {
        return new Session(name, mix, references, levelsMatched, correction, value, phase, finish, output);
    }

    /** The same with the correction applied in another way. */
    public Session withPhase(Phase value) {
        return new Session(name, mix, references, levelsMatched, correction, refusedMoves, value, finish, output);
    }

    /** The same with another finish. */
    public Session withFinish(FinishSettings value) {
        return new Session(name, mix, references, levelsMatched, correction, refusedMoves, phase, value, output);
    }

    /** The same with another form of output. */
    public Session withOutput(Output value) {
        return new Session(name, mix, references, levelsMatched, correction, refusedMoves, phase, finish, value);
    }
}
