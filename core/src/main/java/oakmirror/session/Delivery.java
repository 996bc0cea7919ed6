package oakmirror.session;

import java.util.Set;
import oakmirror.finish.FinishSettings;

/**
 * What leaves the house.
 *
 * @param finish what the master should reach
 * @param output the form of its file
 */
public record Delivery(FinishSettings finish, Output output) {

    /** The usual target, as WAV of 24 bits. */
    public static final Delivery DEFAULT = new Delivery(FinishSettings.DEFAULT, Output.DEFAULT);

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
        return new Delivery(value, output);
    }

    /** The same in another form. */
    public Delivery withOutput(Output value) {
        return new Delivery(finish, value);
    }
}
