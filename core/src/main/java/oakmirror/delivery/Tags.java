package oakmirror.delivery;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;

/**
 * What a file says of itself.
 *
 * @param texts its texts; none of them empty
 * @param cover the picture it carries
 */
public record Tags(Map<TagField, String> texts, Optional<Cover> cover) {

    /** Nothing is said. */
    public static final Tags NONE = new Tags(Map.of(), Optional.empty());

    /** Copies the map, tidies the texts, and leaves the empty ones out. */
    public Tags {
        EnumMap<TagField, String> kept = new EnumMap<>(TagField.class);
        texts.forEach((field, text) -> {
            String tidied = field.tidied(text);
            if (!tidied.isEmpty()) {
                kept.put(field, tidied);
            }
        });
        texts = Collections.unmodifiableMap(kept);
    }

    /** A text; empty where there is none. */
    public String text(TagField field) {
        return texts.getOrDefault(field, "");
    }

    /** The same with another text; an empty one takes it away. */
    public Tags with(TagField field, String text) {
        EnumMap<TagField, String> changed = new EnumMap<>(TagField.class);
        changed.putAll(texts);
        changed.put(field, text);
        return new Tags(changed, cover);
    }

    /** The same with a text where there is none yet. */
    public Tags withUsual(TagField field, String text) {
        return texts.containsKey(field) ? this : with(field, text);
    }

    /** The same with another picture, or none. */
    public Tags withCover(Optional<Cover> value) {
        return new Tags(texts, value);
    }
}
