package oakmirror.desk.model.bounces;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.media.ImportedTrack;
import oakmirror.media.cache.ContentKey;

/** What a bounce is known by: its bytes, wherever its file is copied to, and whenever. */
final class BounceKey {

    private BounceKey() {}

    /** The key of what was read of a file; of one that has other bytes by now, the key it was read under. Asks the disk. */
    static String of(ImportedTrack track) {
        Optional<Path> file = track.file();
        String read = track.content().value();
        try {
            return file.isPresent() && ContentKey.of(file.get()).value().equals(read)
                    ? ContentKey.bytesOf(file.get())
                    : read;
        } catch (IOException e) {
            return read;
        }
    }
}
