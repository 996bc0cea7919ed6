package oakmirror.media.library;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import oakmirror.files.AtomicFile;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Three copies of the library: of now, of a day before, and of a week before that. One that is damaged or of a newer form is never written over; it is put
 * aside.
 */
final class Backups {

    private static final Logger LOG = LoggerFactory.getLogger(Backups.class);

    /** How much older than the one before it a copy is at least when it moves down to the next place. */
    private static final List<Duration> APART = List.of(Duration.ofDays(1), Duration.ofDays(7));

    private final List<Path> places;

    Backups(Path library) {
        places = List.of(
                library.resolveSibling("library-copy.db"),
                library.resolveSibling("library-copy-2.db"),
                library.resolveSibling("library-copy-3.db"));
    }

    /** Where the newest copy lies. */
    Path newest() {
        return places.get(0);
    }

    /** Whether there is any, of whatever state. */
    boolean any() {
        return places.stream().anyMatch(p -> Files.exists(p, LinkOption.NOFOLLOW_LINKS));
    }

    /** Erases what copies hold of habits; each stays as old as it was. */
    void eraseHabits() throws LibraryException {
        for (Path place : places) {
            if (Database.hasContent(place) && !Database.isNewer(place)) {
                try {
                    Instant made = made(place);
                    try (Database copy = Database.open(place)) {
                        copy.migrate(before -> {}); // copies of older forms hold none
                        copy.eraseHabits();
                    }
                    Files.setLastModifiedTime(place, FileTime.from(made));
                } catch (IOException e) {
                    throw new LibraryException(Texts.of("shelf.aCopyStillHolds", place.getFileName()), e, false);
                }
            }
        }
    }

    /** What the newest copy says that the library is that can be read. */
    Optional<Identity> identity() {
        return places.stream().flatMap(p -> Database.peek(p).stream()).findFirst();
    }

    /** How far the copies have come, those of newer forms, too. */
    long mostChanges() {
        return places.stream()
                .flatMap(p -> Database.peek(p).stream())
                .mapToLong(Identity::changes)
                .max()
                .orElse(0);
    }

    /**
     * Puts a copy of a library that was checked in the first place; what was there moves down when it is old enough.
     *
     * @throws LibraryException when there is no room; the copies are as they were
     */
    void add(Database database) throws LibraryException {
        database.requireWhole();
        try (AtomicFile whole = AtomicFile.begin(newest())) {
            database.copyTo(whole.temporary());
            putAsideWhatIsOdd();
            moveDown();
            whole.commit();
        } catch (LibraryException e) {
            throw e;
        } catch (IOException e) {
            throw new LibraryException(Texts.of("shelf.thereIsNoRoom"), e, false);
        }
    }

    /** From the last place on, so that at each moment all but one are where they belong. */
    private void moveDown() throws IOException {
        for (int i = places.size() - 2; i >= 0; i--) {
            Path from = places.get(i);
            Path to = places.get(i + 1);
            if (Files.exists(from) && (!Files.exists(to) || !made(from).isBefore(made(to).plus(APART.get(i))))) {
                Files.move(from, to, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
            }
        }
    }

    private static Instant made(Path copy) throws IOException {
        return Files.getLastModifiedTime(copy).toInstant();
    }

    /** What is in the first place would move down or be written over. */
    private void putAsideWhatIsOdd() throws IOException {
        if (Files.exists(newest())) {
            try {
                Database.requireLibrary(newest());
                if (Database.isNewer(newest())) {
                    Aside.put(newest(), "newer");
                }
            } catch (LibraryException e) {
                if (!e.isDamaged()) {
                    throw e;
                }
                Aside.put(newest(), "damaged");
            }
        }
    }

    /**
     * What a library was made from again.
     *
     * @param made when the copy was made
     * @param isNewest whether it was the newest copy that there was
     */
    record Source(Instant made, boolean isNewest) {}

    /**
     * The newest copy that is whole, checked, in an empty file; nothing where there is none.
     *
     * @param damaged receives where copies are that were damaged and have been put aside
     * @throws LibraryException when the only ones that can be read were written by a newer program
     * @throws IOException when it cannot be written
     */
    Optional<Source> into(Path empty, List<Path> damaged) throws IOException {
        List<Path> there = places.stream().filter(Files::exists).toList();
        boolean isNewer = false;
        for (Path place : there) {
            Instant made = made(place);
            try (InputStream in =
                    Files.newInputStream(place)) { // its bytes alone: a copy may be one that cannot be written to
                Files.copy(in, empty, StandardCopyOption.REPLACE_EXISTING);
            }
            try {
                if (Database.isNewer(empty)) {
                    isNewer = true;
                } else {
                    Database.requireLibrary(empty);
                    return Optional.of(new Source(made, place.equals(there.get(0))));
                }
            } catch (LibraryException e) {
                LOG.warn("a copy of the library cannot be used: {}", place, e);
                if (!e.isDamaged()) {
                    throw e;
                }
                damaged.add(Aside.put(place, "damaged"));
            }
        }
        if (isNewer) {
            throw Database.newer();
        }
        Files.write(empty, new byte[0]); // nothing of what was tried
        return Optional.empty();
    }
}
