package oakmirror.media.cache;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;

/**
 * What tells at a glance whether a file has changed.
 *
 * @param bytes its length
 * @param changedMillis when it was changed last
 */
public record FileState(long bytes, long changedMillis) {

    /** The state a file is in now. */
    public static FileState of(Path file) throws IOException {
        BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
        return new FileState(attributes.size(), attributes.lastModifiedTime().toMillis());
    }
}
