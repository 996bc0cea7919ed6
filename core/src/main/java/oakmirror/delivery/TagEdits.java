package oakmirror.delivery;

import java.nio.file.Path;
import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import oakmirror.text.Texts;

/**
 * How what a master says of itself differs from what its mix says.
 *
 * @param texts what was written instead; an empty text leaves a field out
 * @param cover what becomes of the picture
 * @param picture the file of another picture, where it is another one
 */
public record TagEdits(Map<TagField, String> texts, CoverChoice cover, Optional<Path> picture) {

    /** As the mix has it. */
    public static final TagEdits NONE = new TagEdits(Map.of(), CoverChoice.KEPT, Optional.empty());

    /** What becomes of the picture. */
    public enum CoverChoice {
        /** The mix's, where it has one. */
        KEPT,
        /** Another one. */
        OTHER,
        /** Another one, which a session's file names outside its own folder: whoever opens it is asked first. */
        OUTSIDE,
        /** None. */
        NONE
    }

    /** Copies the map. */
    public TagEdits {
        EnumMap<TagField, String> copied = new EnumMap<>(TagField.class);
        copied.putAll(texts);
        texts = Collections.unmodifiableMap(copied);
        boolean isOther = cover == CoverChoice.OTHER || cover == CoverChoice.OUTSIDE;
        if (isOther != picture.isPresent()) {
            throw new IllegalArgumentException(Texts.of("invalid.cover"));
        }
    }

    /** The same with a text written instead of the mix's. */
    public TagEdits with(TagField field, String text) {
        EnumMap<TagField, String> changed = new EnumMap<>(TagField.class);
        changed.putAll(texts);
        changed.put(field, field.tidied(text));
        return new TagEdits(changed, cover, picture);
    }

    /** The same with a text as the mix has it. */
    public TagEdits without(TagField field) {
        EnumMap<TagField, String> changed = new EnumMap<>(TagField.class);
        changed.putAll(texts);
        changed.remove(field);
        return new TagEdits(changed, cover, picture);
    }

    /** The same with the mix's picture or none. */
    public TagEdits withCover(boolean kept) {
        return new TagEdits(texts, kept ? CoverChoice.KEPT : CoverChoice.NONE, Optional.empty());
    }

    /** The same with the picture of a file. */
    public TagEdits withPicture(Path file) {
        return new TagEdits(texts, CoverChoice.OTHER, Optional.of(file));
    }

    /**
     * What the master says of itself.
     *
     * @param mix what the mix says
     * @param other the other picture, read
     */
    public Tags applied(Tags mix, Optional<Cover> other) {
        Tags tags = mix;
        for (Map.Entry<TagField, String> e : texts.entrySet()) {
            tags = tags.with(e.getKey(), e.getValue());
        }
        return switch (cover) {
            case KEPT -> tags;
            case OTHER, OUTSIDE -> tags.withCover(other);
            case NONE -> tags.withCover(Optional.empty());
        };
    }
}
