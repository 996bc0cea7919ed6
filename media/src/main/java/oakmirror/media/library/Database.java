package oakmirror.media.library;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.sql.SQLException;
import java.util.Optional;
import java.util.function.Function;
import oakmirror.media.folders.NativeFolder;
import oakmirror.text.Texts;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteConfig.JournalMode;
import org.sqlite.SQLiteConfig.SynchronousMode;
import org.sqlite.SQLiteDataSource;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;
import org.sqlite.SQLiteOpenMode;

/**
 * The file of the library: opening it, bringing it to the present form, and doing things in it. What is written is on the disk when a change has
 * returned (write-ahead log, synchronised in full), and whole or not at all. Several windows may have it open; each waits for the others' changes.
 *
 * <p>Its form is numbered. Scripts {@code 1.sql}, {@code 2.sql} … bring it from one number to the next, each in a transaction together with its number,
 * after the file has been checked and a copy put beside it.
 */
final class Database implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(Database.class);

    /** The number of the present form. */
    static final int VERSION = 4;

    private static final int PATIENCE_MILLIS = 20_000;
    private static final String SEPARATOR = "--;";

    private final Path file;
    private final Handle handle;
    private final Optional<Object> key;

    private Database(Path file, Handle handle) {
        this.file = file;
        this.handle = handle;
        this.key = key(file);
    }

    /**
     * Opens a file, which is made where there is none, as it is.
     *
     * @throws LibraryException when that cannot be
     */
    static Database open(Path file) throws LibraryException {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(JournalMode.WAL);
        config.setBusyTimeout(PATIENCE_MILLIS);
        return open(file, "jdbc:sqlite:" + file.toAbsolutePath(), config);
    }

    /** Opens one to look into, without what its log holds, which leaves it and its folder as they are, whoever holds it. */
    private static Database openToRead(Path file) throws LibraryException {
        SQLiteConfig config = new SQLiteConfig();
        config.setReadOnly(true);
        config.setOpenMode(SQLiteOpenMode.OPEN_URI);
        return open(file, "jdbc:sqlite:" + file.toAbsolutePath().toUri() + "?immutable=1", config);
    }

    private static Database open(Path file, String url, SQLiteConfig config) throws LibraryException {
        NativeFolder.use();
        config.setSynchronous(SynchronousMode.FULL);
        config.enforceForeignKeys(true);
        config.enableLoadExtension(false);
        config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
        SQLiteDataSource source = new SQLiteDataSource(config);
        source.setUrl(url);
        Handle handle = null;
        try {
            handle = Jdbi.create(source).open();
            handle.execute("PRAGMA trusted_schema = OFF");
            return new Database(file, handle);
        } catch (JdbiException e) {
            if (handle != null) {
                handle.close();
            }
            throw explained(e);
        }
    }

    /** Which library a file holds by itself, without the log beside it; empty where it cannot be told. */
    static Optional<Identity> peek(Path file) {
        if (!hasContent(file)) {
            return Optional.empty();
        }
        try (Database database = openToRead(file)) {
            return database.identity();
        } catch (LibraryException e) {
            return Optional.empty();
        }
    }

    /** Whether there is a plain file with anything in it. */
    static boolean hasContent(Path file) {
        try {
            return Files.isRegularFile(file) && Files.size(file) > 0;
        } catch (IOException e) {
            return false;
        }
    }

    /** Whether a file was written by a newer program. */
    static boolean isNewer(Path file) {
        try (Database database = openToRead(file)) {
            return database.version() > VERSION;
        } catch (LibraryException e) {
            return false;
        }
    }

    /**
     * Looks whether a file holds a library of which everything holds together.
     *
     * @throws LibraryException when it does not
     */
    static void requireLibrary(Path file) throws LibraryException {
        try (Database database = openToRead(file)) {
            if (database.version() < 1) {
                throw damaged("no form");
            }
            database.requireWhole();
        }
    }

    /** What is said of a library that only a newer program can read. */
    static LibraryException newer() {
        return new LibraryException(Texts.of("shelf.theLibraryWasWritten"), new SQLException(), false);
    }

    private static LibraryException damaged(String why) {
        return new LibraryException(Texts.of("shelf.theLibrarysFileIs"), new SQLException(why), true);
    }

    private static Optional<Object> key(Path file) {
        try {
            return Optional.ofNullable(
                    Files.readAttributes(file, BasicFileAttributes.class).fileKey());
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** Whether the file that was opened is still the one that has its name. Where files cannot be told apart one that is there is taken for it. */
    boolean isInPlace() {
        return Files.exists(file) && key(file).equals(key);
    }

    /** Which library it is; empty for a form that had no identity yet. */
    Optional<Identity> identity() throws LibraryException {
        return read(Identity::of);
    }

    /** Counts a library's changes on from a number that another state of it had, so that this one is seen to follow it. */
    void follow(long changes) throws LibraryException {
        change(h -> h.execute("UPDATE library SET changes = max(changes, ?) + 1", changes));
    }

    /** Whether it has the present form. */
    boolean isCurrent() throws LibraryException {
        return version() == VERSION;
    }

    private int version() throws LibraryException {
        return read(
                h -> h.createQuery("PRAGMA user_version").mapTo(Integer.class).one());
    }

    /**
     * Brings it to the present form.
     *
     * @param before done before anything is changed, where there is something
     * @throws LibraryException when it cannot be, or has a newer form
     */
    void migrate(Migration before) throws LibraryException {
        int from = version();
        boolean isOthers = from == 0
                && read(h -> h.createQuery("SELECT count(*) FROM sqlite_schema")
                                .mapTo(Integer.class)
                                .one()
                        > 0);
        if (from < 0 || isOthers) {
            throw damaged("not a library, form " + from);
        }
        if (from > VERSION) {
            throw newer();
        }
        if (from > 0 && from < VERSION) {
            requireWhole();
            before.prepare(this);
        }
        for (int next = from + 1; next <= VERSION; next++) {
            step(next);
        }
    }

    /** What is done before a file is changed. */
    interface Migration {
        /** Puts a copy aside. */
        void prepare(Database database) throws LibraryException;
    }

    /** Takes it from one form to the next, unless another window has done so meanwhile. */
    private void step(int to) throws LibraryException {
        String script = script(to);
        change(h -> {
            int now = h.createQuery("PRAGMA user_version").mapTo(Integer.class).one();
            if (now < to) {
                for (String statement : script.split(SEPARATOR)) {
                    h.execute(statement);
                }
                h.execute("PRAGMA user_version = " + to);
            }
            return to;
        });
    }

    private static String script(int number) {
        try (InputStream in = Database.class.getResourceAsStream("/oakmirror/media/library/" + number + ".sql")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("scripts are part of the program", e);
        }
    }

    /**
     * Looks whether all of it holds together.
     *
     * @throws LibraryException when it does not
     */
    void requireWhole() throws LibraryException {
        String found = read(
                h -> h.createQuery("PRAGMA quick_check(1)").mapTo(String.class).one());
        if (!found.equals("ok")) {
            throw damaged(found);
        }
    }

    /** Puts a whole copy of it into an empty file. */
    void copyTo(Path empty) throws LibraryException {
        read(h -> h.createUpdate("VACUUM INTO :file")
                .bind("file", empty.toString())
                .execute());
    }

    /** Erases what is kept of habits, so that nothing of it is left in the file. */
    void eraseHabits() throws LibraryException {
        change(h -> {
            HabitRows.erase(h);
            return h;
        });
        read(h -> {
            h.execute("VACUUM");
            return h.createQuery("PRAGMA wal_checkpoint(TRUNCATE)").mapToMap().list();
        });
    }

    /** A number that changes whenever another window has changed something. */
    int foreignChanges() throws LibraryException {
        return read(
                h -> h.createQuery("PRAGMA data_version").mapTo(Integer.class).one());
    }

    /** Reads something. */
    synchronized <T> T read(Function<Handle, T> work) throws LibraryException {
        try {
            return work.apply(handle);
        } catch (JdbiException e) {
            throw explained(e);
        }
    }

    /** Changes something, whole or not at all; it is on the disk when this returns. */
    synchronized <T> T change(Function<Handle, T> work) throws LibraryException {
        try {
            return handle.inTransaction(work::apply);
        } catch (JdbiException e) {
            throw explained(e);
        }
    }

    @Override
    public synchronized void close() {
        try {
            handle.close();
        } catch (JdbiException e) { // as after a change that another window did not let through
            LOG.info("closed in the middle of something", e);
        }
    }

    private static LibraryException explained(JdbiException e) {
        Throwable cause = e;
        while (cause.getCause() != null && !(cause instanceof SQLiteException)) {
            cause = cause.getCause();
        }
        SQLiteErrorCode code =
                cause instanceof SQLiteException sqlite ? sqlite.getResultCode() : SQLiteErrorCode.SQLITE_ERROR;
        boolean damaged = code.name().startsWith("SQLITE_CORRUPT") || code == SQLiteErrorCode.SQLITE_NOTADB;
        String sentence =
                switch (code) {
                    case SQLITE_FULL -> Texts.of("shelf.thereIsNoRoom2");
                    case SQLITE_BUSY, SQLITE_LOCKED -> Texts.of("shelf.anotherWindowIsBusy");
                    case SQLITE_READONLY, SQLITE_CANTOPEN, SQLITE_PERM -> Texts.of("shelf.theLibrarysFolderCannot");
                    default -> damaged ? Texts.of("shelf.theLibrarysFileIs") : Texts.of("shelf.theLibraryCannotBe");
                };
        return new LibraryException(sentence, e, damaged);
    }
}
