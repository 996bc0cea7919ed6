package oakmirror.session;

import oakmirror.text.Texts;

/**
 * What was said about a version last.
 *
 * @param name what it is called
 * @param rating 1 to 5; 0 where it has not been rated
 * @param note a note, as from listening to it somewhere else
 * @param standing whether it is to be kept
 */
public record VersionNote(String name, int rating, String note, Status standing) {

    /** The best rating. */
    public static final int BEST = 5;

    private static final int LONGEST = 4000;

    /** What becomes of a version. */
    public enum Status {
        /** Nothing is decided. */
        OPEN,
        /** It is the one, or one of those that go out. */
        KEPT,
        /** It is out; its file stays. */
        DISCARDED
    }

    /** Checks the rating. */
    public VersionNote {
        if (rating < 0 || rating > BEST) {
            throw new IllegalArgumentException(Texts.of("invalid.rating", BEST, rating));
        }
        if (name.isBlank() || note.length() > LONGEST) {
            throw new IllegalArgumentException(Texts.of("invalid.versionNote", LONGEST));
        }
    }

    /** Nothing said yet. */
    public static VersionNote of(String name) {
        return new VersionNote(name, 0, "", Status.OPEN);
    }

    /** The same under another name. */
    public VersionNote withName(String value) {
        return new VersionNote(value, rating, note, standing);
    }

    /** The same rated otherwise. */
    public VersionNote withRating(int value) {
        return new VersionNote(name, value, note, standing);
    }

    /** The same with another note. */
    public VersionNote withNote(String value) {
        return new VersionNote(name, rating, value, standing);
    }

    /** The same with something else decided about it. */
    public VersionNote withStanding(Status value) {
        return new VersionNote(name, rating, note, value);
    }
}
