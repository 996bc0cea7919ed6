package oakmirror.media.file;

import java.time.LocalDateTime;
import java.util.Optional;
import oakmirror.correction.AppliedCorrection;
import oakmirror.delivery.Tags;

/**
 * What a master says of itself beside its sound.
 *
 * @param tags title, artist, cover and so on
 * @param applied what it was corrected by
 * @param made when it was made; with the same moment the same file comes out, to the last byte
 */
public record FileLabel(Tags tags, Optional<AppliedCorrection> applied, Optional<LocalDateTime> made) {

    /** Nothing is said. */
    public static final FileLabel NONE = new FileLabel(Tags.NONE, Optional.empty(), Optional.empty());

    /** Only what it was corrected by. */
    public static FileLabel correctedBy(AppliedCorrection applied) {
        return new FileLabel(Tags.NONE, Optional.of(applied), Optional.empty());
    }
}
