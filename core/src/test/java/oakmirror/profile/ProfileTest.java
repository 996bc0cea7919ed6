package oakmirror.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion.VersionFlag;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Progress;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.evidence.Evidence;
import oakmirror.findings.Findings;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.rhythm.Rhythm;
import oakmirror.rhythm.TempoFinder;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is kept of a track without its audio. */
class ProfileTest {

    private static final int RATE = 48000;
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);

    private static TrackMeasurement mix;
    private static TrackMeasurement song;
    private static TrackMeasurement other;

    @TempDir
    Path folder;

    @BeforeAll
    static void measure() throws IOException {
        mix = measured(1, 0.1, 70);
        song = measured(3, 0.3, 70);
        other = measured(7, 0.25, 70);
    }

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static TrackMeasurement measured(long seed, double amplitude, double seconds) throws IOException {
        return measured(RATE, seed, amplitude, seconds);
    }

    private static TrackMeasurement measured(int rate, long seed, double amplitude, double seconds) throws IOException {
        float[] left = Signals.musicLike(rate, seconds, amplitude, seed);
        float[] right = Signals.musicLike(rate, seconds, amplitude, seed + 1);
        float[] drums = Signals.drums(rate, 100 + 7 * seed, seconds, 0.2, seed);
        for (int i = 0; i < left.length; i++) {
            left[i] += (float) (amplitude * drums[i]);
            right[i] += (float) (amplitude * drums[i]) + 0.3f * left[i];
        }
        return new TrackMeasurer(EXECUTOR, Extent.ALL)
                .measure(Signals.clip(rate, ChannelLayout.stereo(), left, right).stream(), Progress.NONE);
    }

    private static Profile profile(TrackMeasurement m, String title) {
        Rhythm rhythm = TempoFinder.find(m.activity());
        return Profile.of(About.of(title, "made for a test"), Measurements.of(m, m, rhythm, new float[0]));
    }

    private static Profile again(Profile profile) throws IOException {
        return ProfileFile.profile(ProfileFile.bytes(profile));
    }

    @Test
    void itComparesAsItsTrackDoes() throws IOException {
        Measurements kept = again(profile(song, "Reed Boat")).figures();
        Subject first = new Subject(0, "mix", mix, mix, Optional.of(107.0));
        Subject track = new Subject(1, "song", song, song, kept.bpm());
        Subject profile = new Subject(1, "song", kept.compared(), kept.wholeFile(), kept.bpm());
        for (Part part : List.of(Part.STEREO, Part.MID, Part.SIDE)) {
            for (double octaves : List.of(1.0 / 24, 1.0 / 3)) {
                Comparison a = Comparison.of(List.of(first, track), CorridorSettings.DEFAULT, octaves, part);
                Comparison b = Comparison.of(List.of(first, profile), CorridorSettings.DEFAULT, octaves, part);
                for (int band = 0; band < BandGrid.SIZE; band++) {
                    assertThat(b.gap().gapDb()[band]).isCloseTo(a.gap().gapDb()[band], within(0.01));
                    assertThat(b.corridor().lowDb()[band])
                            .isCloseTo(a.corridor().lowDb()[band], within(0.01));
                    assertThat(b.gap().known()[band]).isEqualTo(a.gap().known()[band]);
                }
            }
        }
        Evidence of = evidence(first, track);
        Evidence ofKept = evidence(first, profile);
        for (int band = 0; band < BandGrid.SIZE; band++) {
            assertThat(ofKept.supportedDb()[band]).isCloseTo(of.supportedDb()[band], within(0.01));
        }
        assertThat(texts(first, profile)).isEqualTo(texts(first, track)).isNotEmpty();
    }

    private static Evidence evidence(Subject mix, Subject reference) {
        return CorrectionSettings.DEFAULT.weigh(Material.of(List.of(mix, reference), Optional.empty()));
    }

    private static List<String> texts(Subject mix, Subject reference) {
        Comparison c = Comparison.of(List.of(mix, reference), CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        return Findings.of(c).stream()
                .map(f -> f.kind() + ": " + f.title() + ", " + f.evidence() + f.cause())
                .toList();
    }

    @Test
    void itIsCompact() throws IOException {
        byte[] bytes = ProfileFile.bytes(profile(measured(22050, 5, 0.2, 300), "A long one"));
        assertThat(bytes.length).isBetween(5_000, 40_000);
    }

    @Test
    void whatIsWrittenIsReadAndFitsTheSchema() throws IOException {
        Profile plain = profile(song, "<b>Reed</b> & Boat");
        Profile said = plain.with(new About(
                "Reed Boat",
                "The Delta Pipers",
                "dance / reels",
                List.of("fiddle", "Fiddle", "reel"),
                "a\r\nb",
                4,
                3,
                "x"));
        Path file = folder.resolve("two" + ProfileFile.ENDING);
        ProfileFile.write(List.of(plain, said), file);
        List<Profile> read = ProfileFile.read(file);
        assertThat(read).hasSize(2);
        assertThat(read.get(0).about().title()).isEqualTo("<b>Reed</b> & Boat");
        assertThat(read.get(1).about().folder()).isEqualTo("dance/reels");
        assertThat(read.get(1).about().tags()).containsExactly("fiddle", "reel");
        assertThat(read.get(1).about().notes()).isEqualTo("a\nb");
        assertThat(read.get(1).figures().bpm()).isEqualTo(plain.figures().bpm());
        assertThat(read.get(1).figures().contour())
                .isEqualTo(read.get(0).figures().contour());
        String schema = Files.readString(Path.of("../docs/profile.schema.json"));
        var validator = JsonSchemaFactory.getInstance(VersionFlag.V202012).getSchema(schema);
        ObjectMapper mapper = new ObjectMapper();
        ObjectNode tree = (ObjectNode) mapper.readTree(file.toFile());
        assertThat(validator.validate(tree)).isEmpty();
        ((ObjectNode) tree.at("/profiles/0/measured")).put("channels", 0);
        ((ObjectNode) tree.at("/profiles/0/about")).remove("title");
        assertThat(validator.validate(tree)).hasSize(2);
    }

    @Test
    void whatAStrangerWritesIsBounded() throws IOException {
        Path file = folder.resolve("odd" + ProfileFile.ENDING);
        Profile good = profile(song, "Reed Boat");
        ObjectNode tree = ProfileJson.toTree(good);
        refused(tree.deepCopy().put("id", "../../etc/passwd"));
        ObjectNode longTitle = tree.deepCopy();
        ((ObjectNode) longTitle.get("about")).put("title", "x".repeat(201));
        refused(longTitle);
        for (String field : List.of("sampleRate", "frames", "channels")) {
            ObjectNode odd = tree.deepCopy();
            ((ObjectNode) odd.get("measured")).put(field, 1e300);
            refused(odd);
        }
        ObjectNode few = tree.deepCopy();
        ((ObjectNode) few.at("/measured/tone")).putArray("left").add(1);
        refused(few);
        ObjectNode silent = tree.deepCopy();
        ((ObjectNode) silent.at("/measured/heard")).put("integratedLufs", "-inf");
        refused(silent);
        Files.writeString(file, "[".repeat(100_000));
        assertThatThrownBy(() -> ProfileFile.read(file))
                .hasMessage("odd.oakprofile.json is not an Oak Mirror profile file.");
        Files.writeString(file, "{\"format\":\"oak-mirror-profiles\",\"version\":9}");
        assertThatThrownBy(() -> ProfileFile.read(file)).hasMessageContaining("newer");
        Files.writeString(
                file,
                "{\"format\":\"oak-mirror-profiles\",\"version\":1,\"profiles\":[{\"id\":\"a\",\"about\":{\"title\":\"x\"}}]}",
                StandardCharsets.UTF_8);
        assertThatThrownBy(() -> ProfileFile.read(file)).hasMessageContaining("profile 1 is not valid");
    }

    /** Profiles are read one after the other, so what one of them may hold is bounded; what else stands beside them is passed over. */
    @Test
    void aProfileThatHoldsTooMuchIsRefusedBeforeItFillsTheMemory() throws IOException {
        Path file = folder.resolve("much" + ProfileFile.ENDING);
        String head = "{\"format\":\"oak-mirror-profiles\",\"version\":1,";
        Files.writeString(file, head + "\"more\":[[1],{\"a\":[2]}],\"profiles\":[]}");
        assertThat(ProfileFile.read(file)).isEmpty();
        Files.writeString(file, head + "\"profiles\":[{\"x\":[" + "0,".repeat(300_000) + "0]}]}");
        assertThatThrownBy(() -> ProfileFile.read(file))
                .hasMessage("much.oakprofile.json is not an Oak Mirror profile file.");
        Files.writeString(file, "{\"version\":1,\"profiles\":[]}");
        assertThatThrownBy(() -> ProfileFile.read(file)).hasMessageContaining("is not an Oak Mirror profile file");
    }

    private static void refused(ObjectNode tree) {
        assertThatThrownBy(() -> ProfileJson.fromTree(tree)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void severalFoldedLeaveTheirOwnCorridor() {
        Subject first = new Subject(0, "mix", mix, mix, Optional.empty());
        List<Measurements> two =
                List.of(profile(song, "a").figures(), profile(other, "b").figures());
        Measurements fold = Aggregate.of("k", two);
        Subject folded = new Subject(1, "two", fold.compared(), fold.wholeFile(), Optional.empty())
                .withFolded(two.stream().map(Measurements::compared).toList());
        List<Subject> apart = List.of(
                first,
                new Subject(1, "a", song, song, Optional.empty()),
                new Subject(2, "b", other, other, Optional.empty()));
        Comparison a = Comparison.of(apart, CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        Comparison b = Comparison.of(List.of(first, folded), CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        assertThat(b.references()).hasSize(1);
        for (int band = 0; band < BandGrid.SIZE; band++) {
            assertThat(b.gap().gapDb()[band]).isCloseTo(a.gap().gapDb()[band], within(0.01));
            assertThat(b.corridor().lowDb()[band]).isCloseTo(a.corridor().lowDb()[band], within(0.01));
            assertThat(b.corridor().highDb()[band]).isCloseTo(a.corridor().highDb()[band], within(0.01));
        }
        // What stands for both lies between them: the mean of their decibels at one loudness.
        double[] mean = b.reference(1).orElseThrow().levelsDb();
        int band = BandGrid.bandOf(500);
        assertThat(b.mix().orElseThrow().levelsDb()[band] + b.gap().gapDb()[band])
                .isCloseTo(mean[band], within(1.0));
    }

    @Test
    void theNearestIsTheSameSongAndTheFarthestTheOneThatIsFilteredMost() {
        Descriptor of = Descriptor.of(song, Rhythm.NONE);
        List<Descriptor> all = List.of(
                Descriptor.of(other, Rhythm.NONE), of, Descriptor.of(mix, Rhythm.NONE), tilted(of, 6), tilted(of, 3));
        List<Similarity.Near> nearest = Similarity.nearest(of, all, Similarity.By.TONE, 5);
        assertThat(nearest.get(0).index()).isEqualTo(1);
        assertThat(nearest.get(0).distance()).isLessThan(0.05);
        double three = distance(nearest, 4);
        double six = distance(nearest, 3);
        assertThat(six / three).isCloseTo(2, within(0.1));
        assertThat(Similarity.nearest(of, all, Similarity.By.LOUDNESS, 1).get(0).index())
                .isIn(1, 3, 4);
        assertThat(Similarity.nearest(of, all, Similarity.By.ALL, 1).get(0).index())
                .isEqualTo(1);
    }

    private static double distance(List<Similarity.Near> all, int index) {
        return all.stream()
                .filter(n -> n.index() == index)
                .findFirst()
                .orElseThrow()
                .distance();
    }

    private static Descriptor tilted(Descriptor s, double dbPerDecade) {
        short[] bands = s.centiDb().clone();
        short[] broad = s.broad().clone();
        for (int b = 0; b < bands.length; b++) {
            bands[b] += bands[b] == Descriptor.NOTHING ? 0 : (short) Math.round(dbPerDecade * 100 * (b - 136) / 80.0);
        }
        for (int i = 0; i < broad.length; i++) {
            broad[i] +=
                    broad[i] == Descriptor.NOTHING ? 0 : (short) Math.round(dbPerDecade * 100 * (8 * i - 136) / 80.0);
        }
        return new Descriptor(bands, broad, s.lufs(), s.peakToLoudnessDb(), s.widthDb(), s.bpm());
    }

    @Test
    void theSpreadOfToneTellsHowFarAShortTakeIsOff() {
        ToneSpread steady = new ToneSpread(RATE);
        ToneSpread moving = new ToneSpread(RATE);
        float[] noise = Signals.white(20 * RATE, 0.1, 3);
        float[] dark = noise.clone();
        float before = 0;
        for (int i = 0; i < dark.length; i++) {
            boolean isDark = i / (2 * RATE) % 2 == 0;
            before += 0.1f * (noise[i] - before);
            dark[i] = isDark ? before : noise[i];
        }
        steady.add(noise, noise, noise.length);
        moving.add(dark, dark, dark.length);
        assertThat(steady.errorDb()).isLessThan(0.3);
        assertThat(moving.errorDb()).isGreaterThan(1);
        assertThat(moving.seconds()).isBetween(18, 21);
        assertThat(new ToneSpread(RATE).errorDb()).isNaN();
    }

    @Test
    void whatIsSaidIsTidiedAndBounded() {
        About about = new About("  A\tname\u0007 ", "", " dance / reels / ", List.of(" x ", "X", ""), "n", 5, 8, "");
        assertThat(about.title()).isEqualTo("A name");
        assertThat(about.folder()).isEqualTo("dance/reels");
        assertThat(about.tags()).containsExactly("x");
        assertThat(about.name()).isEqualTo("A name");
        assertThat(About.of("y".repeat(500), "z").title())
                .hasSize(About.LONGEST)
                .endsWith("…");
        assertThat(about.withTags(List.of("t")).withTitle("q"))
                .isEqualTo(new About("q", "", "dance/reels", List.of("t"), "n", 5, 8, ""));
        for (Runnable odd : List.<Runnable>of(
                () -> new About("a", "", "", List.of(), "", 6, 0, ""),
                () -> new About("a", "", "", List.of(), "", 0, -1, ""),
                () -> about.withTitle("  "),
                () -> about.withTags(java.util.stream.IntStream.range(0, 40)
                        .mapToObj(i -> "t" + i)
                        .toList()),
                () -> new About("a", "", "", List.of(), "n".repeat(5000), 0, 0, ""))) {
            assertThatThrownBy(odd::run).isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void aCourseThatIsLongIsKeptInMeansOfPower() {
        float[] lufs = new float[1000];
        for (int i = 0; i < lufs.length; i++) {
            lufs[i] = i % 2 == 0 ? -20 : -200;
        }
        lufs[2] = Float.NaN;
        lufs[3] = Float.NaN;
        TimeCourse course = TimeCourse.of(lufs);
        assertThat(course.lufs()).hasSize(500);
        assertThat(course.lufs()[0]).isCloseTo(-23.01f, within(0.01f));
        assertThat(course.lufs()[1]).isNaN();
        assertThat(course.spread()).hasSize(1000);
        assertThat(course.raised(3).lufs()[0]).isCloseTo(-20.01f, within(0.01f));
        assertThatThrownBy(() -> new TimeCourse(0.01, new float[1])).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void equalProfilesAreEqualAndFiguresSayWhatTheyAre() throws IOException {
        Profile profile = profile(song, "Reed Boat");
        Profile read = again(profile);
        assertThat(read).isEqualTo(profile).hasSameHashCodeAs(profile);
        assertThat(read.figures()).hasToString(profile.figures().toString());
        assertThat(read.figures().edgeHz()).isEmpty();
        assertThat(read.figures().isPassage()).isFalse();
        assertThat(read.figures().seconds()).isCloseTo(70, within(0.01));
        assertThat(Descriptor.of(read.figures())).isEqualTo(Descriptor.of(profile.figures()));
        assertThat(Similarity.toneGap(Descriptor.NONE, Descriptor.of(read.figures()))
                        .judgedDb())
                .isNaN();
        assertThatThrownBy(() -> profile.withId("../x")).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Aggregate.of("k", List.of())).isInstanceOf(IllegalArgumentException.class);
    }
}
