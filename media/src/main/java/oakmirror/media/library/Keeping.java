package oakmirror.media.library;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import oakmirror.files.WholeFile;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Sees to it that the library is never lost: a copy beside it, made when the file is known to be whole; and when it is not, the damaged file put aside,
 * the copy in its place, and whatever can still be read of the damaged one added to it.
 */
final class Keeping {

    private static final Logger LOG = LoggerFactory.getLogger(Keeping.class);
    private static final DateTimeFormatter NOW = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss");
    private static final List<String> PARTS = List.of("", "-wal", "-shm");

    private final Path file;

    Keeping(Path folder) {
        file = folder.resolve("library.db");
    }

    /** Where the library lies. */
    Path file() {
        return file;
    }

    /** Where its copy lies. */
    Path copy() {
        return file.resolveSibling("library-copy.db");
    }

    /** Checks it and puts a copy beside it. */
    void copy(Database database) throws LibraryException {
        database.requireWhole();
        try (WholeFile whole = WholeFile.begin(copy())) {
            database.copyTo(whole.temporary());
            whole.commit();
        } catch (LibraryException e) {
            throw e;
        } catch (IOException e) {
            throw new LibraryException(
                    "There is no room for a copy of the library; make room and try again.", e, false);
        }
    }

    /** Whether anything was written since the copy was made. */
    boolean isCopyOld() {
        return changed(copy()) < Math.max(changed(file), changed(part("-wal")));
    }

    private static long changed(Path path) {
        try {
            return Files.getLastModifiedTime(path).toMillis();
        } catch (IOException e) {
            return 0;
        }
    }

    private Path part(String ending) {
        return file.resolveSibling(file.getFileName() + ending);
    }

    /** Opens the library in its present form; one that is damaged is put aside and rebuilt. */
    Opened open() throws LibraryException {
        try {
            Files.createDirectories(file.getParent());
        } catch (IOException e) {
            throw new LibraryException("The library's folder cannot be written to; check its permissions.", e, false);
        }
        boolean isNew = !Files.exists(file);
        try {
            return new Opened(current(), isNew, Optional.empty());
        } catch (LibraryException e) {
            if (!e.isDamaged()) {
                throw e;
            }
            LOG.warn("the library is damaged", e);
            return rebuild();
        }
    }

    /**
     * What was opened.
     *
     * @param isNew whether there was none before
     * @param sentence what the user should know about it
     */
    record Opened(Database database, boolean isNew, Optional<String> sentence) {}

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
        Path aside =
                file.resolveSibling("library-damaged-" + LocalDateTime.now().format(NOW) + ".db");
        try {
            for (String part : PARTS) {
                if (Files.exists(part(part))) {
                    Files.move(
                            part(part),
                            aside.resolveSibling(aside.getFileName() + part),
                            StandardCopyOption.REPLACE_EXISTING);
                }
            }
            boolean hasCopy = Files.exists(copy());
            if (hasCopy) {
                try (WholeFile whole = WholeFile.begin(file)) {
                    Files.copy(copy(), whole.temporary(), StandardCopyOption.REPLACE_EXISTING);
                    whole.commit();
                }
            }
            Database made = current();
            int saved = Salvage.into(made, aside);
            String from = hasCopy ? "from its copy" : "without a copy";
            return new Opened(
                    made,
                    !hasCopy && saved == 0,
                    Optional.of("The library's file was damaged; it is kept as " + aside.getFileName()
                            + ", and the library was rebuilt " + from
                            + (saved > 0 ? " and " + saved + " profiles that could still be read." : ".")));
        } catch (LibraryException e) {
            throw e;
        } catch (IOException e) {
            throw new LibraryException(
                    "The library's file is damaged and cannot be put aside; check its folder.", e, false);
        }
    }
}
