package oakmirror.media.library;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitSong;
import oakmirror.habits.Mark;
import oakmirror.media.folders.UserFolders;
import oakmirror.media.library.LibraryBackup.Opened;
import oakmirror.media.library.Rows.Curves;
import oakmirror.profile.About;
import oakmirror.profile.Descriptor;
import oakmirror.profile.Profile;
import oakmirror.text.Texts;
import org.jdbi.v3.core.Handle;

/**
 * The user's profiles. What a call has changed is on the disk when it returns, and whole or not at all, whatever happens to the program then. Calls wait
 * for the disk: they are not made on the window's thread. For several threads; several windows may have it open at once.
 *
 * <p>A library that is found damaged is put aside and rebuilt from its copy at the next call; one whose file was moved, removed or replaced while it was open
 * is put back ({@link #sentence} says so).
 */
public final class Library implements AutoCloseable {

    private final LibraryBackup keeping;
    private Database database;
    private Optional<String> sentence;
    private final boolean isNew;
    /** Curves of sketches by the id of their entry, as far as they have been read. */
    private Map<String, Descriptor> sketches = Map.of();

    private Library(LibraryBackup keeping, Opened opened) {
        this.keeping = keeping;
        this.database = opened.database();
        this.sentence = opened.sentence();
        this.isNew = opened.isNew();
    }

    /**
     * Opens the library of a folder, which is made where there is none.
     *
     * @throws LibraryException when that cannot be
     */
    public static Library open(Path folder) throws LibraryException {
        LibraryBackup keeping = new LibraryBackup(folder);
        return new Library(keeping, keeping.open());
    }

    /** Where the user's own library lies. */
    public static Path ofUser() {
        return UserFolders.data().resolve("library");
    }

    /** Whether there was none before it was opened. */
    public boolean isNew() {
        return isNew;
    }

    /** What the user should know of how it was opened or rebuilt, once. */
    public synchronized Optional<String> sentence() {
        Optional<String> told = sentence;
        sentence = Optional.empty();
        return told;
    }

    /** All entries, those that came first first. */
    public List<Entry> entries() throws LibraryException {
        return read(Rows::entries);
    }

    /** One profile with all its figures; empty when it is not there any more. */
    public Optional<Profile> profile(String id) throws LibraryException {
        return read(h -> Rows.profile(h, id));
    }

    /** Several profiles, in the order that is asked for; those that are gone are left out. */
    public List<Profile> profiles(List<String> ids) throws LibraryException {
        return read(
                h -> ids.stream().flatMap(id -> Rows.profile(h, id).stream()).toList());
    }

    /**
     * Adds profiles. One whose id is there already is left as it is.
     *
     * @return the entries that were added
     */
    public List<Entry> add(List<Profile> profiles) throws LibraryException {
        long now = System.currentTimeMillis();
        Set<String> before = ids();
        change(h -> Rows.add(h, profiles, now));
        Set<String> wanted = new HashSet<>(profiles.stream().map(Profile::id).toList());
        wanted.removeAll(before);
        return entries().stream().filter(e -> wanted.contains(e.id())).toList();
    }

    private Set<String> ids() throws LibraryException {
        return read(
                h -> h.createQuery("SELECT id FROM profile").mapTo(String.class).set());
    }

    /** Whether something measured of a file's bytes, as whole, is there: by the beginning of {@link Entry#content}. */
    public boolean hasContent(String content) throws LibraryException {
        return read(h -> h.createQuery("SELECT count(*) FROM profile WHERE content >= :from AND content < :to")
                        .bind("from", content)
                        .bind("to", content + "~")
                        .mapTo(Integer.class)
                        .one()
                > 0);
    }

    /** Says something else about entries, in one step. */
    public void edit(Map<String, About> changed) throws LibraryException {
        change(h -> {
            Rows.edit(h, changed);
            return changed;
        });
    }

    /**
     * Removes entries, in one step.
     *
     * @return what was removed, to be added again
     */
    public List<Profile> remove(List<String> ids) throws LibraryException {
        return change(h -> {
            List<Profile> removed =
                    ids.stream().flatMap(id -> Rows.profile(h, id).stream()).toList();
            Rows.remove(h, ids);
            return removed;
        });
    }

    /** The ids of the entries that hold all of some words, or what begins like them; every entry for no words. */
    public Set<String> search(String words) throws LibraryException {
        String query = query(words);
        return read(h -> query.isEmpty()
                ? h.createQuery("SELECT id FROM profile").mapTo(String.class).set()
                : h.createQuery("SELECT id FROM words JOIN profile ON n = words.rowid WHERE words MATCH :query")
                        .bind("query", query)
                        .mapTo(String.class)
                        .set());
    }

    /** What is typed as a query: each word in quotes, so that nothing of it is taken for an operator, and open at its end. */
    static String query(String words) {
        List<String> each = new ArrayList<>();
        for (String word : words.replace('"', ' ').strip().split("\\s+")) {
            if (word.codePoints().anyMatch(Character::isLetterOrDigit)) {
                each.add('"' + word + "\"*");
            }
        }
        return String.join(" ", each);
    }

    /** The sketches of some entries, in their order, {@link Descriptor#NONE} of those that are gone; what was read once is kept. */
    public synchronized List<Descriptor> sketches(List<Entry> entries) throws LibraryException {
        if (!entries.stream().allMatch(e -> sketches.containsKey(e.id()))) {
            Map<String, byte[]> bytes = new HashMap<>();
            for (Curves c : read(Rows::curves)) {
                bytes.put(c.id(), c.bytes());
            }
            Map<String, Descriptor> next = new HashMap<>(sketches);
            next.keySet().retainAll(bytes.keySet()); // those that were removed are forgotten
            for (Entry e : entries) {
                byte[] curves = bytes.get(e.id());
                if (curves != null) {
                    next.put(e.id(), Rows.sketch(e, curves));
                }
            }
            sketches = next;
        }
        return entries.stream()
                .map(e -> sketches.getOrDefault(e.id(), Descriptor.NONE))
                .toList();
    }

    /** Whether the user agrees to habits being kept. */
    public boolean keepsHabits() throws LibraryException {
        return read(HabitRows::isAgreed);
    }

    /** Keeps habits from now on. */
    public void agreeToHabits() throws LibraryException {
        change(h -> {
            HabitRows.agree(h, true);
            return h;
        });
    }

    /** All that is kept of habits. */
    public HabitBook habits() throws LibraryException {
        return read(HabitRows::book);
    }

    /**
     * Keeps songs of habits, each in the place of what was kept of it before.
     *
     * @return whether that is agreed to; otherwise nothing is kept
     */
    public boolean keepHabits(List<HabitSong> songs) throws LibraryException {
        return change(h -> {
            boolean isAgreed = HabitRows.isAgreed(h);
            if (isAgreed) {
                HabitRows.put(h, songs);
            }
            return isAgreed;
        });
    }

    /** Forgets songs of habits. */
    public void forgetHabits(List<String> ids) throws LibraryException {
        change(h -> {
            HabitRows.remove(h, ids);
            return h;
        });
    }

    /** Keeps other marks in the history of habits. */
    public void markHabits(List<Mark> marks) throws LibraryException {
        change(h -> {
            HabitRows.mark(h, marks);
            return h;
        });
    }

    /** Erases all that is kept of habits, here and in every copy, and keeps none from now on. */
    public void eraseHabits() throws LibraryException {
        present().eraseHabits();
        keeping.eraseHabits();
    }

    /** A number that changes whenever another window has changed something. */
    public int foreignChanges() throws LibraryException {
        return present().foreignChanges();
    }

    /**
     * Checks the library, and puts a copy of it beside it where something was changed since the last one.
     *
     * @return whether a copy was made
     * @throws LibraryException when it cannot be; a damaged one has been rebuilt then
     */
    public boolean checkAndCopy() throws LibraryException {
        try {
            if (!keeping.isCopyOld(present())) {
                return false;
            }
            keeping.copy(present());
            return true;
        } catch (LibraryException e) {
            throw rebuilt(e);
        }
    }

    /** Checks the library; a damaged one has been rebuilt when this fails. */
    public void requireCheck() throws LibraryException {
        try {
            present().requireWhole();
        } catch (LibraryException e) {
            throw rebuilt(e);
        }
    }

    /** The library that has its name; when that was moved, removed or replaced meanwhile, after it has been put back. */
    private synchronized Database present() throws LibraryException {
        if (!database.isInPlace()) {
            goOnWith(keeping.putBack(database));
        }
        return database;
    }

    private void goOnWith(Opened opened) {
        database = opened.database();
        sentence = opened.sentence().or(() -> sentence);
        sketches = Map.of();
    }

    private <T> T read(Function<Handle, T> work) throws LibraryException {
        try {
            return present().read(work);
        } catch (LibraryException e) {
            throw rebuilt(e);
        } catch (UncheckedIOException e) {
            throw unreadable(e.getCause());
        }
    }

    private <T> T change(Function<Handle, T> work) throws LibraryException {
        try {
            return present().change(work);
        } catch (LibraryException e) {
            throw rebuilt(e);
        } catch (UncheckedIOException e) {
            throw unreadable(e.getCause());
        }
    }

    private static LibraryException unreadable(IOException e) {
        return new LibraryException(Texts.of("shelf.aProfileOfThe"), e, false);
    }

    /** Rebuilds a library that is damaged, and says what happened. */
    private synchronized LibraryException rebuilt(LibraryException e) throws LibraryException {
        if (!e.isDamaged()) {
            return e;
        }
        boolean isInPlace = database.isInPlace();
        database.close();
        Opened opened = isInPlace ? keeping.rebuild() : keeping.open(); // what has its name now may be whole
        goOnWith(opened);
        return new LibraryException(opened.sentence().orElse(e.getMessage()), e, true);
    }

    @Override
    public synchronized void close() {
        database.close();
    }
}
