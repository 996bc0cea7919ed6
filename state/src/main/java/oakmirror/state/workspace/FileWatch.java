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
 * what was read of it is still there.
 */
final class FileWatch {

    private static final long LOOK_MILLIS = 1000;

    private record Watched(TrackSlot slot, Path file, FileState read) {}

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

    /** Watches the files of these tracks, as far as they have been read. */
    void follow(List<TrackSlot> slots) {
        watched = slots.stream()
                .filter(s -> !s.isBusy())
                .flatMap(s -> s.imported().stream().flatMap(t -> t.file().stream()
                        .map(f -> new Watched(s, f, t.content().state()))))
                .toList();
    }

    private void look() {
        List<Watched> now = watched;
        seen.keySet().retainAll(now.stream().map(Watched::slot).toList());
        for (Watched w : now) {
            Optional<FileState> state = stateOf(w.file());
            if (state.isEmpty() || state.get().equals(w.read())) {
                seen.remove(w.slot());
            } else if (state.get().equals(seen.put(w.slot(), state.get()))) {
                seen.remove(w.slot());
                background.state().execute(() -> changed.accept(w.slot()));
            }
        }
    }

    private static Optional<FileState> stateOf(Path file) {
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
