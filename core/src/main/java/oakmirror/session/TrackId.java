package oakmirror.session;

import java.util.UUID;
import oakmirror.text.Texts;

/**
 * What a track is known by for as long as the session holds it: it stays when the track is renamed, moved among the others, found elsewhere
 * or bounced anew.
 *
 * @param value letters, digits and dashes; different for every track of a session
 */
public record TrackId(String value) {

    private static final int LONGEST = 64;

    /** Checks that it is a plain name. */
    public TrackId {
        if (!value.matches("[A-Za-z0-9-]{1," + LONGEST + "}")) {
            throw new IllegalArgumentException(Texts.of("invalid.id"));
        }
    }

    /** One that no other track has. */
    public static TrackId random() {
        return new TrackId(UUID.randomUUID().toString());
    }
}
