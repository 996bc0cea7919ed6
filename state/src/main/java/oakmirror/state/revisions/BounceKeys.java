package oakmirror.state.revisions;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BiFunction;
import oakmirror.media.ImportedTrack;
import oakmirror.media.cache.ContentKey;
import oakmirror.media.cache.FileState;

/** What bounces are known by: their bytes, wherever a file is copied to, and whenever. A file is read through once, by whoever comes to it first. */
final class BounceKeys {

    private final Map<String, String> known = new ConcurrentHashMap<>();
    private final BiFunction<Path, FileState, Optional<String>> readThrough;

    /**
     * Knows none yet.
     *
     * @param readThrough the bytes of a file in a state, where somebody has read it through already
     */
    BounceKeys(BiFunction<Path, FileState, Optional<String>> readThrough) {
        this.readThrough = readThrough;
    }

    /** The key of what was read of a file, if it has been asked for before. Asks no disk. */
    Optional<String> known(ImportedTrack track) {
        return Optional.ofNullable(known.get(track.content().value()));
    }

    /** The key of what was read of a file; of one that has other bytes by now, the key it was read under. Asks the disk. */
    String of(ImportedTrack track) {
        String read = track.content().value();
        Optional<String> bytes = known(track).or(() -> track.file().flatMap(f -> readThrough
                .apply(f.toAbsolutePath(), track.content().state())
                .or(() -> fromDisk(f, read))));
        bytes.ifPresent(b -> known.put(read, b));
        return bytes.orElse(read);
    }

    private static Optional<String> fromDisk(Path file, String read) {
        try {
            Optional<String> bytes = isStill(file, read) ? Optional.of(ContentKey.bytesOf(file)) : Optional.empty();
            return isStill(file, read) ? bytes : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private static boolean isStill(Path file, String read) throws IOException {
        return ContentKey.of(file).value().equals(read);
    }
}
