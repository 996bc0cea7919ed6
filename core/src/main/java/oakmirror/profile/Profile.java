package oakmirror.profile;

import java.util.UUID;
import oakmirror.text.Texts;

/**
 * What is kept of a track, or of a passage of one, without its audio.
 *
 * @param id what it is known by, wherever it is copied to: letters, digits and dashes
 * @param about what is said about it
 * @param figures what was measured of it
 */
public record Profile(String id, About about, Measurements figures) {

    private static final int LONGEST_ID = 64;

    /** Checks the id. */
    public Profile {
        if (!id.matches("[A-Za-z0-9-]{1," + LONGEST_ID + "}")) {
            throw new IllegalArgumentException(Texts.of("invalid.id"));
        }
    }

    /** A profile that no other is. */
    public static Profile of(About about, Measurements figures) {
        return new Profile(UUID.randomUUID().toString(), about, figures);
    }

    /** The same with something else said about it. */
    public Profile with(About value) {
        return new Profile(id, value, figures);
    }

    /** The same known by another id. */
    public Profile withId(String value) {
        return new Profile(value, about, figures);
    }

    /** What it is called. */
    public String name() {
        return about.name();
    }
}
