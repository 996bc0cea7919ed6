package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.TimeRange;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.evidence.Odds;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.PlantedFaults.Sides;
import oakmirror.media.file.AudioFileException;
import oakmirror.spectrum.Zone;
import oakmirror.zones.ZoneDifference;
import oakmirror.zones.ZoneDifferences;

/**
 * How often a difference of width or dynamics of a zone is a fault, by the probability that is told: recordings as they are, and with one zone's reading moved by 6 dB of
 * side over mid or 3 dB of crest factor, in every other mix.
 */
public final class ZoneOddsRun {

    private static final int SECONDS = 45;
    private static final int REFERENCES = 3;
    private static final double[] FROM = {0.5, 0.6, 0.75};
    private static final double WIDTH_DB = 6;
    private static final double CREST_DB = 3;

    private ZoneOddsRun() {}

    private record Piece(String group, TrackMeasurement measured) {}

    /** Runs it on the recordings in some folders. */
    public static void main(String[] args) throws IOException {
        ExecutorService executor = Executors.newFixedThreadPool(2);
        for (String folder : args) {
            List<Piece> all = pieces(Path.of(folder), executor);
            Map<String, List<List<Subject>>> cases = new LinkedHashMap<>();
            cases.put("three of the production", productions(all));
            cases.put("the three most similar", similar(all));
            cases.forEach((name, compared) -> {
                String title = Path.of(folder).getFileName() + ", " + name;
                tell(
                        title + ", width",
                        compared.stream().map(ZoneOddsRun::width).toList(),
                        WIDTH_DB);
                tell(
                        title + ", dynamics",
                        compared.stream().map(ZoneOddsRun::dynamics).toList(),
                        CREST_DB);
            });
        }
        executor.shutdown();
    }

    private static List<Piece> pieces(Path folder, ExecutorService executor) throws IOException {
        List<Piece> all = new ArrayList<>();
        for (Path file : Recording.songs(folder)) {
            float[][] sound;
            try {
                sound = Recording.read(file);
            } catch (AudioFileException e) {
                continue; // damaged on purpose
            }
            int rate = (int) sound[2][0];
            int from = (sound[0].length - SECONDS * rate) / 2;
            if (from >= 0) {
                Clip clip = new Sides(
                                Arrays.copyOfRange(sound[0], from, from + SECONDS * rate),
                                Arrays.copyOfRange(sound[1], from, from + SECONDS * rate))
                        .clip(rate);
                TrackMeasurement measured = new TrackMeasurer(executor, TrackMeasurer.Extent.ALL)
                        .measure(new RangeStream(clip, new TimeRange(0, clip.seconds())), Progress.NONE);
                all.add(new Piece(folder.relativize(file).getName(0).toString(), measured));
            }
        }
        return all;
    }

    private static List<List<Subject>> productions(List<Piece> all) {
        Random random = new Random(1);
        List<List<Subject>> cases = new ArrayList<>();
        for (Piece mix : all) {
            List<Piece> others = new ArrayList<>(all.stream()
                    .filter(p -> p != mix && p.group().equals(mix.group()))
                    .toList());
            if (mix.group().startsWith("fretsonfire") && others.size() >= REFERENCES) {
                Collections.shuffle(others, random);
                cases.add(subjects(mix, others));
            }
        }
        return cases;
    }

    private static List<List<Subject>> similar(List<Piece> all) {
        return all.stream()
                .map(mix -> subjects(
                        mix,
                        all.stream()
                                .filter(p -> p != mix)
                                .sorted(Comparator.comparingDouble(p -> apart(mix, p)))
                                .toList()))
                .toList();
    }

    private static double apart(Piece mix, Piece other) {
        Gap.Reference reference = new Gap.Reference(other.measured().spectrum(), 0);
        return Judge.rms(Gap.between(mix.measured().spectrum(), 0, List.of(reference), 1.0 / 3)
                .gapDb());
    }

    private static List<Subject> subjects(Piece mix, List<Piece> others) {
        List<Subject> subjects = new ArrayList<>();
        subjects.add(subject(mix, 0));
        for (int r = 1; r <= REFERENCES; r++) {
            subjects.add(subject(others.get(r - 1), r));
        }
        return subjects;
    }

    private static Subject subject(Piece piece, int number) {
        return new Subject(number, piece.group(), piece.measured(), piece.measured(), Optional.empty());
    }

    private static List<ZoneDifference> width(List<Subject> compared) {
        return ZoneDifferences.of(compared, CorridorSettings.DEFAULT).width().stream()
                .filter(d -> d.zone().highHz() > Zone.BASS.highHz())
                .toList();
    }

    private static List<ZoneDifference> dynamics(List<Subject> compared) {
        return ZoneDifferences.of(compared, CorridorSettings.DEFAULT).dynamics();
    }

    private static void tell(String title, List<List<ZoneDifference>> mixes, double faultDb) {
        StringBuilder line = new StringBuilder(title);
        for (double from : FROM) {
            double healthy = 0;
            double found = 0;
            int planted = 0;
            for (List<ZoneDifference> zones : mixes) {
                for (ZoneDifference d : zones) {
                    healthy += isTold(d, 0, from) ? 1 : 0;
                    found += isTold(d, faultDb, from) ? 1 : 0;
                    found += isTold(d, -faultDb, from) ? 1 : 0;
                    planted += 2;
                }
            }
            double wrong = healthy / mixes.size();
            double right = 0.5 * found / planted;
            line.append(String.format(
                    Locale.ROOT,
                    "; from %.2f: %.2f a healthy mix, %.2f of the planted, so %.2f are faults",
                    from,
                    wrong,
                    found / planted,
                    right / (right + wrong)));
        }
        System.out.println(line);
    }

    /** Whether a zone is told once its reading is moved by so much. */
    private static boolean isTold(ZoneDifference d, double movedDb, double from) {
        double off = d.off() + movedDb;
        double trust = d.off() == 0 ? 0 : d.odds().mean() / d.off();
        double probability = new Odds(trust * off, d.odds().deviation()).beyond(d.least());
        boolean way = movedDb == 0 || off * movedDb > 0;
        return way && d.span().outside(d.own() + movedDb) * off > 0 && probability >= from;
    }
}
