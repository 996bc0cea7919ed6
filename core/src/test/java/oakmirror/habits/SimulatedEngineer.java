package oakmirror.habits;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import oakmirror.spectrum.NominalBands;

/**
 * An engineer whose mixes lean by a known curve, and the readings of songs of theirs. Content is as wide and as smooth over frequency as bench/habits finds it among
 * recordings, and the evidence of a song is wrong about how much of it there is.
 */
final class SimulatedEngineer {

    /** How far other music stands off in a song, in dB RMS. */
    private static final double LEAST_CONTENT_DB = 2;

    private static final double MOST_CONTENT_DB = 3;
    private static final double SONG_DB = 1;
    private static final double OCTAVES = 1.5;

    final double[] biasDb = new double[NominalBands.COUNT];
    private final Random random;

    /** One of a bias up to so many dB, of one to three broad bells and ends; none for 0. */
    SimulatedEngineer(Random random, double mostDb) {
        this.random = random;
        for (int i = 0, bells = mostDb == 0 ? 0 : 1 + random.nextInt(3); i < bells; i++) {
            double at = 2 + 27 * random.nextDouble();
            double octaves = 1 + 2 * random.nextDouble();
            double db = (random.nextBoolean() ? 1 : -1) * (0.5 + 0.5 * random.nextDouble());
            for (int b = 0; b < biasDb.length; b++) {
                double off = (b - at) / 3 / octaves;
                biasDb[b] += db * Math.exp(-2 * off * off);
            }
        }
        double most = Arrays.stream(biasDb).map(Math::abs).max().orElse(0);
        for (int b = 0; b < biasDb.length && most > 0; b++) {
            biasDb[b] *= mostDb / most;
        }
    }

    /** Songs of theirs. */
    List<Readings> songs(int count) {
        List<Readings> songs = new ArrayList<>();
        for (int s = 0; s < count; s++) {
            double content = LEAST_CONTENT_DB + (MOST_CONTENT_DB - LEAST_CONTENT_DB) * random.nextDouble();
            double told = content * content * Math.exp(0.5 * random.nextGaussian());
            double[] other = smooth(content);
            double[] own = smooth(SONG_DB);
            double[] over = new double[NominalBands.COUNT];
            double[] variance = new double[NominalBands.COUNT];
            for (int b = 0; b < over.length; b++) {
                over[b] = biasDb[b] + other[b] + own[b];
                variance[b] = told;
            }
            songs.add(new Readings(over, variance));
        }
        return songs;
    }

    /** Something normal, as smooth as what is judged, of a deviation. */
    private double[] smooth(double deviation) {
        double[] white = new double[NominalBands.COUNT + 40];
        Arrays.setAll(white, i -> random.nextGaussian());
        double[] curve = new double[NominalBands.COUNT];
        double power = 0;
        double width = OCTAVES * 3 / 2.3548; // a kernel of that width at half its height, in thirds
        for (int k = -20; k <= 20; k++) {
            double w = Math.exp(-0.5 * k * k / width / width);
            power += w * w;
            for (int b = 0; b < curve.length; b++) {
                curve[b] += w * white[b + 20 + k];
            }
        }
        double factor = deviation / Math.sqrt(power);
        Arrays.setAll(curve, b -> factor * curve[b]);
        return curve;
    }

    /** References of songs that have none in common. */
    static List<Map<String, Double>> apart(int songs) {
        List<Map<String, Double>> all = new ArrayList<>();
        for (int s = 0; s < songs; s++) {
            all.add(Map.of("r" + s, 1.0));
        }
        return all;
    }

    /** What songs read so have in common. */
    static Habit habit(List<Readings> songs, List<Map<String, Double>> references) {
        return Habit.of(of(songs, references, 0), Moment.FIRST, Aspect.TONE);
    }

    /** Songs that read so, begun a day after each other from a day on. */
    static List<HabitSong> of(List<Readings> songs, List<Map<String, Double>> references, int day) {
        List<HabitSong> all = new ArrayList<>();
        for (int s = 0; s < songs.size(); s++) {
            Leaning leaning = new Leaning(
                    songs.get(s),
                    Readings.unknown(Aspect.WIDTH),
                    Readings.unknown(Aspect.DYNAMICS),
                    Readings.unknown(Aspect.LEVEL));
            all.add(new HabitSong(
                    "song-" + (day + s),
                    "Song " + (day + s),
                    "",
                    LocalDateTime.of(2026, 1, 1, 12, 0).plusDays(day + s).toString(),
                    "",
                    references.get(s),
                    List.of(leaning),
                    Optional.empty(),
                    Optional.empty(),
                    0.5,
                    List.of(),
                    0,
                    0,
                    List.of()));
        }
        return all;
    }

    /** A song with other answers and rankings. */
    static HabitSong with(HabitSong s, List<Answer> answers, List<Preferred> rankings) {
        return new HabitSong(
                s.id(),
                s.name(),
                s.folder(),
                s.when(),
                s.session(),
                s.references(),
                s.bounces(),
                s.master(),
                s.delivered(),
                s.caution(),
                answers,
                s.kept(),
                s.letGo(),
                rankings);
    }
}
