package oakmirror.session;

/**
 * A version with what was said about it last.
 *
 * @param version what was rendered
 * @param note what was said about it
 */
public record NotedVersion(Version version, VersionNote note) {

    /** What it is called now. */
    public String name() {
        return note.name();
    }

    /** Whether it is out. */
    public boolean isDiscarded() {
        return note.standing() == VersionNote.Status.DISCARDED;
    }
}
