package oakmirror.session;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import oakmirror.delivery.NamePattern;
import oakmirror.delivery.TagEdits;
import oakmirror.finish.FinishSettings;
import oakmirror.text.Texts;

/**
 * What leaves the house.
 *
 * @param finish what the master should reach
 * @param output the form of its file
 * @param song a finished song of the same record, for its loudness
 * @param tags what it says of itself other than its mix
 * @param name how its file is named
 * @param checkSums whether check-sums are written beside it
 */
public record Delivery(
        FinishSettings finish, Output output, Optional<Song> song, TagEdits tags, NamePattern name, boolean checkSums) {

    /** The usual target, as WAV of 24 bits. */
    public static final Delivery DEFAULT = new Delivery(
            FinishSettings.DEFAULT, Output.DEFAULT, Optional.empty(), TagEdits.NONE, NamePattern.USUAL, true);

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
                throw new IllegalArgumentException(Texts.of("invalid.finishedSong"));
            }
        }
    }

    /**
     * The form of the rendered file.
     *
     * @param format which kind of file, by its ending
     * @param bits bits a sample, 32 meaning floating point, 0 where the format loses something
     * @param rate frames a second; empty for the mix's own
     * @param dithered whether what is rounded is dithered
     * @param forLossy whether its ceiling holds for what lossy coders make of it, too
     */
    public record Output(String format, int bits, Optional<Integer> rate, boolean dithered, boolean forLossy) {

        private static final Map<String, Set<Integer>> FORMATS = Map.of(
                "wav",
                Set.of(16, 24, 32),
                "flac",
                Set.of(16, 24),
                "mp3",
                Set.of(0),
                "m4a",
                Set.of(0),
                "opus",
                Set.of(0));
        private static final int HIGHEST_RATE = 384_000;
        private static final int LOWEST_RATE = 8000;

        /** WAV, 24 bit, at the mix's rate. */
        public static final Output DEFAULT = new Output("wav", 24, Optional.empty(), true, false);

        /** Checks that there is such a form. */
        public Output {
            if (!FORMATS.getOrDefault(format, Set.of()).contains(bits)) {
                throw new IllegalArgumentException(Texts.of("invalid.master", format, bits));
            }
            if (rate.filter(r -> r < LOWEST_RATE || r > HIGHEST_RATE).isPresent()) {
                throw new IllegalArgumentException(Texts.of("invalid.rate", rate.get()));
            }
        }

        /** The same as another kind of file. */
        public Output withFormat(String value, int itsBits) {
            return new Output(value, itsBits, rate, dithered, forLossy);
        }

        /** The same at another rate, or the mix's own. */
        public Output withRate(Optional<Integer> value) {
            return new Output(format, bits, value, dithered, forLossy);
        }

        /** The same dithered or not. */
        public Output withDither(boolean value) {
            return new Output(format, bits, rate, value, forLossy);
        }

        /** The same under a ceiling that holds for what lossy coders make of it, or not. */
        public Output withForLossy(boolean value) {
            return new Output(format, bits, rate, dithered, value);
        }
    }

    /** The same reaching for something else. */
    public Delivery withFinish(FinishSettings value) {
        return new Delivery(value, output, song, tags, name, checkSums);
    }

    /** The same in another form. */
    public Delivery withOutput(Output value) {
        return new Delivery(finish, value, song, tags, name, checkSums);
    }

    /** The same with another finished song, or none. */
    public Delivery withSong(Optional<Song> value) {
        return new Delivery(finish, output, value, tags, name, checkSums);
    }

    /** The same saying something else of itself. */
    public Delivery withTags(TagEdits value) {
        return new Delivery(finish, output, song, value, name, checkSums);
    }

    /** The same named otherwise. */
    public Delivery withName(NamePattern value) {
        return new Delivery(finish, output, song, tags, value, checkSums);
    }

    /** The same with check-sums beside it or not. */
    public Delivery withCheckSums(boolean value) {
        return new Delivery(finish, output, song, tags, name, value);
    }
}
