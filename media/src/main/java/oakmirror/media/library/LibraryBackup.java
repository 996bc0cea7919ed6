package oakmirror.media.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import oakmirror.files.AtomicFile;
import oakmirror.files.PrivateFolder;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Sees to it that the library is never lost. What is found in its place when it is opened is held against its copies: where it is missing, empty, damaged,
 * older than they are, or another library, it is put aside, the newest whole copy is put in its place, and whatever that lacks and can be read of what was
 * found is added to it. What was done is said.
 */
final class LibraryBackup {

    private static final Logger LOG = LoggerFactory.getLogger(LibraryBackup.class);

    private final Path file;
    private final Backups copies;

    LibraryBackup(Path folder) {
        file = folder.resolve("library.db");
        copies = new Backups(file);
    }

    /** Where the library lies. */
    Path file() {
        return file;
    }

    /** Checks it and puts a copy beside it. */
    void copy(Database database) throws LibraryException {
        copies.add(database);
    }

    /** Erases what copies hold of habits. */
    void eraseHabits() throws LibraryException {
        copies.eraseHabits();
    }

    /** Whether anything was changed since the copy was made. */
    boolean isCopyOld(Database database) throws LibraryException {
        return !Database.peek(copies.newest()).equals(database.identity());
    }

    /**
     * What was opened.
     *
     * @param isNew whether there was none before
     * @param sentence what the user should know about it
     */
    record Opened(Database database, boolean isNew, Optional<String> sentence) {}

    /** What is wrong with what was found in the library's place. */
    private enum Found {
        MISSING,
        EMPTY,
        DAMAGED,
        OLDER,
        FOREIGN
    }

    /** Opens the library in its present form. */
    Opened open() throws LibraryException {
        makeFolder();
        boolean isThere = !isLost();
        if (!isThere && copies.any()) {
            return mend(Files.exists(file) ? Found.EMPTY : Found.MISSING);
        }
        Database database;
        try {
            database = current();
        } catch (LibraryException e) {
            return ifDamaged(e);
        }
        try {
            Optional<Found> wrong = heldAgainstCopies(database);
            if (wrong.isEmpty()) {
                return new Opened(database, !isThere, Optional.empty());
            }
            database.close();
            return mend(wrong.get());
        } catch (LibraryException e) {
            database.close();
            return ifDamaged(e);
        }
    }

    /** Whether there is no file, or nothing in it. One that cannot be looked at, as on a disk that has gone, is not taken for lost. */
    private boolean isLost() throws LibraryException {
        try {
            return Files.size(file) == 0;
        } catch (NoSuchFileException e) {
            return true;
        } catch (IOException e) {
            throw new LibraryException(Texts.of("shelf.theLibrarysFileCannot"), e, false);
        }
    }

    private Opened ifDamaged(LibraryException e) throws LibraryException {
        if (!e.isDamaged()) {
            throw e;
        }
        LOG.warn("the library is damaged", e);
        return rebuild();
    }

    private void makeFolder() throws LibraryException {
        try {
            PrivateFolder.make(file.getParent());
        } catch (IOException e) {
            throw new LibraryException(Texts.of("shelf.theLibrarysFolderCannot"), e, false);
        }
    }

    private Optional<Found> heldAgainstCopies(Database database) throws LibraryException {
        Identity now = database.identity().orElseThrow();
        return copies.identity()
                .filter(copy -> !now.follows(copy))
                .map(copy ->
                        now.id().equals(copy.id()) ? Found.OLDER : now.profiles() == 0 ? Found.EMPTY : Found.FOREIGN);
    }

    private Database current() throws LibraryException {
        Database database = Database.open(file);
        try {
            if (!database.isCurrent()) {
                database.migrate(this::copy);
            }
            return database;
        } catch (LibraryException e) {
            database.close();
            throw e;
        }
    }

    /** Puts a damaged library aside and makes it anew from its copy and from what can be read of it. */
    Opened rebuild() throws LibraryException {
        return mend(Found.DAMAGED);
    }

    /** Puts what was found aside and makes the library anew: all of it under another name, so that what has the library's name is whole at any moment. */
    private Opened mend(Found found) throws LibraryException {
        try {
            long changes = Math.max(Database.peek(file).map(Identity::changes).orElse(0L), copies.mostChanges());
            boolean isKept = Database.hasContent(file);
            Path aside = Aside.put(file, found.name().toLowerCase(Locale.ROOT));
            List<Path> damaged = new ArrayList<>();
            Made made;
            try (AtomicFile whole = AtomicFile.beginClaiming(file)) {
                Optional<Backups.Source> source = copies.into(whole.temporary(), damaged);
                if (isKept && found != Found.OLDER) {
                    damaged.add(0, aside);
                }
                made = fill(whole.temporary(), source, damaged, changes);
                whole.commit();
                if (!whole.target().equals(file)) { // another window was quicker
                    Files.delete(whole.target());
                }
            }
            LOG.warn("the library was {}, kept as {}: {}", found, aside, made);
            return new Opened(current(), false, Optional.of(sentence(found, aside, made)));
        } catch (LibraryException e) {
            throw e;
        } catch (IOException e) {
            throw new LibraryException(Texts.of("shelf.theLibraryCannotBe2"), e, false);
        }
    }

    /**
     * A library that was made anew.
     *
     * @param source the copy it was made from
     * @param added how many profiles of other files were added
     * @param profiles how many it holds
     */
    private record Made(Optional<Backups.Source> source, int added, int profiles) {}

    private static Made fill(Path begun, Optional<Backups.Source> source, List<Path> others, long changes)
            throws LibraryException {
        try (Database database = Database.open(begun)) {
            database.migrate(before -> {});
            int added = 0;
            for (Path other : others) {
                added += Salvage.into(database, other);
            }
            database.follow(changes);
            return new Made(source, added, database.identity().orElseThrow().profiles());
        }
    }

    private static String sentence(Found found, Path aside, Made made) {
        String kept = Texts.of("shelf.itWasKeptAs", aside.getFileName());
        String what = Texts.of(
                switch (found) {
                    case MISSING -> "shelf.wasMissing";
                    case EMPTY -> "shelf.wasEmpty";
                    case DAMAGED -> "shelf.wasDamaged";
                    case OLDER -> "shelf.wasOlder";
                    case FOREIGN -> "shelf.wasAnother";
                });
        Optional<String> from = made.source()
                .map(s -> s.isNewest() ? Texts.of("shelf.itsBackup") : Texts.of("shelf.itsBackupOf", day(s)));
        return switch (found) {
            case MISSING, EMPTY ->
                from.map(f -> Texts.of("shelf.restored", what, f, made.profiles()))
                        .orElseGet(() -> Texts.of("shelf.recovered", what, made.profiles()));
            case DAMAGED, OLDER ->
                from.map(f -> Texts.of("shelf.rebuiltFrom", what, kept, f, made.added()))
                        .orElseGet(() -> Texts.of("shelf.rebuilt", what, kept, made.added()));
            case FOREIGN -> Texts.of("shelf.joined", what, kept, made.added());
        };
    }

    private static String day(Backups.Source source) {
        return Texts.moment(LocalDateTime.ofInstant(source.made(), ZoneId.systemDefault()));
    }

    /**
     * What to go on with when the file that is open is not the one that has its name any more: what another window has put there, if that follows this
     * one, or else this one, put back whole.
     */
    Opened putBack(Database mine) throws LibraryException {
        makeFolder();
        Identity now = mine.identity().orElseThrow();
        // Without its log, which may be that of the file that was there before.
        if (Database.peek(file).filter(there -> there.follows(now)).isPresent()) {
            mine.close();
            return new Opened(current(), false, Optional.empty());
        }
        try {
            boolean isThere = Database.hasContent(file);
            try (AtomicFile whole = AtomicFile.begin(file)) {
                mine.copyTo(whole.temporary());
                fill(whole.temporary(), Optional.empty(), List.of(), now.changes());
                mine.close(); // before the name is another file's, whose log it could take for its own
                Aside.put(file, "replaced");
                whole.commit();
            }
            String sentence = Texts.of(isThere ? "shelf.replacedInUse" : "shelf.removedInUse");
            LOG.warn(sentence);
            return new Opened(current(), false, Optional.of(sentence));
        } catch (LibraryException e) {
            throw e;
        } catch (IOException e) {
            throw new LibraryException(Texts.of("shelf.theLibrarysFileWas6"), e, false);
        }
    }
}
