package oakmirror.media.library;

import java.util.Optional;
import org.jdbi.v3.core.Handle;

/**
 * Which library a file holds, and how far it has come: what tells a library from another one, and from an earlier state of itself.
 *
 * @param id made at random when the library was; its copies have it too
 * @param changes how many rows have been added, changed, removed since then; never fewer than before
 * @param profiles how many there are
 */
record Identity(String id, long changes, int profiles) {

    /** That of an open file; empty for one of a form that had none yet. */
    static Optional<Identity> of(Handle h) {
        boolean has = h.createQuery("SELECT count(*) FROM sqlite_schema WHERE type = 'table' AND name = 'library'")
                        .mapTo(Integer.class)
                        .one()
                > 0;
        return has
                ? h.createQuery("SELECT id, changes, (SELECT count(*) FROM profile) FROM library")
                        .map((r, context) -> new Identity(r.getString(1), r.getLong(2), r.getInt(3)))
                        .findOne()
                : Optional.empty();
    }

    /** Whether this is the same library, and nothing of it is missing that the other one has. */
    boolean follows(Identity other) {
        return id.equals(other.id) && changes >= other.changes;
    }
}
