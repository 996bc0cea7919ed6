package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import oakmirror.audio.Progress;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.correction.Proposal;
import oakmirror.correction.ToneProposal;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.dsp.ZoneDynamicsStage;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.Resampler;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import oakmirror.zones.Content;
import oakmirror.zones.DynamicsMove;
import oakmirror.zones.DynamicsSolver;
import oakmirror.zones.PlantedZones;
import oakmirror.zones.Shaped;
import oakmirror.zones.SideShape;
import oakmirror.zones.WidthMove;
import oakmirror.zones.ZoneDifference;
import oakmirror.zones.ZoneDifferences;
import oakmirror.zones.ZoneMoves;

/**
 * What is proposed about width and dynamics of zones is worth: 3 dB more or less crest in a zone, and half or twice the side of one, planted in songs and undone against
 * the song as it was; and how often something is proposed for a song against others of its production, where nothing is wrong.
 */
public final class ZonesRun {

    private static final double START_SECONDS = 30;
    private static final double PIECE_SECONDS = (double) PlantedZones.SIZE / PlantedZones.RATE;
    private static final int BLOCK = 4096;
    private static final double CREST_DB = 3;
    private static final double[] SIDES = {0.5, 2};
    private static final int REFERENCES = 3;

    private ZonesRun() {}

    /** Runs it on all songs in a folder; for what is proposed where nothing is wrong, on the recordings in another as well. */
    public static void main(String[] args) throws IOException {
        List<PlantedZones> songs = new ArrayList<>();
        for (Path file : Recording.songs(Path.of(args[0]))) {
            songs.add(song(Recording.decode(file)));
        }
        System.out.println(songs.size() + " songs");
        List<Subject> healthy = new ArrayList<>();
        for (PlantedZones song : songs) {
            healthy.add(song.as(1));
        }
        healthy("generated songs of one production", healthy);
        Map<String, List<Subject>> groups = new TreeMap<>();
        Path recordings = Path.of(args[1]);
        for (Path file : Recording.songs(recordings)) {
            piece(file).ifPresent(p -> groups.computeIfAbsent(
                            recordings.relativize(file).getName(0).toString(), g -> new ArrayList<>())
                    .add(p));
        }
        List<Subject> mixed = new ArrayList<>();
        groups.forEach((group, all) -> {
            mixed.addAll(all);
            if (all.size() > REFERENCES) {
                healthy(group, all);
            }
        });
        Collections.shuffle(mixed, new Random(1));
        healthy("recordings at random", mixed);
        dynamics(songs);
        width(songs);
    }

    /** A stretch of a recording as it is compared; none of what is too short or cannot be read. */
    private static Optional<Subject> piece(Path file) throws IOException {
        try {
            float[][] sound = Recording.read(file);
            boolean isLong = sound[0].length > (START_SECONDS + PIECE_SECONDS) * sound[2][0];
            return isLong ? Optional.of(song(sound).as(1)) : Optional.empty();
        } catch (AudioFileException e) {
            System.err.println("left out: " + e.getMessage());
            return Optional.empty();
        }
    }

    /** A stretch of a song, at the rate that faults are planted at. */
    private static PlantedZones song(float[][] sound) throws IOException {
        int rate = (int) sound[2][0];
        int from = (int) (START_SECONDS * rate);
        float[] left = new float[PlantedZones.SIZE];
        float[] right = new float[PlantedZones.SIZE];
        int[] at = {0};
        try (Resampler resampler = new Resampler(rate, PlantedZones.RATE, BLOCK)) {
            for (int done = from; done + BLOCK <= sound[0].length && at[0] < left.length; done += BLOCK) {
                float[] l = Arrays.copyOfRange(sound[0], done, done + BLOCK);
                float[] r = Arrays.copyOfRange(sound[1], done, done + BLOCK);
                resampler.add(l, r, BLOCK, (outLeft, outRight, count) -> {
                    int n = Math.min(count, left.length - at[0]);
                    System.arraycopy(outLeft, 0, left, at[0], n);
                    System.arraycopy(outRight, 0, right, at[0], n);
                    at[0] += n;
                });
            }
        }
        return new PlantedZones(left, right);
    }

    /** What was planted and what is left of it, in parts. */
    private static void tell(String what, Map<Zone, List<Double>> left, Map<Zone, Integer> missed) {
        List<Double> all = new ArrayList<>();
        left.forEach((zone, parts) -> {
            all.addAll(parts);
            System.out.printf(
                    "%s, %s: %d planted, %d not proposed, left of it %.2f in the middle, %.2f at most%n",
                    what,
                    zone.label(),
                    parts.size() + missed.getOrDefault(zone, 0),
                    missed.getOrDefault(zone, 0),
                    quantile(parts, 0.5),
                    quantile(parts, 1));
        });
        long within = all.stream().filter(p -> p <= 0.25).count();
        System.out.printf("figure zones.%s.within-a-quarter %.3f%n", what, (double) within / all.size());
    }

    private static double quantile(List<Double> values, double part) {
        double[] sorted = values.stream().mapToDouble(v -> v).sorted().toArray();
        return sorted.length == 0 ? Double.NaN : sorted[(int) Math.round(part * (sorted.length - 1))];
    }

    private static void dynamics(List<PlantedZones> songs) throws IOException {
        Map<Zone, List<Double>> left = new TreeMap<>();
        Map<Zone, Integer> missed = new TreeMap<>();
        for (PlantedZones song : songs) {
            Subject reference = song.as(1);
            for (Zone zone : Zone.values()) {
                for (double db : new double[] {-CREST_DB, CREST_DB}) {
                    PlantedZones mix = song.withCrest(zone, db);
                    double planted = mix.crestDb(zone) - song.crestDb(zone);
                    if (!(Math.abs(planted) > 0.8 * CREST_DB)) {
                        continue; // this zone cannot be made so
                    }
                    Optional<ZoneDifference> found = proposed(
                            ZoneDifferences.of(List.of(mix.as(0), reference), CorridorSettings.DEFAULT)
                                    .dynamics(),
                            zone);
                    if (found.isEmpty()) {
                        missed.merge(zone, 1, Integer::sum);
                        continue;
                    }
                    DynamicsMove move = new DynamicsSolver(mix.clip(), mix.all(), zone, Progress.NONE)
                            .solve(found.get().proposedDb(), Progress.NONE);
                    Chain chain = Chain.NONE.withDynamics(Optional.of(new ZoneDynamicsStage(List.of(move.band()))));
                    double rest = mix.through(chain.create(PlantedZones.RATE)).crestDb(zone) - song.crestDb(zone);
                    left.computeIfAbsent(zone, z -> new ArrayList<>()).add(Math.abs(rest / planted));
                }
            }
        }
        tell("dynamics", left, missed);
    }

    private static Optional<ZoneDifference> proposed(List<ZoneDifference> all, Zone zone) {
        return all.stream().filter(d -> d.zone() == zone && d.isProposed()).findFirst();
    }

    private static double sideToMid(PlantedZones song, Zone zone) throws IOException {
        return Width.of(song.measured().tone().spectrum(), zone).sideToMidDb();
    }

    private static void width(List<PlantedZones> songs) throws IOException {
        Map<Zone, List<Double>> left = new TreeMap<>();
        Map<Zone, Integer> missed = new TreeMap<>();
        for (PlantedZones song : songs) {
            Subject reference = song.as(1);
            for (Zone zone : List.of(Zone.LOW_MID, Zone.MID, Zone.PRESENCE, Zone.TREBLE, Zone.AIR)) {
                double own = sideToMid(song, zone);
                for (double factor : SIDES) {
                    PlantedZones mix = song.withSide(zone.lowHz(), zone.highHz(), factor);
                    Subject subject = mix.as(0);
                    double planted = sideToMid(mix, zone) - own;
                    StereoSpectrum spectrum = subject.tone().spectrum();
                    ZoneMoves moves = ZoneMoves.of(
                            ZoneDifferences.of(List.of(subject, reference), CorridorSettings.DEFAULT), spectrum, false);
                    if (own < ZoneDifferences.LEAST_SIDE_DB + 8) {
                        continue; // next to mono
                    }
                    if (!moves.width().containsKey(zone)) {
                        missed.merge(zone, 1, Integer::sum);
                        continue;
                    }
                    SideShape sides = WidthMove.shape(spectrum, moves.width(), 0, PlantedZones.RATE);
                    Shaped shaped = new Shaped(ToneProposal.alike(spectrum, Proposal.none()), sides, List.of());
                    PlantedZones undone =
                            mix.through(shaped.chain(Phase.MINIMUM).create(PlantedZones.RATE));
                    left.computeIfAbsent(zone, z -> new ArrayList<>())
                            .add(Math.abs((sideToMid(undone, zone) - own) / planted));
                }
            }
        }
        tell("width", left, missed);
    }

    private static void healthy(String what, List<Subject> subjects) {
        int zones = 0;
        int width = 0;
        int dynamics = 0;
        double squares = 0;
        double content = 0;
        int count = 0;
        for (int i = 0; i < subjects.size(); i++) {
            List<Subject> compared = new ArrayList<>();
            compared.add(numbered(subjects.get(i), 0));
            for (int r = 1; r <= REFERENCES; r++) {
                compared.add(numbered(subjects.get((i + r) % subjects.size()), r));
            }
            ZoneDifferences differences = ZoneDifferences.of(compared, CorridorSettings.DEFAULT);
            ZoneMoves moves = ZoneMoves.of(differences, compared.get(0).tone().spectrum(), false);
            zones += Zone.values().length;
            width += moves.width().size();
            dynamics += moves.dynamics().size();
            ZoneDifferences pair = ZoneDifferences.of(compared.subList(0, 2), CorridorSettings.DEFAULT);
            for (ZoneDifference d : pair.dynamics()) {
                squares += d.off() * d.off();
                count++;
            }
            content += Content.between(compared.get(0), compared.subList(1, 2))
                            .evidence()
                            .contentDb()
                    / subjects.size();
        }
        System.out.printf(
                "%s, nothing wrong, against %d others: of %d zones %d proposed for width, %d for dynamics%n",
                what, REFERENCES, zones, width, dynamics);
        System.out.printf(
                "  crest of a zone beyond what all zones have in common, between two of them: %.2f dB RMS, where tone differs by %.2f%n",
                Math.sqrt(squares / count), content);
    }

    private static Subject numbered(Subject s, int number) {
        return new Subject(number, s.name(), s.compared(), s.whole(), s.bpm());
    }
}
