package oakmirror.media.library;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitFile;
import oakmirror.habits.HabitSong;
import oakmirror.habits.Mark;
import org.jdbi.v3.core.Handle;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Songs of habits as rows. */
final class HabitRows {

    private static final Logger LOG = LoggerFactory.getLogger(HabitRows.class);

    private HabitRows() {}

    /** Whether the user agrees to habits being kept. */
    static boolean isAgreed(Handle h) {
        return h.createQuery("SELECT agreed FROM habits").mapTo(Integer.class).one() == 1;
    }

    static void agree(Handle h, boolean value) {
        h.execute("UPDATE habits SET agreed = ?", value ? 1 : 0);
    }

    /** Keeps songs, each in the place of what was kept of it before. */
    static void put(Handle h, List<HabitSong> songs) {
        for (HabitSong song : songs) {
            h.execute(
                    "INSERT INTO habit_song (id, json) VALUES (?, ?) ON CONFLICT (id) DO UPDATE SET json = excluded.json",
                    song.id(),
                    Rows.deflated(HabitFile.bytes(song)));
        }
    }

    static void mark(Handle h, List<Mark> marks) {
        h.execute("DELETE FROM habit_mark");
        marks.forEach(m -> h.execute("INSERT INTO habit_mark (day, what) VALUES (?, ?)", m.day(), m.what()));
    }

    /** All of it; a row that cannot be read is left out. */
    static HabitBook book(Handle h) {
        List<HabitSong> songs = h
                .createQuery("SELECT id, json FROM habit_song")
                .map((r, context) -> Map.entry(r.getString(1), r.getBytes(2)))
                .list()
                .parallelStream()
                .flatMap(row -> song(row.getKey(), row.getValue()).stream())
                .toList();
        List<Mark> marks = h.createQuery("SELECT day, what FROM habit_mark")
                .map((r, context) -> new Mark(r.getString(1), r.getString(2)))
                .list();
        return new HabitBook(songs, marks);
    }

    private static List<HabitSong> song(String id, byte[] deflated) {
        try {
            return List.of(HabitFile.song(Rows.inflated(deflated)));
        } catch (IOException e) {
            LOG.warn("what is kept of song {} cannot be read", id, e);
            return List.of();
        }
    }

    /** Removes what is kept of songs. */
    static void remove(Handle h, List<String> ids) {
        ids.forEach(id -> h.execute("DELETE FROM habit_song WHERE id = ?", id));
    }

    /** Nothing of it is left, nor agreed to. */
    static void erase(Handle h) {
        h.execute("DELETE FROM habit_song");
        h.execute("DELETE FROM habit_mark");
        agree(h, false);
    }

    /** Adds what was read of a damaged library and is not there yet; says how many songs were added. */
    static int add(Handle h, HabitBook read, boolean isAgreed) {
        HabitBook there = book(h);
        Set<String> ids = there.songs().stream().map(HabitSong::id).collect(Collectors.toSet());
        List<HabitSong> missing =
                read.songs().stream().filter(s -> !ids.contains(s.id())).toList();
        put(h, missing);
        if (there.marks().isEmpty()) {
            mark(h, read.marks());
        }
        if (isAgreed) {
            agree(h, true);
        }
        return missing.size();
    }
}
