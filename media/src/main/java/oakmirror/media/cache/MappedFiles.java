package oakmirror.media.cache;

import java.lang.ref.Cleaner;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;

/**
 * Which files of the cache are mapped, and by how many. A lease ends with the last reference to what was mapped: tracks are read by the audio
 * thread, by measurements and by pictures alike, and unmapping a file under one of them would end the program. So nobody has to give
 * anything back; to let go of a track is to forget it.
 */
final class MappedFiles {

    /** Waiting for the collector is worth this long, where the disk is full of files that nobody uses. */
    private static final long PATIENCE_MILLIS = 300;

    private static final Cleaner CLEANER = Cleaner.create();

    private final Map<Path, Integer> taken = new HashMap<>();

    /** Notes that a file is mapped, for as long as somebody has the clip. */
    void take(Path file, MappedClip clip) {
        synchronized (taken) {
            taken.merge(file, 1, Integer::sum);
        }
        CLEANER.register(clip, () -> end(file));
    }

    private void end(Path file) {
        synchronized (taken) {
            taken.computeIfPresent(file, (f, count) -> count == 1 ? null : count - 1);
            taken.notifyAll();
        }
    }

    /** Whether somebody has a file. */
    boolean isTaken(Path file) {
        synchronized (taken) {
            return taken.containsKey(file);
        }
    }

    /** How many files somebody has. */
    int count() {
        synchronized (taken) {
            return taken.size();
        }
    }

    /** Has what was forgotten found: for when room is wanted. Takes a moment. */
    void collect() {
        System.gc();
        synchronized (taken) {
            try {
                taken.wait(PATIENCE_MILLIS); // until the first has ended; the others follow at once
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }
}
