package oakmirror.session;

import java.util.Optional;
import java.util.Set;
import oakmirror.finish.FinishSettings;

/**
 * What leaves the house.
 *
 * @param finish what the master should reach
 * @param output the form of its file
 * @param song a finished song of the same record, for its loudness
 */
public record Delivery(FinishSettings finish, Output output, Optional<Song> song) {

    /** The usual target, as WAV of 24 bits. */
    public static final Delivery DEFAULT = new Delivery(FinishSettings.DEFAULT, Output.DEFAULT, Optional.empty());

    /** What is missing is empty. */
    public Delivery {
        song = song == null ? Optional.empty() : song; // as sessions have it that know of none
    }

    /**
     * A finished song.
     *
     * @param name its name
     * @param integratedLufs its integrated loudness
     * @param truePeakDbtp its true peak
     */
    public record Song(String name, double integratedLufs, double truePeakDbtp) {
        /** Checks that it has a loudness. */
        public Song {
            if (name == null || !(integratedLufs >= -60 && integratedLufs <= 0)) {
                throw new IllegalArgumentException("a finished song has a name and a loudness between −60 and 0 LUFS");
            }
        }
    }

    /**
     * The form of the rendered file.
     *
     * @param format which kind of file
     * @param bits bits a sample, 32 meaning floating point
     */
    public record Output(String format, int bits) {

        private static final Set<String> FORMATS = Set.of("wav", "flac");
        private static final Set<Integer> BITS = Set.of(16, 24, 32);

        /** WAV, 24 bit. */
        public static final Output DEFAULT = new Output("wav", 24);

        /** Checks that there is such a form. */
        public Output {
            if (!FORMATS.contains(format) || !BITS.contains(bits) || (format.equals("flac") && bits == 32)) {
                throw new IllegalArgumentException(
                        "a master is WAV of 16, 24 or 32 bits or FLAC of 16 or 24, not " + format + " of " + bits);
            }
        }
    }

    /** The same reaching for something else. */
    public Delivery withFinish(FinishSettings value) {
        return new Delivery(value, output, song);
    }

    /** The same in another form. */
    public Delivery withOutput(Output value) {
        return new Delivery(finish, value, song);
    }

    /** The same with another finished song, or none. */
    public Delivery withSong(Optional<Song> value) {
        return new Delivery(finish, output, value);
    }
}
