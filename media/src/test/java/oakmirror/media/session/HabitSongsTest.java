package oakmirror.media.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Move;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Tempering;
import oakmirror.correction.Treatment;
import oakmirror.habits.Answer;
import oakmirror.habits.Aspect;
import oakmirror.habits.HabitFile;
import oakmirror.habits.HabitSong;
import oakmirror.habits.Leaning;
import oakmirror.habits.Moment;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Derived;
import oakmirror.session.Fact;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.Version;
import oakmirror.session.VersionNote;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a session says of its engineer, read from the demo: how its bounces lean, and what was done about what was proposed. */
class HabitSongsTest {

    private static final LocalDateTime NOW = LocalDateTime.of(2027, 1, 1, 10, 0);

    @TempDir
    Path folder;

    private final ExecutorService parts = WorkerThreads.forParts();
    private TrackImporter importer;
    private SessionDocument demo;
    private MeasuredSession measured;

    @BeforeEach
    void read() throws IOException {
        importer = new TrackImporter(new AudioCache(TestFiles.sharedCache(), Long.MAX_VALUE), parts);
        demo = SessionFile.read(TestFiles.demo("ferry-reels" + SessionFile.ENDING));
        measured = MeasuredSession.read(demo.session(), importer, Progress.NONE);
    }

    @AfterEach
    void endsWork() {
        parts.shutdownNow();
    }

    private HabitSong song(SessionDocument document) {
        return HabitSongs.of(document, measured, Optional.of(TestFiles.demo("ferry-reels.oakmirror.json")), NOW)
                .orElseThrow();
    }

    private static double air(Leaning leaning) {
        return leaning.of(Aspect.TONE).overDb()[27]; // 10 kHz
    }

    @Test
    void bouncesLeanAsTheyWereMade() throws Exception {
        HabitSong song = song(demo);
        assertThat(song.id()).isEqualTo(demo.session().mix().orElseThrow().id().value());
        assertThat(song.folder()).isEqualTo("demo");
        assertThat(song.references()).hasSize(3).allSatisfy((key, weight) -> assertThat(weight)
                .isCloseTo(1.0 / 3, within(1e-9)));
        assertThat(song.bounces()).hasSizeGreaterThanOrEqualTo(2);
        assertThat(song.begun()).isBefore(NOW);
        assertThat(air(song.at(Moment.FIRST).orElseThrow()))
                .as("the demo is dull")
                .isLessThan(-2);
        assertThat(song.at(Moment.MASTER)).isEmpty();
        assertThat(song.answers()).isEmpty();
        HabitSong kept = HabitFile.song(HabitFile.bytes(song));
        assertThat(HabitFile.rounded(kept)).isEqualTo(kept);
    }

    /** The demo with a version that was made of it, shaped in some way. */
    private SessionDocument rendered(Session settings) {
        Version version = new Version(
                "v",
                "v",
                "2026-11-02T10:00",
                folder.resolve("v.wav"),
                new Version.Figures(-11, -1, 5, 10, 2, 1),
                "",
                settings);
        return new SessionDocument(
                demo.session(),
                demo.log()
                        .with(new Fact.VersionRendered(version))
                        .with(new Fact.VersionNoted("v", VersionNote.of("v").withStanding(VersionNote.Status.KEPT))));
    }

    private List<Move> moves(Session settings) {
        return Derived.of(
                        measured.subjects(),
                        measured.applied(),
                        settings.shaping(),
                        settings.comparing().corridor(),
                        48000)
                .tone()
                .main()
                .correction()
                .moves();
    }

    private static List<Answer> ofTone(HabitSong song) {
        return song.answers().stream().filter(a -> a.aspect().isEmpty()).toList();
    }

    @Test
    void whatWasDoneAboutProposalsIsReadFromWhatWasRendered() {
        Session plain = demo.session();
        List<Move> proposed =
                moves(plain).stream().filter(m -> !m.kind().isFixed()).toList();
        assertThat(proposed).hasSizeGreaterThanOrEqualTo(2);
        Move dull = proposed.get(proposed.size() - 1);
        MoveDecisions decided = plain.moves(Part.STEREO)
                .with(proposed.get(0).withTreatment(Treatment.NONE), Treatment.NONE.withRefused(true))
                .with(dull.withTreatment(Treatment.NONE), Treatment.NONE.withGainFactor(0.5));
        Session settings = plain.withMoves(Part.STEREO, decided)
                .withCorrection(plain.correction().withStrength(0.8));
        HabitSong song = song(rendered(settings));
        List<Answer> answers = ofTone(song);
        assertThat(answers).hasSameSizeAs(proposed);
        assertThat(answers.get(0).refused()).isTrue();
        assertThat(answers.get(0).share()).isZero();
        Answer last = answers.get(answers.size() - 1);
        assertThat(last.share()).isCloseTo(0.4, within(1e-9));
        assertThat(last.zone()).isEqualTo(Zone.at(dull.centreHz()));
        assertThat(last.proposedDb()).isCloseTo(dull.gainDb(), within(1e-9));
        assertThat(song.delivered().orElseThrow().lufs()).isEqualTo(-11);
        assertThat(song.kept()).isEqualTo(1);
        double before = air(song.at(Moment.LAST).orElseThrow());
        assertThat(air(song.at(Moment.MASTER).orElseThrow())).as("less dull").isBetween(before + 0.5, 0.0);
    }

    /** What was made as usual without being looked at would only say the same again. */
    @Test
    void whatWasMadeAsUsualIsNoAnswer() {
        Session plain = demo.session();
        Tempering usual = new Tempering(List.of(
                new Tempering.Part(Zone.LOW_MID, false, 0.6, 0.1, 9), new Tempering.Part(Zone.AIR, true, 0, 0.1, 9)));
        CorrectionSettings tempered = plain.correction().withTempered(Optional.of(usual));
        Session settings = plain.withCorrection(tempered);
        assertThat(ofTone(song(rendered(settings)))).isEmpty();
        for (Move move : moves(settings)) {
            double expected = usual.of(move).map(Tempering.Part::share).orElse(1.0);
            assertThat(move.treatment().gainFactor())
                    .as("%.0f Hz", move.centreHz())
                    .isEqualTo(expected);
        }
        Move first = moves(settings).get(0);
        MoveDecisions asProposed = plain.moves(Part.STEREO).treating(first, Treatment.NONE, Optional.of(usual));
        Session decided = settings.withMoves(Part.STEREO, asProposed);
        assertThat(moves(decided).get(0).treatment().isNone())
                .as("what is decided goes before it")
                .isTrue();
        Session knowingNothing =
                plain.withCorrection(plain.correction().withTempered(Optional.of(new Tempering(List.of()))));
        assertThat(moves(knowingNothing)).usingRecursiveComparison().isEqualTo(moves(plain));
    }

    @Test
    void sessionsAreFoundInAFolderAndWhatIsNoneIsSaidInASentence() throws Exception {
        Path deep = Files.createDirectories(folder.resolve("a").resolve("b"));
        Files.writeString(deep.resolve("one" + SessionFile.ENDING), "{}");
        Files.writeString(folder.resolve("other.json"), "{}");
        SessionFile.write(SessionDocument.EMPTY, folder.resolve("empty" + SessionFile.ENDING));
        List<Path> found = HabitSongs.sessions(folder);
        assertThat(found)
                .containsExactly(
                        deep.resolve("one" + SessionFile.ENDING), folder.resolve("empty" + SessionFile.ENDING));
        assertThat(HabitSongs.read(found.get(1), importer, Progress.NONE)).isEmpty();
        assertThatThrownBy(() -> HabitSongs.read(found.get(0), importer, Progress.NONE))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("one" + SessionFile.ENDING);
        assertThatThrownBy(() -> HabitSongs.read(folder.resolve("none"), importer, Progress.NONE))
                .isInstanceOf(AudioFileException.class);
    }
}
