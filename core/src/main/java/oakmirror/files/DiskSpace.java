package oakmirror.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Whether a disk is full: asked of the disk itself, as what an error says is in the system's language. */
public final class DiskSpace {

    /** What a disk counts as full with: less than any buffer that is written at once. */
    private static final long FULL_BYTES = 1 << 18;

    private DiskSpace() {}

    /** Whether nothing more fits on the disk that holds a file or folder, as far as that can be told. */
    public static boolean isFull(Path place) {
        Path existing = place.toAbsolutePath();
        while (existing != null && !Files.exists(existing)) {
            existing = existing.getParent();
        }
        try {
            return existing != null && Files.getFileStore(existing).getUsableSpace() < FULL_BYTES;
        } catch (IOException | SecurityException e) {
            return false;
        }
    }
}
