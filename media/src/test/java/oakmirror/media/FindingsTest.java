package oakmirror.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.candidate.Candidates;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.findings.Finding;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Findings;
import oakmirror.findings.PlaceWords;
import oakmirror.findings.WorthAListen;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.PlantedFaults.Sides;
import oakmirror.media.cache.AudioCache;
import oakmirror.session.Session;
import oakmirror.session.SessionFile;
import oakmirror.session.Track;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Findings on music: the demo's planted faults, and single faults planted in the full part of each of its tracks. */
class FindingsTest {

    private static final ExecutorService EXECUTOR = WorkerThreads.forParts();

    private static final int RATE = 48000;

    private static Session session;
    private static final List<ImportedTrack> TRACKS = new ArrayList<>();
    private static final Map<Integer, Subject> CLEAN = new HashMap<>();
    private static TrackImporter importer;

    @BeforeAll
    static void measure() throws IOException {
        session = SessionFile.read(TestFiles.demo("ferry-reels.oakmirror.json")).session();
        importer = new TrackImporter(new AudioCache(TestFiles.sharedCache(), 1L << 33), EXECUTOR);
        for (Track track : session.tracks()) {
            TRACKS.add(importer.importTrack(track.file().orElseThrow(), Optional.of(RATE), Progress.NONE));
        }
    }

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static Subject subject(int index, boolean passage) throws IOException {
        ImportedTrack track = TRACKS.get(index);
        TrackMeasurement whole = track.measurement();
        Optional<TimeRange> range = session.tracks().get(index).passage().map(p -> p.range());
        TrackMeasurement compared =
                passage && range.isPresent() ? importer.measurePassage(track, range.get(), Progress.NONE) : whole;
        Optional<Double> bpm = track.rhythm().grid().map(g -> g.bpm());
        return new Subject(index, session.tracks().get(index).name(), compared, whole, bpm);
    }

    private static List<Finding> ofDemo(boolean passages) throws IOException {
        List<Subject> references = List.of(subject(1, passages), subject(2, passages), subject(3, passages));
        return Findings.of(subject(0, passages), references, CorridorSettings.DEFAULT);
    }

    private static Finding only(List<Finding> found, Kind kind) {
        return found.stream().filter(f -> f.kind() == kind).findFirst().orElseThrow();
    }

    private static List<Kind> kinds(List<Finding> found, boolean caveats) {
        return found.stream()
                .map(Finding::kind)
                .filter(k -> k.isCaveat() == caveats)
                .toList();
    }

    /** The same places as what is told, those first: one of width for all zones that are too narrow. */
    @Test
    void whatIsToldOfToneAndWidthCanBeListenedToFirst() throws IOException {
        List<Subject> subjects = List.of(subject(0, false), subject(1, false), subject(2, false), subject(3, false));
        Comparison comparison = Comparison.of(subjects, CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        WorthAListen places = WorthAListen.of(comparison, Findings.of(comparison));
        assertThat(places.told())
                .extracting(Candidate::shape)
                .containsExactlyInAnyOrder(Shape.HIGH_SHELF, Shape.WIDTH, Shape.BELL);
        Candidate width = places.told().stream()
                .filter(c -> c.shape() == Shape.WIDTH)
                .findFirst()
                .orElseThrow();
        assertThat(PlaceWords.title(width)).startsWith("Narrow at ");
        assertThat(width.seenDb()).as("what it lacks").isPositive();
        assertThat(width.proposedDb()).isBetween(0.5 * width.seenDb(), width.seenDb());
        assertThat(width.agree()).isEqualTo(3);
        assertThat(places.all())
                .hasSizeLessThanOrEqualTo(Candidates.MOST + 3)
                .startsWith(places.told().get(0));
    }

    /** demo/make_demo.py: boomy at 110–180 Hz, narrow, dull above 6 kHz, quieter; one reference lossy to 16 kHz, one crushed. */
    @Test
    void theDemosFaultsAreFoundAndNoOthersInPassagesAndInWholeTracks() throws IOException {
        for (boolean passages : new boolean[] {true, false}) {
            List<Finding> found = ofDemo(passages);
            assertThat(kinds(found, false))
                    .containsExactlyInAnyOrder(Kind.NARROW, Kind.TOO_MUCH, Kind.TOO_LITTLE, Kind.QUIETER)
                    .endsWith(Kind.QUIETER);
            assertThat(kinds(found, true)).containsExactly(Kind.REFERENCE_ENDS_EARLY, Kind.REFERENCE_CRUSHED);
            Finding.Band boom = only(found, Kind.TOO_MUCH).place().band().orElseThrow();
            assertThat(boom.lowHz()).isBetween(60.0, 115.0);
            assertThat(boom.highHz()).isBetween(175.0, 350.0);
            assertThat(only(found, Kind.NARROW).title()).isEqualTo("Narrow above 120 Hz");
            assertThat(only(found, Kind.TOO_LITTLE).title()).matches("Dull above [345]\\.\\d kHz");
            assertThat(found.get(4).track()).as("the lossy one").isEqualTo(3);
            assertThat(found.get(5).track()).as("the crushed one").isEqualTo(2);
        }
    }

    @Test
    void aTrackAgainstItselfHasNoFindings() throws IOException {
        for (int base = 0; base < TRACKS.size(); base++) {
            Subject mix = subject(base, false);
            Subject same = new Subject(1, mix.name(), mix.compared(), mix.whole(), mix.bpm());
            List<Finding> found = Findings.of(
                    new Subject(0, mix.name(), mix.compared(), mix.whole(), mix.bpm()),
                    List.of(same),
                    CorridorSettings.DEFAULT);
            assertThat(kinds(found, false)).isEmpty();
        }
    }

    /** What is planted, what must come first, and where it must not: a limiter does next to nothing to what is limited already. */
    private record Fault(
            String name, UnaryOperator<Sides> plant, Kind expected, Optional<Zone> zone, Set<Integer> not) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static Stream<Fault> faults() {
        List<Fault> faults = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            for (double db : new double[] {3, -3}) {
                faults.add(new Fault(
                        Numbers.gainDb(db) + " in " + zone,
                        s -> PlantedFaults.zone(s, RATE, zone, db),
                        db > 0 ? Kind.TOO_MUCH : Kind.TOO_LITTLE,
                        Optional.of(zone),
                        Set.of()));
            }
        }
        faults.add(fault("width × 0.5", s -> PlantedFaults.width(s, 0.5), Kind.NARROW, Set.of()));
        faults.add(fault("3 dB more limiting", s -> PlantedFaults.limited(s, RATE, 3), Kind.SQUASHED, Set.of(1, 2)));
        faults.add(fault(
                "a side turned over below 120 Hz",
                s -> PlantedFaults.turnedOverBelow(s, RATE, 120),
                Kind.OUT_OF_PHASE,
                Set.of()));
        faults.add(fault("1 ms late", s -> PlantedFaults.late(s, RATE / 1000), Kind.COMB, Set.of()));
        faults.add(fault("16 kHz low-pass", s -> PlantedFaults.lowPass(s, RATE, 16000), Kind.ENDS_EARLY, Set.of(3)));
        Set<Integer> mastered =
                Set.of(2, 3); // two of the four are enough; in the hi-hats of all but the mix a click is lost
        faults.add(fault("hum", s -> PlantedFaults.hum(s, RATE, 50.03, -36), Kind.HUM, mastered));
        faults.add(fault("clicks", s -> PlantedFaults.clicks(s, RATE, 2, 0.5), Kind.CLICKS, Set.of(1, 2, 3)));
        faults.add(fault("dropouts", s -> PlantedFaults.dropouts(s, RATE, 2, 0.02), Kind.DROPOUTS, mastered));
        faults.add(fault(
                "clipped and turned down",
                s -> PlantedFaults.gain(PlantedFaults.clipped(s, 4), -3),
                Kind.CLIPPED,
                mastered));
        faults.add(fault("silence in front", s -> PlantedFaults.silenceInFront(s, RATE, 5), Kind.SILENT_END, mastered));
        faults.add(fault("a copy 8 ms late", s -> PlantedFaults.echo(s, RATE, 0.008, 0.6), Kind.ECHO, mastered));
        faults.add(fault("noise", s -> PlantedFaults.noise(s, -34), Kind.NOISE, mastered));
        faults.add(fault("2 % faster", s -> PlantedFaults.speed(s, 1.02), Kind.OTHER_SPEED, mastered));
        faults.add(fault("compressed", s -> PlantedFaults.compressed(s, RATE, 3, 7), Kind.EVENED_OUT, mastered));
        return faults.stream();
    }

    private static Fault fault(String name, UnaryOperator<Sides> plant, Kind expected, Set<Integer> not) {
        return new Fault(name, plant, expected, Optional.empty(), not);
    }

    @ParameterizedTest
    @MethodSource("faults")
    void eachSinglePlantedFaultComesFirstInEveryTrackOfTheDemo(Fault fault) throws IOException {
        for (int base = 0; base < TRACKS.size(); base++) {
            if (fault.not().contains(base)) {
                continue;
            }
            Sides clean = sides(base);
            Subject reference = CLEAN.computeIfAbsent(base, i -> of(1, clean));
            List<Finding> found =
                    Findings.of(of(0, fault.plant().apply(clean)), List.of(reference), CorridorSettings.DEFAULT);
            assertThat(found).as("%s in track %d", fault, base).isNotEmpty();
            Finding first = found.get(0);
            assertThat(first.kind()).as("%s in track %d", fault, base).isEqualTo(fault.expected());
            fault.zone().ifPresent(zone -> {
                Finding.Band band = first.place().band().orElseThrow();
                double centre = Math.sqrt(band.lowHz() * band.highHz());
                assertThat(centre).isBetween(zone.lowHz(), zone.highHz());
            });
            // One finding may follow from another: the turned-over low end moves the crushed track's peaks.
            boolean follows = fault.expected() == Kind.OUT_OF_PHASE && base == 2;
            assertThat(kinds(found, false)).as("%s in track %d", fault, base).hasSize(follows ? 2 : 1);
        }
    }

    private static Sides sides(int index) {
        StereoSource audio = TRACKS.get(index).audio().orElseThrow();
        TimeRange full = session.tracks().get(index).passage().orElseThrow().range();
        int n = (int) (full.seconds() * RATE);
        Sides s = new Sides(new float[n], new float[n]);
        audio.read((long) (full.startSeconds() * RATE), s.left(), s.right(), 0, n);
        for (int i = 0; i < n; i++) { // room for what is raised
            s.left()[i] *= 0.5f;
            s.right()[i] *= 0.5f;
        }
        return s;
    }

    private static Subject of(int number, Sides sides) {
        Clip clip = sides.clip(RATE);
        try {
            TrackMeasurement m = new TrackMeasurer(EXECUTOR, TrackMeasurer.Extent.ALL)
                    .measure(new RangeStream(clip, new TimeRange(0, clip.seconds())), Progress.NONE);
            return new Subject(number, "x", m, m, Optional.empty());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
