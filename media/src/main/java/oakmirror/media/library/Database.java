package oakmirror.media.library;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.function.Function;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteConfig.JournalMode;
import org.sqlite.SQLiteConfig.SynchronousMode;
import org.sqlite.SQLiteDataSource;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/**
 * The file of the library: opening it, bringing it to the present form, and doing things in it. What is written is on the disk when a change has
 * returned (write-ahead log, synchronised in full), and whole or not at all. Several windows may have it open; each waits for the others' changes.
 *
 * <p>Its form is numbered. Scripts {@code 1.sql}, {@code 2.sql} … bring it from one number to the next, each in a transaction together with its number,
 * after the file has been checked and a copy put beside it.
 */
final class Database implements AutoCloseable {

    /** The number of the present form. */
    static final int VERSION = 2;

    private static final int PATIENCE_MILLIS = 20_000;
    private static final String SEPARATOR = "--;";

    private final Handle handle;

    private Database(Handle handle) {
        this.handle = handle;
    }

    /**
     * Opens a file, which is made where there is none, as it is.
     *
     * @throws LibraryException when that cannot be
     */
    static Database open(Path file) throws LibraryException {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(JournalMode.WAL);
        config.setSynchronous(SynchronousMode.FULL);
        config.setBusyTimeout(PATIENCE_MILLIS);
        config.enforceForeignKeys(true);
        config.enableLoadExtension(false);
        config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
        SQLiteDataSource source = new SQLiteDataSource(config);
        source.setUrl("jdbc:sqlite:" + file.toAbsolutePath());
        try {
            Handle handle = Jdbi.create(source).open();
            handle.execute("PRAGMA trusted_schema = OFF");
            return new Database(handle);
        } catch (JdbiException e) {
            throw explained(e);
        }
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
        if (from > VERSION) {
            throw new LibraryException(
                    "The library was written by a newer Oak Mirror; update to use it.", new SQLException(), false);
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
            throw new LibraryException("The library's file is damaged.", new SQLException(found), true);
        }
    }

    /** Puts a whole copy of it into an empty file. */
    void copyTo(Path empty) throws LibraryException {
        read(h -> h.createUpdate("VACUUM INTO :file")
                .bind("file", empty.toString())
                .execute());
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
        handle.close();
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
                    case SQLITE_FULL -> "There is no room left for the library; make room and try again.";
                    case SQLITE_BUSY, SQLITE_LOCKED ->
                        "Another window is busy with the library; try again when it is done.";
                    case SQLITE_READONLY, SQLITE_CANTOPEN, SQLITE_PERM ->
                        "The library's folder cannot be written to; check its permissions.";
                    default ->
                        damaged
                                ? "The library's file is damaged."
                                : "The library cannot be used at the moment; try again.";
                };
        return new LibraryException(sentence, e, damaged);
    }
}
