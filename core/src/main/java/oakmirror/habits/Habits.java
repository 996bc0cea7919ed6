package oakmirror.habits;

import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the songs of one engineer have in common.
 *
 * @param songs all of them, the first begun first
 * @param all what they have in common at each moment, in each aspect
 * @param usual what is done with proposals
 * @param taste which of two would be preferred
 */
public record Habits(List<HabitSong> songs, Map<Moment, Map<Aspect, Habit>> all, Answers usual, Optional<Taste> taste) {

    /** What is to be found. */
    private record Asked(Moment moment, Aspect aspect) {}

    /** Of songs. */
    public static Habits of(List<HabitSong> songs) {
        List<HabitSong> sorted =
                songs.stream().sorted(Comparator.comparing(HabitSong::when)).toList();
        Map<Moment, Map<Aspect, Habit>> all = new EnumMap<>(Moment.class);
        for (Moment moment : Moment.values()) {
            all.put(moment, new EnumMap<>(Aspect.class));
        }
        boolean isOnce = sorted.stream().allMatch(s -> s.bounces().size() == 1);
        Arrays.stream(Moment.values())
                .filter(m -> m != Moment.LAST || !isOnce)
                .flatMap(m -> Arrays.stream(Aspect.values()).map(a -> new Asked(m, a)))
                .parallel()
                .map(a -> Map.entry(a, Habit.of(sorted, a.moment(), a.aspect())))
                .toList()
                .forEach(e -> all.get(e.getKey().moment()).put(e.getKey().aspect(), e.getValue()));
        if (isOnce) {
            all.put(Moment.LAST, all.get(Moment.FIRST)); // which are the same bounces
        }
        return new Habits(sorted, all, new Answers(sorted), Taste.of(sorted));
    }

    /** What they have in common. */
    public Habit at(Moment moment, Aspect aspect) {
        return all.get(moment).get(aspect);
    }

    /** What has become of it since a mark, in each aspect where there are songs on both sides. */
    public Map<Aspect, Habit> changedSince(Moment moment, LocalDateTime mark) {
        Map<Aspect, Habit> changed = new EnumMap<>(Aspect.class);
        for (Aspect aspect : Aspect.values()) {
            Habit.changed(songs, moment, aspect, mark).ifPresent(h -> changed.put(aspect, h));
        }
        return changed;
    }

    /** How many songs have come as far as a moment. */
    public int count(Moment moment) {
        return (int) songs.stream().filter(s -> s.at(moment).isPresent()).count();
    }
}
