package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.blind.BlindResult;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Jump;
import oakmirror.correction.AddedMove;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.LockedMove;
import oakmirror.correction.MoveDecision;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.TakenMove;
import oakmirror.correction.Treatment;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.files.Pipe;
import oakmirror.files.Unseen;
import oakmirror.finish.FinishSettings;
import oakmirror.levelmatch.LevelSettings;
import oakmirror.levelmatch.LevelSettings.Basis;
import oakmirror.levelmatch.LevelSettings.Direction;
import oakmirror.limiter.LimiterSettings;
import oakmirror.rhythm.BarGrid;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Delivery.Output;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SessionFileTest {

    @TempDir
    Path folder;

    private SessionDocument full() {
        Path songs = folder.resolve("songs");
        Session session = Session.EMPTY
                .withName("Ferry Reels")
                .withMix(Optional.of(Track.of(songs.resolve("Ebb Tide 🌊 שלום.wav"))
                        .withStems(StemSet.NONE
                                .with(List.of(
                                        songs.resolve("stems/ebb bass.wav"), Path.of("/elsewhere/ebb fiddle.wav")))
                                .withGains(new double[] {-1.6, 0.4})
                                .withLimit(4))))
                .withReference(Track.of(songs.resolve("a b.flac")))
                .withReference(Track.of(Path.of("/elsewhere/c.mp3"), "Named")
                        .withTags(List.of("reel", "live"))
                        .withPassage(new Passage("both fiddles in", new TimeRange(48.5, 76.25)))
                        .withPassage(new Passage("", new TimeRange(80, 90)))
                        .withChosen(0)
                        .withBars(Optional.of(new BarGrid(118.2, 0.31, 3)))
                        .withShift(-2.5)
                        .withLevelled(false)
                        .withTrim(-1.3)
                        .withWeight(2))
                .withCorrection(Session.EMPTY
                        .correction()
                        .withStrength(0.3)
                        .withResolution(0.5)
                        .withLimits(4, 5))
                .withMoves(
                        Part.STEREO,
                        new MoveDecisions(
                                List.of(new MoveDecision(90, 220, false, new Treatment(true, 0.5, 2))),
                                List.of(new LockedMove(
                                        400, 900, 600, 1.5, 500, 700, Collections.nCopies(BandGrid.SIZE, 0.125))),
                                List.of(new AddedMove(3200, -1.5, 0.7)),
                                List.of(new TakenMove(Shape.HIGH_SHELF, 5200, 2.5, 1.9, 5200, 20000))))
                .withApart(true)
                .withMoves(
                        Part.SIDE,
                        new MoveDecisions(
                                List.of(new MoveDecision(3000, 9000, true, new Treatment(false, 1.5, 1))),
                                List.of(),
                                List.of(new AddedMove(9000, 1, 2)),
                                List.of()))
                .withZones(z -> z.with(new ZoneDecision(ZoneAspect.WIDTH, Zone.PRESENCE, false, 0.75))
                        .with(new ZoneDecision(ZoneAspect.DYNAMICS, Zone.LOW_MID, true, 0))
                        .withSideShelf(1.2))
                .withPhase(Phase.LINEAR)
                .withFinish(FinishSettings.DEFAULT.withTarget(-9.5, -0.5))
                .withOutput(new Output("flac", 16, Optional.of(96000), false, true))
                .withComparing(new ComparisonSettings(
                        new LevelSettings(false, Basis.K14, Direction.TO_STATED, 2.5),
                        Scope.WHOLE_TRACKS,
                        Jump.BAR,
                        true,
                        new CorridorSettings(CorridorSettings.Kind.SPREAD, 1.5),
                        List.of("NARROW/0@1"),
                        List.of(new LeftPlace(104, 172, true))));
        SessionLog log = SessionLog.EMPTY
                .with(new Fact.BlindComparison(
                        new BlindResult.Abx("2026-01-02T03:04:05Z", "Mix", "c", 5, List.of(true, false, true))))
                .with(new Fact.BlindComparison(new BlindResult.Ranking(
                        "2026-01-02T03:04:06Z", List.of("a", "b", "c"), 1, List.of(List.of(2, 0, 1)))));
        return new SessionDocument(session, log);
    }

    @Test
    void comesBackAsItWas() throws IOException {
        Path file = folder.resolve("session.oakmirror.json");
        SessionDocument document = full();
        SessionFile.write(document, file);
        assertThat(SessionFile.read(file)).isEqualTo(document);
    }

    @Test
    void aFolderMovedAsAWholeStillFindsItsFiles() throws IOException {
        Path file = folder.resolve("session.oakmirror.json");
        SessionFile.write(full(), file);
        Path moved = Files.createDirectory(folder.resolve("moved")).resolve("session.oakmirror.json");
        Files.move(file, moved);
        Session read = SessionFile.read(moved).session();
        assertThat(read.references().get(0).file()).contains(folder.resolve("moved/songs/a b.flac"));
        assertThat(read.references().get(1).file()).contains(Path.of("/elsewhere/c.mp3"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "not json", "{}", "[1,2]", "{\"format\":\"something-else\"}"})
    void whatIsNoSessionIsSaidInOneSentence(String text) throws IOException {
        Path file = Files.writeString(folder.resolve("x.json"), text);
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessage("x.json is not an Oak Mirror session.");
    }

    /** What says that it is a session, and is none: a sentence, and nothing is open that could be saved over it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'version':null|the version is not a number",
                "'version':-1|the version is not a number",
                "'version':0|the version is not a number",
                "'version':[]|the version is not a number",
                "'version':'3'|the version is not a number",
                "'version':2.5|the version is not a number",
                "'version':3|the session is missing",
                "'version':3,'session':null|the session is missing",
                "'version':3,'session':[]|the session is missing",
                "'version':3,'session':{},'log':{}|the log is not a list",
                "'version':3,'session':{},'log':[null]|an entry of the log is empty",
                "'version':3,'session':{},'log':[7]|an entry of the log is empty",
                "'version':3,'session':{},'profiles':[]|the profiles are not listed",
            })
    void whatOnlySaysThatItIsASessionIsRefused(String fields, String expected) throws IOException {
        Path file = Files.writeString(
                folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\"," + fields.replace('\'', '"') + "}");
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessageStartingWith("x.json contains an invalid setting: ")
                .hasMessageContaining(expected);
    }

    @ParameterizedTest
    @ValueSource(strings = {"4", "2147483648", "4294967297", "1e30"})
    void aSessionOfANewerFormIsSaidToBeSo(String version) throws IOException {
        Path file = Files.writeString(
                folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\",\"version\":" + version + "}");
        assertThatThrownBy(() -> SessionFile.read(file))
                .hasMessage("x.json was saved by a newer Oak Mirror. Update to open it.");
    }

    @Test
    void whatIsNoPlainFileIsNotRead() throws Exception {
        assertThatThrownBy(() -> SessionFile.read(folder)).hasMessageContaining("is a folder, not a file");
        Path pipe = Pipe.make(folder.resolve("pipe.json"));
        assertThatThrownBy(() -> SessionFile.read(pipe)).hasMessageContaining("is a pipe or a device, not a file");
    }

    @Test
    void aBackslashInANameStaysOne() throws IOException {
        Path file = folder.resolve("session.oakmirror.json");
        Path song = folder.resolve("songs")
                .resolve(folder.getFileSystem().getSeparator().equals("/") ? "ebb\\tide.wav" : "x.wav");
        SessionFile.write(new SessionDocument(Session.EMPTY.withReference(Track.of(song)), SessionLog.EMPTY), file);
        assertThat(SessionFile.read(file).session().references().get(0).file()).contains(song);
    }

    @Test
    void aSettingThatCannotBeIsSaid() throws IOException {
        Path file = Files.writeString(
                folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\",\"correction\":{\"strength\":7}}");
        assertThatThrownBy(() -> SessionFile.read(file)).hasMessageContaining("strength is 0 to 1");
    }

    @Test
    void missingFieldsTakeTheirDefaults() throws IOException {
        Path file = Files.writeString(folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\"}");
        assertThat(SessionFile.read(file)).isEqualTo(SessionDocument.EMPTY);
    }

    @Test
    void aSessionOfTheFirstFormKeepsItsChoiceAboutLevels() throws IOException {
        Path file = Files.writeString(
                folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\",\"levelsMatched\":false}");
        assertThat(SessionFile.read(file).session().comparing().levels().matched())
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "\"references\":[{\"file\":\"a.wav\",\"chosenPassage\":2}] | references[0]: there is no passage 2",
                "\"references\":[{\"file\":\"a.wav\",\"passages\":[{\"startSeconds\":9,\"endSeconds\":1}]}] | references[0].passages[0].range",
                "\"references\":[{\"file\":\"a.wav\",\"passages\":[{\"startSeconds\":-9,\"endSeconds\":1}]}] | references[0].passages[0].range",
                "\"references\":[{\"file\":\"a.wav\",\"passages\":[{\"startSeconds\":0,\"endSeconds\":\"NaN\"}]}] | references[0].passages[0].range",
                "\"references\":[{\"file\":\"a.wav\",\"passages\":[{\"startSeconds\":0,\"endSeconds\":1e9}]}] | references[0].passages[0]: a passage ends within a day",
                "\"references\":[{\"file\":\"a.wav\",\"bars\":{\"bpm\":1}}] | references[0].bars",
                "\"references\":[{\"file\":\"a.wav\",\"trimDb\":100}] | references[0]: a trim is −24 to 24 dB",
                "\"references\":[{\"file\":\"a.wav\",\"shiftSeconds\":1e300}] | references[0]: the offset of a track is within a day",
                "\"references\":[{\"file\":\"a.wav\",\"tags\":[null]}] | references[0].tags",
                "\"references\":[{\"file\":\"/\"}] | the path of a track is an audio file",
                "\"references\":[{\"file\":\"../../../../../../../../../../../..\"}] | the path of a track is an audio file",
                "\"references\":[{\"file\":\"\"}] | the path of a track is empty",
                "\"references\":[{}] | the path of a track is empty",
                "\"references\":\"none\" | references: invalid value",
                "\"comparing\":{\"scope\":\"NOTHING\"} | comparing.scope: NOTHING is not one of [PASSAGES, WHOLE_TRACKS]",
                "\"comparing\":{\"statedLevel\":\"loud\"} | comparing.levels.statedLevel: invalid value",
                "\"correction\":{\"strength\":7} | shaping.correction: strength is 0 to 1",
                "\"correction\":{\"strength\":null} | shaping.correction.strength: invalid value",
                "\"version\":2,\"session\":{\"shaping\":{\"moves\":{\"added\":[{\"centreHz\":1,\"gainDb\":1,\"octaves\":1}]}}} | shaping.moves.added[0]: the frequency of a move is 10 Hz",
                "\"version\":2,\"session\":{\"shaping\":{\"moves\":{\"decisions\":[{\"lowHz\":9,\"highHz\":8,\"up\":true,\"treatment\":{\"refused\":true,\"gainFactor\":1,\"widthFactor\":1}}]}}} | shaping.moves.decisions[0]: a move goes from a low",
                "\"output\":{\"format\":\"mp3\",\"bits\":24} | delivery.output: a master is WAV",
                "\"blindResults\":[{\"kind\":\"ranking\",\"endedAt\":\"x\",\"names\":[\"a\",\"b\"],\"planned\":1,\"rounds\":[[0,7]]}] | result: a round of ranking places each of the names once",
            })
    void whatCannotBeIsRefusedInOneSentenceThatNamesTheField(String field, String expected) throws IOException {
        Path file = Files.writeString(folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\"," + field + "}");
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessageStartingWith("x.json contains an invalid setting: ")
                .hasMessageContaining(expected)
                .hasMessageEndingWith(".");
    }

    /** As they were: held back by peaks, not limited. */
    @Test
    void sessionsThatKnowOfNoLimiterOpenWithoutOne() throws IOException {
        Path file = session("\"finish\":{\"targetLufs\":-12,\"ceilingDbtp\":-1}");
        FinishSettings finish = SessionFile.read(file).session().finish();
        assertThat(finish.limiter()).isEmpty();
        assertThat(finish.targetLufs()).isEqualTo(-12);
        assertThat(SessionFile.read(file).session().delivery().song()).isEmpty();
    }

    @Test
    void howTheCeilingIsHeldAndTheSongOfTheRecordAreKept() throws IOException {
        Session kept = full().session()
                .withFinish(new FinishSettings(-11.3, -0.7, Optional.of(new LimiterSettings(0.4, 2, 1.5))));
        kept = kept.withDelivery(kept.delivery().withSong(Optional.of(new Delivery.Song("Low Water", -11.8, -0.9))));
        Path file = folder.resolve("finished.json");
        SessionFile.write(new SessionDocument(kept, full().log()), file);
        assertThat(SessionFile.read(file).session().delivery()).isEqualTo(kept.delivery());
        assertThatThrownBy(
                        () -> SessionFile.read(
                                session(
                                        "\"version\":2,\"session\":{\"delivery\":{\"finish\":{\"limiter\":{\"link\":3,\"release\":1,\"clipDb\":0}}}}")))
                .hasMessageContaining("the link is 0 to 100 %");
    }

    @Test
    void tooManyTracksOrPassagesAreRefused() throws IOException {
        String references = "{\"file\":\"a.wav\"},".repeat(16) + "{\"file\":\"a.wav\"}";
        assertThatThrownBy(() -> SessionFile.read(session("\"references\":[" + references + "]")))
                .hasMessageContaining("a session has at most 16 references");
        String passages =
                "{\"startSeconds\":1,\"endSeconds\":2},".repeat(200) + "{\"startSeconds\":1,\"endSeconds\":2}";
        assertThatThrownBy(
                        () -> SessionFile.read(session("\"mix\":{\"file\":\"a.wav\",\"passages\":[" + passages + "]}")))
                .hasMessageContaining("mix: a track has at most 200 passages");
    }

    private Path session(String fields) throws IOException {
        return Files.writeString(folder.resolve("x.json"), "{\"format\":\"oak-mirror-session\"," + fields + "}");
    }

    @Test
    void aNameIsAsLongAsAWindowCanShow() throws IOException {
        Session read = SessionFile.read(session("\"name\":\"" + "x".repeat(5000)
                        + "\",\"mix\":{\"file\":\"a.wav\",\"name\":\"" + "y".repeat(5000) + "\"}"))
                .session();
        assertThat(read.name()).hasSize(Unseen.LONGEST_NAME);
        assertThat(read.mix().orElseThrow().name()).hasSize(Unseen.LONGEST_NAME);
        assertThatThrownBy(() -> SessionFile.read(session("\"name\":\"" + "x".repeat(10_000_000) + "\"")))
                .hasMessage("x.json is not an Oak Mirror session.");
    }

    @Test
    void veryDeepAndVeryLargeFilesAreAnsweredInOneSentence() throws IOException {
        Path deep = Files.writeString(folder.resolve("deep.json"), "{\"a\":" + "[".repeat(100_000));
        assertThatThrownBy(() -> SessionFile.read(deep)).hasMessage("deep.json is not an Oak Mirror session.");
        Path large = folder.resolve("large.json");
        try (RandomAccessFile sparse = new RandomAccessFile(large.toFile(), "rw")) {
            sparse.setLength(3L << 30);
        }
        assertThatThrownBy(() -> SessionFile.read(large)).hasMessage("large.json is too large. Choose another file.");
    }

    @Test
    void aSessionOfTheFirstFormStillOpens() throws IOException {
        Session s = SessionFile.read(
                        session(
                                """
                "version":1, "name":"Old",
                "mix":{"file":"a.wav","name":"Mix","passages":[{"name":"p","startSeconds":1,"endSeconds":2}],
                  "chosenPassage":0,"bars":{"bpm":120,"downbeatSeconds":0.5,"beatsPerBar":3},"trimDb":1.5},
                "references":[{"file":"b.wav"},{"file":"b.wav"}],
                "comparing":{"levelBasis":"K14","corridor":"SPREAD","corridorTolerance":1,"jump":"BAR","dismissedFindings":["k"]},
                "correction":{"strength":0.25,"phase":"linear"},"refusedMoves":[2],"finish":{"targetLufs":-9},
                "output":{"format":"flac","bits":16},
                "blindResults":[{"kind":"abx","endedAt":"then","a":"Mix","b":"c","planned":3,"right":[true]}]"""))
                .session();
        Track mix = s.mix().orElseThrow();
        assertThat(mix.passage()).contains(new Passage("p", new TimeRange(1, 2)));
        assertThat(mix.bars()).contains(new BarGrid(120, 0.5, 3));
        assertThat(mix.trimDb()).isEqualTo(1.5);
        assertThat(s.references().get(0).name()).as("named after its file").isEqualTo("b");
        assertThat(s.references().get(0).id())
                .isNotEqualTo(s.references().get(1).id());
        assertThat(s.comparing().levels().basis()).isEqualTo(Basis.K14);
        assertThat(s.comparing().corridor()).isEqualTo(new CorridorSettings(CorridorSettings.Kind.SPREAD, 1));
        assertThat(s.comparing().jump()).isEqualTo(Jump.BAR);
        assertThat(s.comparing().dismissed()).containsExactly("k");
        assertThat(s.correction().strength()).isEqualTo(0.25);
        assertThat(s.correction().mostCutDb()).isEqualTo(9);
        assertThat(s.phase()).isEqualTo(Phase.LINEAR);
        assertThat(s.correction().basis())
                .as("as it was before evidence was weighed")
                .isEqualTo(CorrectionSettings.Basis.EXACT);
        assertThat(s.finish())
                .isEqualTo(FinishSettings.DEFAULT.withTarget(-9, -1).withLimiter(Optional.empty()));
        assertThat(s.output()).isEqualTo(new Output("flac", 16, Optional.empty(), true, false));
        assertThat(SessionFile.read(folder.resolve("x.json")).log().blindResults())
                .hasSize(1);
    }

    @Test
    void aFailedWriteLeavesTheOldFile() throws IOException {
        Path file = folder.resolve("session.oakmirror.json");
        SessionDocument document = full();
        SessionFile.write(document, file);
        Path inTheWay = Files.createDirectories(folder.resolve("dir.json/inside"));
        assertThatThrownBy(() -> SessionFile.write(SessionDocument.EMPTY, inTheWay.getParent()))
                .isInstanceOf(IOException.class);
        assertThat(SessionFile.read(file)).isEqualTo(document);
        try (var files = Files.list(folder)) {
            assertThat(files.filter(f -> f.toString().endsWith(".part"))).isEmpty();
        }
    }
}
