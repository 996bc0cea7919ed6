package oakmirror.session;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import oakmirror.delivery.TagEdits.CoverChoice;

/**
 * Whether the cover that a session's file names lies below the file's own folder. One from anywhere else could be any picture of whoever opens a
 * stranger's session, and would leave the house in the next master.
 */
final class CoverPlace {

    private CoverPlace() {}

    /** Marks another cover than the mix's by where it lies; its path is resolved. */
    static void mark(ObjectNode session, Path folder) {
        JsonNode cover = session.at("/delivery/tags/cover");
        boolean isOther = cover.asText().equals(CoverChoice.OTHER.name())
                || cover.asText().equals(CoverChoice.OUTSIDE.name());
        if (isOther && session.at("/delivery/tags") instanceof ObjectNode tags && tags.hasNonNull("picture")) {
            boolean isBelow = Path.of(tags.get("picture").asText()).startsWith(folder);
            tags.put("cover", (isBelow ? CoverChoice.OTHER : CoverChoice.OUTSIDE).name());
        }
    }
}
