package oakmirror.state.revisions;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import oakmirror.media.cache.FileState;
import oakmirror.media.watch.BounceNames;
import oakmirror.media.watch.FolderWatch;

/** Watches where the bounces of a mix come to lie, and where that is another folder than the mix's, the mix's own file as well. */
final class BounceWatch {

    private final BiConsumer<Path, Path> told;
    private volatile List<FolderWatch> watches = List.of();

    /**
     * Watches nothing yet.
     *
     * @param told takes the mix's file and one that has been written to its end, on a thread of the watch's own
     */
    BounceWatch(BiConsumer<Path, Path> told) {
        this.told = told;
    }

    /** Watches for a mix from now on, in a folder; for none where either is empty. */
    void follow(Optional<Path> mix, Optional<Path> folder) {
        close();
        if (mix.isPresent() && folder.isPresent()) {
            Path file = mix.get();
            Path own = file.toAbsolutePath().normalize().getParent();
            Predicate<Path> isMix = f -> f.getFileName().equals(file.getFileName());
            FolderWatch bounces = watch(file, folder.get(), isMix.or(f -> BounceNames.areAlike(file, f)));
            boolean isOwn = folder.get().toAbsolutePath().normalize().equals(own);
            watches = isOwn ? List.of(bounces) : List.of(bounces, watch(file, own, isMix));
        }
    }

    private FolderWatch watch(Path mix, Path folder, Predicate<Path> wanted) {
        return new FolderWatch(folder, wanted, written -> told.accept(mix, written.path()));
    }

    boolean isOn() {
        return !watches.isEmpty();
    }

    /** What stands for all bytes of a file in a state, where it was read through already; asks no disk. */
    Optional<String> bytesOf(Path file, FileState state) {
        return watches.stream().flatMap(w -> w.bytesOf(file, state).stream()).findFirst();
    }

    /** Watches no longer. */
    void close() {
        watches.forEach(FolderWatch::close);
        watches = List.of();
    }
}
