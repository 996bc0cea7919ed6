package oakmirror.media.watch;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchService;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Stream;
import oakmirror.media.cache.ContentKey;
import oakmirror.media.cache.FileState;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Tells of files of a folder that have been written to their end. The system's own notices make it look at once where there are any; it looks in any case
 * every {@value #LOOK_MILLIS} ms, as on drives of other machines, where notices do not come. A file is told of when three things hold: it has kept its length and its time
 * of change for {@value #SETTLED_MILLIS} ms, its sound can be opened and is not cut off, and its bytes are others than those it was last known with; so one that was only touched
 * is passed over, and one that is being written, or was left half written, waits. All asking of the disk is done on a thread of the watch's own.
 *
 * <p>A file that was there at the start is read through when there is time for it; until then it is known by parts of it ({@link ContentKey#sampleOf}).
 */
public final class FolderWatch implements AutoCloseable {

    static final int LOOK_MILLIS = 1000;
    static final int SETTLED_MILLIS = 700;
    /** A header that does not say how long the file is may be filled in yet; after so long it is taken for one that never is. */
    private static final int OPEN_MILLIS = 15_000;

    private static final int NOTICE_MILLIS = 200;

    private static final Logger LOG = LoggerFactory.getLogger(FolderWatch.class);

    /**
     * A file that has been written to its end.
     *
     * @param path which
     * @param bytes stands for all its bytes, whatever its time of change is
     */
    public record Written(Path path, String bytes) {}

    private final Path folder;
    private final Predicate<Path> wanted;
    private final Consumer<Written> told;
    private final long openMillis;
    private final Thread thread;
    private final Map<Path, Seen> seen = new HashMap<>();
    /** What each file held when it was last told of, or found at the start. */
    private final Map<Path, Known> known = new ConcurrentHashMap<>();

    private volatile boolean isReady;
    private volatile boolean closing;

    /** What a file held in a state: by parts of it, and by all its bytes once these have been read. */
    private record Known(FileState state, String sample, Optional<String> bytes) {}

    /** A file as it was looked at, and when it has kept still for long enough. */
    private record Seen(FileState state, long settledMillis, boolean isSettled, boolean isWholeButOpen) {

        /** Changed just now: it has to keep still for a while. */
        static Seen changed(FileState state, long now) {
            return new Seen(state, now + SETTLED_MILLIS, false, false);
        }

        /** All of it could be read, but its header may be filled in yet: it has to keep still for longer. */
        static Seen open(FileState state, long until) {
            return new Seen(state, until, false, true);
        }

        Seen settled() {
            return new Seen(state, settledMillis, true, isWholeButOpen);
        }
    }

    /**
     * Watches a folder. What is in it when it is looked at first is known and not told of.
     *
     * @param wanted which files are of interest
     * @param told is told, on a thread of the watch's own
     */
    public FolderWatch(Path folder, Predicate<Path> wanted, Consumer<Written> told) {
        this(folder, wanted, told, OPEN_MILLIS);
    }

    /** One that waits so long for a header to be filled in. */
    FolderWatch(Path folder, Predicate<Path> wanted, Consumer<Written> told, long openMillis) {
        this.folder = folder;
        this.wanted = wanted;
        this.told = told;
        this.openMillis = openMillis;
        thread = new Thread(this::run, "folder-watch");
        thread.setDaemon(true);
        thread.start();
    }

    /** Whether it knows what is in the folder. */
    boolean isReady() {
        return isReady;
    }

    /** Whether it knows all bytes of a file. */
    boolean isReadThrough(Path file) {
        Known now = known.get(file);
        return now != null && now.bytes().isPresent();
    }

    /** What stands for all bytes of a file in a state, where it was read through in that; asks no disk. */
    public Optional<String> bytesOf(Path file, FileState state) {
        return Optional.ofNullable(known.get(file))
                .filter(k -> k.state().equals(state))
                .flatMap(Known::bytes);
    }

    private void run() {
        try (Notices notices = Notices.of(folder)) {
            for (Path file : files()) {
                know(file);
            }
            isReady = true;
            long next = 0;
            while (!closing) {
                boolean pending = seen.values().stream().anyMatch(s -> !s.isSettled());
                boolean unread = known.values().stream().anyMatch(k -> k.bytes().isEmpty());
                boolean noticed = notices.await(pending || unread ? NOTICE_MILLIS : LOOK_MILLIS);
                long now = System.nanoTime() / 1_000_000;
                if (noticed || pending || now >= next) {
                    next = now + LOOK_MILLIS;
                    look(now);
                } else {
                    readOneThrough();
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException e) {
            LOG.warn("watching {} ended", folder, e);
        }
    }

    private void look(long now) {
        List<Path> files = files();
        Set<Path> there = new HashSet<>(files);
        seen.keySet().retainAll(there);
        for (Path file : files) {
            Optional<FileState> state = stateOf(file);
            Seen before = seen.get(file);
            if (state.isEmpty()) {
                seen.remove(file);
            } else if (before == null && isKnownAs(file, state.get())) {
                seen.put(file, Seen.changed(state.get(), now).settled());
            } else if (before == null || !before.state().equals(state.get())) {
                seen.put(file, Seen.changed(state.get(), now));
            } else if (!before.isSettled() && now >= before.settledMillis()) {
                seen.put(file, before.settled());
                settled(file, before, now);
            }
        }
    }

    private void settled(Path file, Seen before, long now) {
        FileState state = before.state();
        try {
            if (isKnownAs(file, state) || wasOnlyTouched(file, state)) {
                return;
            }
            if (before.isWholeButOpen()) {
                tell(file, state); // whoever wrote it never says how long it is
                return;
            }
            switch (Wholeness.of(file)) {
                case BROKEN -> {} // until it is written to again
                case OPEN -> seen.put(file, Seen.open(state, now + openMillis));
                case WHOLE -> tell(file, state);
            }
        } catch (IOException e) {
            LOG.debug("{} cannot be read now", file, e);
            seen.remove(file);
        }
    }

    private boolean isKnownAs(Path file, FileState state) {
        Known before = known.get(file);
        return before != null && before.state().equals(state);
    }

    private boolean wasOnlyTouched(Path file, FileState state) throws IOException {
        Known before = known.get(file);
        boolean isSame = before != null
                && before.sample().equals(ContentKey.sampleOf(file))
                && (before.bytes().isEmpty() || before.bytes().get().equals(ContentKey.bytesOf(file)));
        if (isSame) {
            known.put(file, new Known(state, before.sample(), before.bytes()));
        }
        return isSame;
    }

    private void tell(Path file, FileState state) throws IOException {
        Known now = new Known(state, ContentKey.sampleOf(file), Optional.of(ContentKey.bytesOf(file)));
        if (FileState.of(file).equals(state)) {
            known.put(file, now);
            told.accept(new Written(file, now.bytes().get()));
        } else {
            seen.remove(file); // written to again while it was looked at
        }
    }

    private void know(Path file) {
        try {
            known.put(file, new Known(FileState.of(file), ContentKey.sampleOf(file), Optional.empty()));
        } catch (IOException e) {
            LOG.debug("{} is not known", file, e);
        }
    }

    /** Reads one of the files through that were there at the start and are as they were. */
    private void readOneThrough() {
        Optional<Path> next = known.entrySet().stream()
                .filter(k -> k.getValue().bytes().isEmpty())
                .filter(k -> stateOf(k.getKey()).equals(Optional.of(k.getValue().state())))
                .map(Map.Entry::getKey)
                .findFirst();
        next.ifPresent(file -> {
            Known before = known.get(file);
            try {
                Known read = new Known(before.state(), before.sample(), Optional.of(ContentKey.bytesOf(file)));
                known.put(file, FileState.of(file).equals(before.state()) ? read : before);
            } catch (IOException e) {
                LOG.debug("{} is not known any more", file, e);
                known.remove(file);
            }
        });
    }

    private static Optional<FileState> stateOf(Path file) {
        try {
            return Optional.of(FileState.of(file));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private List<Path> files() {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(Files::isRegularFile).filter(wanted).sorted().toList();
        } catch (IOException | UncheckedIOException e) {
            return List.of(); // a drive that is away comes back
        }
    }

    /** Watches no longer. */
    @Override
    public void close() {
        closing = true;
        thread.interrupt();
    }

    /** The system's notices of a folder, where there are any. */
    private record Notices(Optional<WatchService> service) implements AutoCloseable {

        static Notices of(Path folder) {
            try {
                WatchService service = folder.getFileSystem().newWatchService();
                folder.register(
                        service,
                        StandardWatchEventKinds.ENTRY_CREATE,
                        StandardWatchEventKinds.ENTRY_MODIFY,
                        StandardWatchEventKinds.ENTRY_DELETE);
                return new Notices(Optional.of(service));
            } catch (IOException | UnsupportedOperationException e) {
                LOG.info("no notices of {}, looking at it instead", folder, e);
                return new Notices(Optional.empty());
            }
        }

        /** Waits a little for a notice; whether there was one. */
        boolean await(long millis) throws InterruptedException {
            if (service.isEmpty()) {
                TimeUnit.MILLISECONDS.sleep(millis);
                return false;
            }
            var key = service.get().poll(millis, TimeUnit.MILLISECONDS);
            if (key == null) {
                return false;
            }
            key.pollEvents();
            key.reset();
            return true;
        }

        @Override
        public void close() {
            service.ifPresent(s -> {
                try {
                    s.close();
                } catch (IOException e) {
                    LOG.debug("not closed", e);
                }
            });
        }
    }
}
