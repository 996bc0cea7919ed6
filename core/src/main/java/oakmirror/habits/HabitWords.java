package oakmirror.habits;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.habits.Answers.Usual;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.ZoneAspect;

/** What is known of habits, in sentences. */
public final class HabitWords {

    private static final double HUNDRED = 100;

    private HabitWords() {}

    /** What is told of songs at a moment, each in one sentence. */
    public static List<String> told(Habits habits, Moment moment) {
        List<String> all = new ArrayList<>();
        for (Aspect aspect : Aspect.values()) {
            for (Told told : habits.at(moment, aspect).told()) {
                all.add(sentence(habits, moment, told));
            }
        }
        return all;
    }

    private static String sentence(Habits habits, Moment moment, Told told) {
        Estimate e = told.estimate();
        String first = Texts.of(
                "habits.sentence",
                who(moment),
                what(told),
                Numbers.level(e.halfDb()),
                e.agreeing(),
                Texts.of("counts.songs", e.songs()));
        return first + then(habits, moment, told) + ".";
    }

    /** What has become of it until songs leave the house. */
    private static String then(Habits habits, Moment moment, Told told) {
        if (moment == Moment.MASTER || habits.count(Moment.MASTER) < Estimate.ENOUGH_SONGS) {
            return "";
        }
        double masters = habits.at(Moment.MASTER, told.aspect()).like(told);
        return Double.isFinite(masters) ? Texts.of("habits.yourMasters", Numbers.gainDb(masters)) : "";
    }

    private static String who(Moment moment) {
        return Texts.of(
                switch (moment) {
                    case FIRST -> "habits.yourFirst";
                    case LAST -> "habits.yourLast";
                    case MASTER -> "habits.yourMastersDo";
                });
    }

    /** What they have, as “lack 2.6 dB above 6 kHz”. */
    private static String what(Told told) {
        double db = told.estimate().meanDb();
        boolean isMore = db > 0;
        String amount = Numbers.level(Math.abs(db));
        if (told.aspect() == Aspect.LEVEL) {
            boolean isLoudness = told.from() == Aspect.LOUDNESS;
            return Texts.of(
                    isLoudness
                            ? isMore ? "habits.louder" : "habits.softer"
                            : isMore ? "habits.plrHigher" : "habits.plrLower",
                    amount);
        }
        return Texts.of(
                switch (told.aspect()) {
                    case TONE -> isMore ? "habits.more" : "habits.lack";
                    case WIDTH -> isMore ? "habits.wider" : "habits.narrower";
                    default -> isMore ? "habits.crestHigher" : "habits.crestLower";
                },
                amount,
                where(told.first(), told.last()));
    }

    private static String where(Zone first, Zone last) {
        if (first == Zone.SUB && last == Zone.AIR) {
            return Texts.of("habits.everywhere");
        }
        if (last == Zone.AIR) {
            return Texts.of("habits.above", Numbers.about(first.lowHz()));
        }
        if (first == Zone.SUB) {
            return Texts.of("habits.below", Numbers.about(last.highHz()));
        }
        return Texts.of("habits.from", Numbers.range(first.lowHz(), last.highHz()));
    }

    /**
     * What of the habit a song shows again that has been brought but once, in one sentence: the widest of what is told of first bounces' tone, where the song has at least half
     * of it; empty for nothing.
     */
    public static Optional<String> again(Habits habits, String id) {
        Habit tone = habits.at(Moment.FIRST, Aspect.TONE);
        int song = habits.songs().stream().map(HabitSong::id).toList().indexOf(id);
        if (song < 0 || habits.songs().get(song).bounces().size() > 1) {
            return Optional.empty();
        }
        return tone.told().stream()
                .filter(t -> t.estimate().meanDb() * tone.reading(t, song)
                        >= t.estimate().meanDb() * t.estimate().meanDb() / 2)
                .max(Comparator.comparingDouble(t -> Math.abs(t.estimate().meanDb())))
                .map(t -> {
                    double db = tone.reading(t, song);
                    return Texts.of(
                            db > 0 ? "habits.againMore" : "habits.againLacks",
                            Numbers.level(Math.abs(db)),
                            where(t.first(), t.last()));
                });
    }

    /** What is done with proposals, each in one sentence. */
    public static List<String> usual(Answers answers) {
        return answers.usual().stream()
                .filter(u -> u.isNever() || u.isTold())
                .map(HabitWords::sentence)
                .toList();
    }

    private static String sentence(Usual u) {
        String what = Texts.of(kind(u), u.zone().label());
        if (u.isNever()) {
            return Texts.of("habits.never", what, Texts.of("counts.songs", u.songs()));
        }
        return Texts.of(
                "habits.takes",
                what,
                Math.round(HUNDRED * u.share()),
                Math.round(HUNDRED * u.half()),
                Texts.of("counts.songs", u.songs()));
    }

    private static String kind(Usual u) {
        if (u.aspect().isEmpty()) {
            return u.up() ? "habits.boosts" : "habits.cuts";
        }
        return u.aspect().get() == ZoneAspect.WIDTH
                ? u.up() ? "habits.widening" : "habits.narrowing"
                : u.up() ? "habits.expanding" : "habits.compressing";
    }

    /** What has become another since a mark, each in one sentence; one that says that nothing can be told where that is so. */
    public static List<String> changed(Habits habits, Moment moment, Mark mark) {
        String name = name(mark);
        int before = (int) habits.songs().stream()
                .filter(s -> s.at(moment).isPresent() && s.begun().isBefore(mark.from()))
                .count();
        int after = habits.count(moment) - before;
        if (Math.min(before, after) < Estimate.ENOUGH_SONGS) {
            return List.of(Texts.of("habits.tooFewAround", name, before, after, Estimate.ENOUGH_SONGS));
        }
        List<String> all = new ArrayList<>();
        for (Map.Entry<Aspect, Habit> e :
                habits.changedSince(moment, mark.from()).entrySet()) {
            if (e.getKey() != Aspect.LEVEL) {
                e.getValue()
                        .told()
                        .forEach(t -> all.add(Texts.of(
                                "habits.since",
                                name,
                                who(moment),
                                changed(t),
                                Numbers.level(t.estimate().halfDb()))));
                if (e.getValue().told().isEmpty() && e.getValue().certain()) {
                    all.add(Texts.of("habits.changedSomewhere", name, who(moment)));
                }
            }
        }
        return all.isEmpty() ? List.of(Texts.of("habits.noChange", name)) : all;
    }

    private static String changed(Told t) {
        double db = t.estimate().meanDb();
        return Texts.of(
                switch (t.aspect()) {
                    case TONE -> db > 0 ? "habits.haveMore" : "habits.haveLess";
                    case WIDTH -> db > 0 ? "habits.becameWider" : "habits.becameNarrower";
                    default -> db > 0 ? "habits.crestRose" : "habits.crestFell";
                },
                Numbers.level(Math.abs(db)),
                where(t.first(), t.last()));
    }

    /** A mark in words. */
    public static String name(Mark mark) {
        String day = Texts.date(mark.from());
        return mark.what().isBlank() ? day : Texts.of("habits.mark", day, mark.what());
    }

    /** How well preferences are foretold; empty where they are not. */
    public static Optional<String> taste(Habits habits) {
        return habits.taste().map(t -> {
            double[] weights = t.weights();
            Zone most = Zone.SUB;
            for (Zone zone : Zone.values()) {
                most = Math.abs(weights[zone.ordinal()]) > Math.abs(weights[most.ordinal()]) ? zone : most;
            }
            String what =
                    Texts.of(weights[most.ordinal()] > 0 ? "habits.preferMore" : "habits.preferLess", most.label());
            return Texts.of("habits.foretold", what, t.right(), t.of());
        });
    }

    /** What is said where nothing can be told. */
    public static String nothing(Habits habits, Moment moment) {
        int songs = habits.count(moment);
        return songs < Estimate.ENOUGH_SONGS
                ? Texts.of("habits.tooFew", Texts.of("counts.songs", songs), Estimate.ENOUGH_SONGS)
                : Texts.of("habits.none", who(moment));
    }
}
