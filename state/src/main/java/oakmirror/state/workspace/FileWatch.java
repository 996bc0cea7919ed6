package oakmirror.state.workspace;

import java.io.IOException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import oakmirror.media.cache.FileState;
import oakmirror.state.task.Background;

/**
 * Notices when the file of a track is not any more what was read: looks at all of them once a second, and tells of one that has changed and
 * then stayed as it is from one look to the next, so that a bounce has been written to its end. A file that is missing is not told of:
 * what was read of it is still there. One that could not be read is told of when it has changed since.
 */
final class FileWatch {

    private static final long LOOK_MILLIS = 1000;

    /** A file, and the state it was in when it was read, or could not be; empty where it was not there. */
    private record Watched(TrackSlot slot, Path file, Optional<FileState> read) {}

    private final Background background;
    private final Runnable ending;
    private final Consumer<TrackSlot> changed;
    private final Map<TrackSlot, FileState> seen = new HashMap<>();
    private volatile List<Watched> watched = List.of();

    /** Watches nothing yet; {@code changed} is told on the window's thread. */
    FileWatch(Background background, Consumer<TrackSlot> changed) {
        this.background = background;
        this.changed = changed;
        ending = background.every(LOOK_MILLIS, this::look);
    }

    /** Watches the files of these tracks, but of those that are being read. */
    void follow(List<TrackSlot> slots) {
        watched = slots.stream()
                .filter(s -> !s.isBusy())
                .flatMap(s -> watched(s).stream())
                .toList();
    }

    private static Optional<Watched> watched(TrackSlot slot) {
        if (slot.imported().isPresent()) {
            var track = slot.imported().get();
            return track.file()
                    .map(f -> new Watched(slot, f, Optional.of(track.content().state())));
        }
        return slot.failureProperty().get().isEmpty()
                ? Optional.empty()
                : slot.track().file().map(f -> new Watched(slot, f, slot.attempted()));
    }

    private void look() {
        List<Watched> now = watched;
        seen.keySet().retainAll(now.stream().map(Watched::slot).toList());
        for (Watched w : now) {
            Optional<FileState> state = stateOf(w.file());
            if (state.isEmpty() || state.equals(w.read())) {
                seen.remove(w.slot());
            } else if (state.get().equals(seen.put(w.slot(), state.get()))) {
                seen.remove(w.slot());
                background.state().execute(() -> changed.accept(w.slot()));
            }
        }
    }

    /** The state a file is in; empty where there is none. */
    static Optional<FileState> stateOf(Path file) {
        try {
            return Optional.of(FileState.of(file));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    void close() {
        ending.run();
    }
}
