package oakmirror.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.habits.Aspect;
import oakmirror.habits.Estimate;
import oakmirror.habits.Habit;
import oakmirror.habits.HabitSong;
import oakmirror.habits.Habits;
import oakmirror.habits.Leaning;
import oakmirror.habits.Moment;
import oakmirror.habits.Readings;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.NominalBands;
import oakmirror.spectrum.OctaveSmoothing;

/**
 * How well habits are found: engineers with a planted curve mix real recordings, each held against others that it might be held against. Told are how far the curve found is off, how
 * often its intervals hold, what is told of engineers without a habit, and what 2,000 songs take. The arguments are folders of recordings.
 */
public final class HabitsRun {

    private static final int ENGINEERS = 100;
    private static final int WITHOUT = 200;
    private static final double JUDGED_OCTAVES = 1.5;
    private static final int REFERENCES = 3;
    private static final int FIRST = 3; // 40 Hz
    private static final int LAST = 28; // 12.5 kHz

    private final List<Recording> all;
    private final Map<Recording, List<Recording>> like = new HashMap<>();
    private final Random random = new Random(5);

    private HabitsRun(List<Recording> all) {
        this.all = all;
        all.forEach(r -> like.put(r, r.mostLike(all, 8)));
    }

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        List<Recording> all = new ArrayList<>();
        for (String folder : args) {
            all.addAll(Recording.of(Path.of(folder)));
        }
        HabitsRun run = new HabitsRun(all);
        for (int songs : new int[] {5, 8, 20, 40}) {
            for (double most : new double[] {1, 2, 4}) {
                run.recover(songs, most);
            }
        }
        run.without();
        run.changes();
        run.many();
    }

    /** A curve up to so many dB, on the {@link BandGrid}. */
    private double[] bias(double mostDb) {
        double[] curve = Faults.broad(random);
        double most = Arrays.stream(curve).map(Math::abs).max().orElse(1);
        return Arrays.stream(curve).map(d -> d * mostDb / most).toArray();
    }

    /** Songs mixed with a bias, from the first recording on; and what of the bias is left at equal loudness in the mean of them. */
    private List<HabitSong> songs(List<Recording> mixed, int from, double[] bias, double[] truth) {
        List<HabitSong> songs = new ArrayList<>();
        for (Recording r : mixed) {
            List<Recording> others = new ArrayList<>(like.get(r));
            Collections.shuffle(others, random);
            List<Recording> references = others.subList(0, REFERENCES);
            var mix = Judge.coloured(r.whole(), bias);
            var gap = Judge.gap(mix, references.stream().map(Recording::whole).toList());
            Readings tone = Leaning.tone(CorrectionSettings.DEFAULT.weigh(Material.of(gap)));
            Map<String, Double> weights = new HashMap<>();
            references.forEach(x -> weights.put(x.group() + x.name(), 1.0 / REFERENCES));
            int number = from + songs.size();
            songs.add(song("song-" + number, number, tone, weights));
            double louder = Judge.loudness(mix) - Judge.loudness(r.whole());
            for (int b = 0; b < truth.length; b++) {
                truth[b] -= louder / mixed.size();
            }
        }
        double[] smooth = NominalBands.of(OctaveSmoothing.smooth(bias, every(), JUDGED_OCTAVES));
        for (int b = 0; b < truth.length; b++) {
            truth[b] += smooth[b];
        }
        return songs;
    }

    private static boolean[] every() {
        boolean[] all = new boolean[BandGrid.SIZE];
        Arrays.fill(all, true);
        return all;
    }

    /** A song that reads so in its tone, begun on a day. */
    static HabitSong song(String id, int day, Readings tone, Map<String, Double> references) {
        Leaning leaning = new Leaning(
                tone,
                Readings.unknown(Aspect.WIDTH),
                Readings.unknown(Aspect.DYNAMICS),
                Readings.unknown(Aspect.LEVEL));
        return new HabitSong(
                id,
                id,
                "",
                java.time.LocalDateTime.of(2026, 1, 1, 12, 0).plusDays(day).toString(),
                "",
                references,
                List.of(leaning),
                Optional.empty(),
                Optional.empty(),
                0.5,
                List.of(),
                0,
                0,
                List.of());
    }

    private List<Recording> drawn(int count) {
        List<Recording> shuffled = new ArrayList<>(all);
        Collections.shuffle(shuffled, random);
        return shuffled.subList(0, count);
    }

    private void recover(int count, double most) {
        double squares = 0;
        double deviations = 0;
        double content = 0;
        int held = 0;
        int told = 0;
        int n = 0;
        for (int e = 0; e < ENGINEERS; e++) {
            double[] truth = new double[NominalBands.COUNT];
            List<HabitSong> songs = songs(drawn(count), 0, bias(most), truth);
            Habit habit = Habits.of(songs).at(Moment.FIRST, Aspect.TONE);
            double level = 0;
            for (int b = FIRST; b <= LAST; b++) {
                level += (truth[b] - habit.readings().get(b).meanDb()) / (LAST - FIRST + 1);
            }
            for (int b = FIRST; b <= LAST; b++) {
                truth[b] -= level; // as everywhere here, what is only louder or softer is no fault
                Estimate x = habit.readings().get(b);
                squares += Math.pow(x.meanDb() - truth[b], 2);
                deviations += x.deviationDb() * x.deviationDb();
                held += x.lowDb() <= truth[b] && truth[b] <= x.highDb() ? 1 : 0;
                told += x.isTold() ? 1 : 0;
                double one = songs.get(0).bounces().get(0).tone().overDb()[b];
                content += Double.isNaN(one) ? 0 : Math.pow(one - truth[b], 2);
                n++;
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%d songs, up to %.0f dB: off by %.2f dB RMS, its own deviation %.2f (×%.2f), intervals hold %.1f %%, told %.0f %%; one song stands off %.2f%n",
                count,
                most,
                Math.sqrt(squares / n),
                Math.sqrt(deviations / n),
                Math.sqrt(squares / deviations),
                100.0 * held / n,
                100.0 * told / n,
                Math.sqrt(content / n));
        String figure = String.format(Locale.ROOT, "figure habits.%d-songs.%.0f-db.", count, most);
        System.out.printf(
                Locale.ROOT,
                "%1$soff %2$.3f%n%1$sagainst-deviation %3$.3f%n%1$shold %4$.3f%n",
                figure,
                Math.sqrt(squares / n),
                Math.sqrt(squares / deviations),
                1.0 * held / n);
    }

    /** Engineers without a habit, looked at after every fifth song. */
    private void without() {
        int readings = 0;
        int told = 0;
        int over = 0;
        for (int e = 0; e < WITHOUT; e++) {
            List<HabitSong> songs = songs(drawn(40), 0, new double[BandGrid.SIZE], new double[NominalBands.COUNT]);
            int its = 0;
            int itsTold = 0;
            for (int count = 5; count <= songs.size(); count += 5) {
                Habit habit = Habits.of(songs.subList(0, count)).at(Moment.FIRST, Aspect.TONE);
                for (Estimate x : habit.zones().values()) {
                    its++;
                    itsTold += x.isTold() ? 1 : 0;
                }
            }
            readings += its;
            told += itsTold;
            over += itsTold > 0.05 * its ? 1 : 0;
        }
        System.out.printf(
                Locale.ROOT,
                "%d engineers without a habit: told in %.2f %% of readings, %d in more than 5 %%%nfigure habits.none.engineers-told %d%n",
                WITHOUT,
                100.0 * told / readings,
                over,
                over);
    }

    /** Engineers whose habit becomes another after six songs, and some whose does not. */
    private void changes() {
        for (double most : new double[] {0, 2, 3, 4}) {
            int found = 0;
            for (int e = 0; e < ENGINEERS; e++) {
                List<Recording> mixed = drawn(12);
                double[] before = bias(3);
                double[] after = most == 0 ? before : bias(most);
                List<HabitSong> songs =
                        new ArrayList<>(songs(mixed.subList(0, 6), 0, before, new double[NominalBands.COUNT]));
                songs.addAll(songs(mixed.subList(6, 12), 6, after, new double[NominalBands.COUNT]));
                var changed = Habits.of(songs)
                        .changedSince(Moment.FIRST, songs.get(6).begun())
                        .get(Aspect.TONE);
                found += changed.certain() ? 1 : 0;
            }
            System.out.printf(
                    Locale.ROOT,
                    "From a habit of 3 dB to another of %.0f after six songs: told of %d of %d%nfigure habits.change.%.0f-db %.2f%n",
                    most,
                    found,
                    ENGINEERS,
                    most,
                    1.0 * found / ENGINEERS);
        }
    }

    /** What thousands of songs take. */
    private void many() {
        double[] bias = bias(3);
        List<HabitSong> songs = IntStream.range(0, 2000)
                .mapToObj(i -> {
                    HabitSong one = songs(drawn(1), i, bias, new double[NominalBands.COUNT])
                            .get(0);
                    return song("many-" + i, i % 700, one.bounces().get(0).tone(), one.references());
                })
                .toList();
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < 4; i++) {
            long begin = System.nanoTime();
            Habits.of(songs);
            least = Math.min(least, (System.nanoTime() - begin) / 1e6);
        }
        System.out.printf(
                Locale.ROOT, "2,000 songs: %.0f ms%nfigure habits.two-thousand.milliseconds %.0f%n", least, least);
    }
}
