package oakmirror.session;

import oakmirror.candidate.Candidate;
import oakmirror.text.Texts;

/**
 * A place worth a listen that was left as it is: the ear took it for the music. Remembered by its range, so that it is not offered again.
 *
 * @param lowHz where it begins
 * @param highHz where it ends
 * @param tooMuch whether the mix had more there than its references
 */
public record LeftPlace(double lowHz, double highHz, boolean tooMuch) {

    /** Checks the range. */
    public LeftPlace {
        if (!(lowHz > 0 && highHz > lowHz)) {
            throw new IllegalArgumentException(Texts.of("invalid.place"));
        }
    }

    /** A place as it was offered. */
    public static LeftPlace of(Candidate candidate) {
        return new LeftPlace(candidate.lowHz(), candidate.highHz(), candidate.isTooMuch());
    }

    /** Whether it means a place. */
    public boolean isFor(Candidate candidate) {
        return candidate.isAbout(lowHz, highHz, tooMuch);
    }
}
