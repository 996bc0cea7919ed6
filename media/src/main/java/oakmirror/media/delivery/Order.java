package oakmirror.media.delivery;

import java.nio.file.Path;
import java.time.LocalDateTime;
import oakmirror.delivery.Tags;
import oakmirror.session.Session;

/**
 * A master that is wanted.
 *
 * @param settings the session it follows from
 * @param tags what it says of itself
 * @param made the moment that stands in it
 * @param file where to
 */
public record Order(Session settings, Tags tags, LocalDateTime made, Path file) {

    /** In what form. */
    Form form() {
        return Form.of(settings.output());
    }
}
