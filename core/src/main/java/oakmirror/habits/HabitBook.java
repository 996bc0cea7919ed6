package oakmirror.habits;

import java.util.Comparator;
import java.util.List;
import oakmirror.text.Texts;

/**
 * All that is kept of somebody's habits.
 *
 * @param songs the first begun first
 * @param marks the earliest first
 */
public record HabitBook(List<HabitSong> songs, List<Mark> marks) {

    /** Nothing is kept. */
    public static final HabitBook EMPTY = new HabitBook(List.of(), List.of());

    /** The most marks there are. */
    public static final int MOST_MARKS = 200;

    /** Sorts the lists. */
    public HabitBook {
        songs = songs.stream().sorted(Comparator.comparing(HabitSong::when)).toList();
        marks = marks.stream().sorted(Comparator.comparing(Mark::day)).toList();
        if (marks.size() > MOST_MARKS) {
            throw new IllegalArgumentException(Texts.of("invalid.marks", MOST_MARKS));
        }
    }

    /** The same with the songs of a folder alone; all of them where it is empty. */
    public HabitBook in(String folder) {
        return folder.isEmpty()
                ? this
                : new HabitBook(
                        songs.stream().filter(s -> s.folder().equals(folder)).toList(), marks);
    }

    /** The folders that have enough songs for something to be said of them alone. */
    public List<String> folders() {
        return songs.stream()
                .map(HabitSong::folder)
                .filter(f -> !f.isEmpty())
                .distinct()
                .filter(f -> in(f).songs().size() >= Estimate.ENOUGH_SONGS)
                .sorted()
                .toList();
    }
}
