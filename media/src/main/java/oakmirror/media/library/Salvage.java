package oakmirror.media.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import oakmirror.habits.HabitBook;
import oakmirror.profile.Profile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What can still be read of a damaged library, profile by profile. */
final class Salvage {

    private static final Logger LOG = LoggerFactory.getLogger(Salvage.class);

    /** No row takes less room, with its curves. */
    private static final int FEWEST_BYTES = 256;

    private Salvage() {}

    /** Adds what can be read of a damaged file and is not there yet; says how many were added. */
    static int into(Database whole, Path damaged) {
        int saved = 0;
        try (Database from = Database.open(damaged)) {
            long told = from.read(h -> h.createQuery("SELECT coalesce(max(n), 0) FROM profile")
                    .mapTo(Long.class)
                    .one());
            long last = Math.min(told, Files.size(damaged) / FEWEST_BYTES); // what a damaged file tells may be anything
            for (long n = 1; n <= last; n++) {
                saved += one(from, whole, n) ? 1 : 0;
            }
            HabitBook habits = from.read(HabitRows::book);
            boolean isAgreed = from.read(HabitRows::isAgreed);
            whole.change(h -> HabitRows.add(h, habits, isAgreed));
        } catch (IOException | RuntimeException e) {
            LOG.info("nothing more can be read of the damaged library", e);
        }
        return saved;
    }

    private static boolean one(Database from, Database whole, long n) {
        try {
            Profile profile = from.read(h -> Rows.profileAt(h, n)).orElse(null);
            if (profile == null) {
                return false;
            }
            return whole.change(h -> Rows.add(h, List.of(profile), Rows.added(from, n))) > 0;
        } catch (IOException | RuntimeException e) {
            LOG.debug("profile {} cannot be read", n, e);
            return false;
        }
    }
}
