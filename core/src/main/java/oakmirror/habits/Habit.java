package oakmirror.habits;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.IntStream;
import oakmirror.spectrum.NominalBands;
import oakmirror.spectrum.Zone;

/**
 * What songs have in common at one moment, in one aspect.
 *
 * @param aspect of what
 * @param readings each of them
 * @param zones of tone, zone by zone; of width and dynamics the same as the readings, of levels none
 * @param told what is certain and large enough to be told, from low to high; neighbouring zones together
 * @param songsDb how far songs lie about it, by what each has of its own
 * @param certain whether it is out of the question that there is something, wherever it lies
 * @param songs what each song reads, in the order of the songs that have come so far; of tone about the same middle as the habit
 */
public record Habit(
        Aspect aspect,
        List<Estimate> readings,
        Map<Zone, Estimate> zones,
        List<Told> told,
        double songsDb,
        boolean certain,
        List<Readings> songs) {

    /** Tone is held against what lies from here, 40 Hz, … */
    private static final int LOWEST = 3;

    /** … to here, 12.5 kHz. */
    private static final int HIGHEST = 28;

    /** Songs, what was read of them, and what they were held against. */
    record Material(List<Readings> songs, List<Map<String, Double>> references) {

        static Material of(List<HabitSong> songs, Moment moment, Aspect aspect) {
            List<Readings> readings = new ArrayList<>();
            List<Map<String, Double>> references = new ArrayList<>();
            for (HabitSong song : songs) {
                Optional<Leaning> leaning = song.at(moment);
                if (leaning.isPresent()) {
                    readings.add(leaning.get().of(aspect));
                    references.add(song.references());
                }
            }
            return new Material(readings, references);
        }
    }

    /** What songs have in common; of loudness nothing for bounces, which are as loud as chance has it. */
    static Habit of(List<HabitSong> songs, Moment moment, Aspect aspect) {
        boolean isChance = aspect == Aspect.LEVEL && moment != Moment.MASTER;
        return anchored(
                aspect,
                Material.of(songs, moment, aspect),
                HabitModel::new,
                (model, isCertain) -> part ->
                        isChance && part[Aspect.LOUDNESS] > 0 ? Estimate.NONE : model.estimate(part, isCertain));
    }

    /** What of it is another from a moment on; empty where one side has no song. */
    static Optional<Habit> changed(List<HabitSong> songs, Moment moment, Aspect aspect, LocalDateTime mark) {
        List<HabitSong> known =
                songs.stream().filter(s -> s.at(moment).isPresent()).toList();
        boolean[] later = new boolean[known.size()];
        int count = 0;
        for (int s = 0; s < later.length; s++) {
            later[s] = !known.get(s).begun().isBefore(mark);
            count += later[s] ? 1 : 0;
        }
        if (count == 0 || count == later.length) {
            return Optional.empty();
        }
        int less = Math.min(count, later.length - count);
        return Optional.of(anchored(
                aspect,
                Material.of(known, moment, aspect),
                (of, readings, references) -> HabitModel.ofChange(of, readings, references, later),
                (model, isCertain) ->
                        part -> less < Estimate.ENOUGH_SONGS ? Estimate.NONE : model.change(part, later, isCertain)));
    }

    private interface Made {
        HabitModel of(Aspect aspect, List<Readings> songs, List<Map<String, Double>> references);
    }

    /**
     * Balance is relative: one range raised lowers all others at equal loudness. So tone is first held against the mean of all of it, and then against the mean of that half of the
     * thirds of an octave which stay nearest to the middle of what was found.
     */
    private static Habit anchored(
            Aspect aspect, Material material, Made made, BiFunction<HabitModel, Boolean, Asked> asked) {
        boolean[] anchors = new boolean[aspect.size()];
        List<Readings> readings = material.songs();
        boolean isCertain = false;
        if (aspect == Aspect.TONE) {
            Arrays.fill(anchors, LOWEST, HIGHEST + 1, true);
            readings = centred(readings, anchors);
            HabitModel whole = made.of(aspect, readings, material.references());
            isCertain = whole.isCertain();
            Asked first = asked.apply(whole, isCertain);
            anchors = nearest(IntStream.range(0, aspect.size())
                    .mapToDouble(i -> first.of(only(aspect, i)).meanDb())
                    .toArray());
            readings = centred(readings, anchors);
        }
        HabitModel model = made.of(aspect, readings, material.references());
        isCertain |= aspect != Aspect.TONE && model.isCertain();
        return of(aspect, asked.apply(model, isCertain), model.songsDb(), isCertain, readings);
    }

    private static List<Readings> centred(List<Readings> all, boolean[] anchors) {
        return all.stream().map(r -> r.centred(anchors)).toList();
    }

    /** That half of the thirds of an octave that lie nearest to their middle. */
    private static boolean[] nearest(double[] curve) {
        double[] sorted = Arrays.stream(curve, LOWEST, HIGHEST + 1).sorted().toArray();
        double middle = sorted[sorted.length / 2];
        double[] off = Arrays.stream(curve, LOWEST, HIGHEST + 1)
                .map(d -> Math.abs(d - middle))
                .sorted()
                .toArray();
        boolean[] near = new boolean[curve.length];
        for (int i = LOWEST; i <= HIGHEST; i++) {
            near[i] = Math.abs(curve[i] - middle) <= off[off.length / 2];
        }
        return near;
    }

    /** Asks a model for the mean of several readings. */
    private interface Asked {
        Estimate of(double[] part);
    }

    private static Habit of(Aspect aspect, Asked asked, double songsDb, boolean isCertain, List<Readings> songs) {
        List<Estimate> readings = IntStream.range(0, aspect.size())
                .mapToObj(i -> asked.of(only(aspect, i)))
                .toList();
        Map<Zone, Estimate> zones = new EnumMap<>(Zone.class);
        if (aspect != Aspect.LEVEL) {
            for (Zone zone : Zone.values()) {
                zones.put(
                        zone,
                        aspect == Aspect.TONE ? asked.of(part(aspect, zone, zone)) : readings.get(zone.ordinal()));
            }
        }
        return new Habit(
                aspect,
                readings,
                zones,
                aspect == Aspect.LEVEL ? levels(readings) : told(aspect, zones, asked),
                songsDb,
                isCertain,
                songs);
    }

    private static double[] only(Aspect aspect, int reading) {
        double[] one = new double[aspect.size()];
        one[reading] = 1;
        return one;
    }

    /** The readings from one zone to another. */
    private static double[] part(Aspect aspect, Zone from, Zone to) {
        double[] part = new double[aspect.size()];
        for (int i = 0; i < part.length; i++) {
            double hz = aspect == Aspect.TONE ? NominalBands.centreHz(i) : 0;
            boolean isIn = aspect == Aspect.TONE
                    ? hz >= from.lowHz() * 0.99 && hz < to.highHz() * 0.99
                    : i >= from.ordinal() && i <= to.ordinal();
            part[i] = isIn ? 1 : 0;
        }
        return part;
    }

    private static List<Told> told(Aspect aspect, Map<Zone, Estimate> zones, Asked asked) {
        List<Told> told = new ArrayList<>();
        Zone[] all = Zone.values();
        for (int z = 0; z < all.length; z++) {
            Estimate first = zones.get(all[z]);
            if (!first.isTold()) {
                continue;
            }
            int last = z;
            while (last + 1 < all.length && goesOn(first, zones.get(all[last + 1]))) {
                last++;
            }
            Estimate whole = last == z ? first : asked.of(part(aspect, all[z], all[last]));
            told.add(new Told(aspect, z, last, whole));
            z = last;
        }
        return told;
    }

    private static boolean goesOn(Estimate first, Estimate next) {
        return next.isTold() && next.meanDb() * first.meanDb() > 0;
    }

    private static List<Told> levels(List<Estimate> readings) {
        return IntStream.range(0, readings.size())
                .filter(i -> readings.get(i).isTold())
                .mapToObj(i -> new Told(Aspect.LEVEL, i, i, readings.get(i)))
                .toList();
    }

    /** What one song reads where something is told of; NaN where it does not say. */
    public double reading(Told told, int song) {
        double[] part = aspect == Aspect.LEVEL ? only(aspect, told.from()) : part(aspect, told.first(), told.last());
        Readings readings = songs.get(song);
        return IntStream.range(0, part.length)
                .filter(i -> part[i] > 0 && readings.isKnown(i))
                .mapToDouble(i -> readings.overDb()[i])
                .average()
                .orElse(Double.NaN);
    }

    /** What is expected of the zones something is told of, as at another moment; NaN where no song says. */
    public double like(Told told) {
        double sum = 0;
        double width = 0;
        for (int i = told.from(); i <= told.to(); i++) {
            Estimate one = aspect == Aspect.LEVEL ? readings.get(i) : zones.get(Zone.values()[i]);
            double counts = aspect == Aspect.LEVEL ? 1 : Math.log(Zone.values()[i].highHz() / Zone.values()[i].lowHz());
            if (one.songs() > 0) {
                sum += counts * one.meanDb();
                width += counts;
            }
        }
        return sum / width;
    }
}
