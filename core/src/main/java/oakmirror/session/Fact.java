package oakmirror.session;

import oakmirror.blind.BlindResult;
import oakmirror.bounces.Bounce;
import oakmirror.text.Texts;

/** Something that happened while a session was worked on. It cannot be undone: it stays true. */
public sealed interface Fact {

    /**
     * A blind comparison came to its end.
     *
     * @param result what came of it, and when
     */
    record BlindComparison(BlindResult result) implements Fact {}

    /**
     * A version was rendered; one of the same id again, or to another place.
     *
     * @param version what came out
     */
    record VersionRendered(Version version) implements Fact {}

    /**
     * Something was said about a version.
     *
     * @param id which
     * @param note all that holds of it from then on
     */
    record VersionNoted(String id, VersionNote note) implements Fact {}

    /**
     * A master was sent out.
     *
     * @param sent what was found in its file
     */
    record MasterSent(Sent sent) implements Fact {}

    /**
     * A bounce of the mix was taken.
     *
     * @param bounce what was measured of it
     */
    record BounceTaken(Bounce bounce) implements Fact {}

    /**
     * Something was noted about a bounce.
     *
     * @param content stands for its bytes
     * @param note what holds of it from then on
     */
    record BounceNoted(String content, String note) implements Fact {

        private static final int LONGEST = 2000;

        /** Checks the length. */
        public BounceNoted {
            if (note.length() > LONGEST) {
                throw new IllegalArgumentException(Texts.of("invalid.note", LONGEST));
            }
        }
    }
}
