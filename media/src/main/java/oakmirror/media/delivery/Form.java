package oakmirror.media.delivery;

import oakmirror.media.file.OutputFormat;
import oakmirror.session.Delivery;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * In what form a master is written.
 *
 * @param format which kind of file
 * @param dithered whether it is dithered, where it is rounded
 * @param forLossy whether its ceiling holds for what lossy coders make of it, too
 */
public record Form(OutputFormat format, boolean dithered, boolean forLossy) {

    /** Dithered where it is rounded. */
    public static Form of(OutputFormat format) {
        return new Form(format, true, false);
    }

    /** As a session has it. */
    public static Form of(Delivery.Output output) {
        return new Form(OutputFormat.of(output.format(), output.bits()), output.dithered(), output.forLossy());
    }

    /** Whether there is dither in its files. */
    boolean hasDither() {
        return dithered && format.isRounded();
    }

    /** In words, as "WAV, 24 bit, 44.1 kHz, dithered". */
    public String words(int rate) {
        return format.label() + ", " + Numbers.rate(rate)
                + (format.isRounded() ? Texts.of(dithered ? "delivered.dithered" : "delivered.notDithered") : "");
    }
}
