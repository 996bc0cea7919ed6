package oakmirror.media.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Subject;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import oakmirror.stems.Remix;
import oakmirror.zones.Shaped;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Sessions and records read with all that they need, without a window. */
class MeasuredSessionTest {

    @TempDir
    Path folder;

    private final ExecutorService parts = WorkerThreads.forParts();
    private final ExecutorService abreast = WorkerThreads.forParts();
    private TrackImporter importer;

    @BeforeEach
    void freshCache() {
        importer = new TrackImporter(new AudioCache(folder.resolve("cache"), Long.MAX_VALUE), parts);
    }

    @AfterEach
    void endsWork() {
        parts.shutdownNow();
        abreast.shutdownNow();
    }

    private MeasuredSession read(Session s) throws AudioFileException {
        return MeasuredSession.read(s, importer, Progress.NONE);
    }

    private Session session() throws IOException {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 12);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 12);
        return Session.EMPTY
                .withMix(Optional.of(Track.of(mix)))
                .withReference(Track.of(reference))
                .withReference(Track.of(TestFiles.music(folder.resolve("other.wav"), 44100, 8, 0.2)));
    }

    @Test
    void whatIsComparedIsThePassageOrTheWhole() throws IOException {
        Session s = session();
        Passage passage = new Passage("full", new TimeRange(2, 7));
        Session marked = s.withTrack(0, t -> t.withPassage(passage)).withTrack(1, t -> t.withWeight(2));
        MeasuredSession measured = read(marked);
        Subject mix = measured.subjects().get(0);
        assertThat(mix.compared().seconds()).isCloseTo(5, within(0.01));
        assertThat(mix.whole().seconds()).isCloseTo(12, within(0.01));
        assertThat(measured.subjects().get(1).weight()).isEqualTo(2);
        Session whole = marked.withComparing(marked.comparing().withScope(Scope.WHOLE_TRACKS));
        assertThat(read(whole).subjects().get(0).compared().seconds()).isCloseTo(12, within(0.01));
    }

    @Test
    void madeAgainstFewerReferencesItIsAnotherCorrection() throws IOException {
        Session s = session();
        MeasuredSession all = read(s);
        Shaped usual = all.shaped(48000, Progress.NONE);
        MeasuredSession one = all.with(s.withReferences(List.of(s.references().get(1))));
        assertThat(one.subjects()).extracting(Subject::name).containsExactly("mix", "other");
        assertThat(one.shaped(48000, Progress.NONE).appliedDb(s.phase())).isNotEqualTo(usual.appliedDb(s.phase()));
        MeasuredSession off = all.with(s.withCorrection(s.correction().withStrength(0)));
        assertThat(off.shaped(48000, Progress.NONE).appliedDb(s.phase())).containsOnly(0.0);
    }

    @Test
    void whatIsKnownAlreadyIsNotWorkedOutAgain() throws IOException {
        Session s = session();
        MeasuredSession measured = read(s);
        MeasuredSession known = new MeasuredSession(
                s, measured.mix(), measured.audio(), measured.key(), measured.subjects(), Optional.of(Shaped.NONE));
        assertThat(known.with(s.withFinish(s.finish().withTarget(-9, -1))).shaped(48000, Progress.NONE))
                .as("another target changes nothing about it")
                .isSameAs(Shaped.NONE);
        assertThat(known.with(s.withCorrection(s.correction().withStrength(0.5)))
                        .shaped(48000, Progress.NONE))
                .isNotSameAs(Shaped.NONE);
    }

    @Test
    void stemsAreTriedAsTheSessionHasThem() throws IOException {
        Session demo =
                SessionFile.read(TestFiles.demo("ferry-reels.oakmirror.json")).session();
        Session tried = demo.withStems(set -> set.with(0, set.all().get(0).withGain(-6)));
        importer = new TrackImporter(new AudioCache(TestFiles.sharedCache(), Long.MAX_VALUE), parts);
        MeasuredSession plain = read(demo.withReferences(List.of()));
        MeasuredSession summed = read(tried.withReferences(List.of()));
        assertThat(plain.audio()).isNotInstanceOf(Remix.class);
        assertThat(summed.audio()).isInstanceOf(Remix.class);
        assertThat(summed.key()).isNotEqualTo(plain.key());
        assertThat(summed.subjects().get(0).tone().spectrum())
                .as("its tone is that of the mix with less fiddle")
                .isNotEqualTo(plain.subjects().get(0).tone().spectrum());
    }

    @Test
    void aRecordIsReadAndEachSongHasItsSession() throws IOException {
        Path low = TestFiles.music(folder.resolve("low.wav"), 48000, 9, 0.4);
        Path slack = TestFiles.music(folder.resolve("slack.wav"), 44100, 9, 0.1);
        Album album = Album.NONE.withSongs(List.of(AlbumSong.of(low), AlbumSong.of(slack)));
        Session record = Session.EMPTY.withAlbum(album);

        MeasuredAlbum measured = MeasuredAlbum.read(record, importer, abreast, Progress.NONE);

        double anchor = measured.songs().get(0).measurement().heardLufs();
        assertThat(measured.targets()).containsExactly(anchor, anchor);
        assertThat(measured.wantedLufs()).isEqualTo(anchor);
        MeasuredSession song = measured.song(1, importer, Progress.NONE);
        assertThat(song.audio().sampleRate()).as("at its own rate").isEqualTo(44100);
        assertThat(song.session().finish().targetLufs()).isEqualTo(anchor);
        assertThat(song.subjects()).extracting(Subject::name).containsExactly("slack", "low");

        MeasuredAlbum together = new MeasuredAlbum(
                record.withAlbum(album.withWay(Way.ONE_GAIN).withTarget(Optional.of(-20.0))),
                measured.songs(),
                Optional.empty());
        assertThat(together.targets().get(0) - together.targets().get(1))
                .isCloseTo(anchor - measured.songs().get(1).measurement().heardLufs(), within(1e-9));
    }

    @Test
    void aSongsOwnSessionSaysHowItIsShapedAndTheRecordHowLoud() throws IOException {
        Path low = TestFiles.music(folder.resolve("low.wav"), 48000, 9, 0.4);
        Path slack = TestFiles.music(folder.resolve("slack.wav"), 48000, 9, 0.1);
        Path own = folder.resolve("slack.oakmirror.json");
        Session worked = Session.EMPTY
                .withMix(Optional.of(Track.of(slack)))
                .withFinish(Session.EMPTY.finish().withTarget(-5, -1))
                .withCorrection(Session.EMPTY.correction().withStrength(0.3));
        SessionFile.write(new SessionDocument(worked, SessionLog.EMPTY), own);
        Album album = Album.NONE.withSongs(
                List.of(AlbumSong.of(low), AlbumSong.of(slack).withSession(own)));
        MeasuredAlbum measured = MeasuredAlbum.read(Session.EMPTY.withAlbum(album), importer, abreast, Progress.NONE);
        Session song = measured.song(1, importer, Progress.NONE).session();
        assertThat(song.correction().strength()).isEqualTo(0.3);
        assertThat(song.finish().targetLufs()).isEqualTo(measured.wantedLufs());
        Files.delete(own);
        assertThatThrownBy(() -> measured.song(1, importer, Progress.NONE))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("slack.oakmirror.json, a song’s session, can’t be read");
    }

    @Test
    void aRecordThatCannotBeReadSaysWhy() throws IOException {
        assertThatThrownBy(() -> MeasuredAlbum.read(Session.EMPTY, importer, abreast, Progress.NONE))
                .hasMessageContaining("no songs of a record");
        Path low = TestFiles.music(folder.resolve("low.wav"), 48000, 3, 0.4);
        Path broken = Files.writeString(folder.resolve("broken.wav"), "RIFF and nothing else");
        Album album = Album.NONE.withSongs(List.of(AlbumSong.of(low), AlbumSong.of(broken)));
        Session record = Session.EMPTY.withAlbum(album);
        assertThatThrownBy(() -> MeasuredAlbum.read(record, importer, abreast, Progress.NONE))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("broken.wav");
        assertThatThrownBy(() -> MeasuredAlbum.read(record, importer, abreast, done -> false))
                .isInstanceOfAny(CancellationException.class, AudioFileException.class);
        Session lost = Session.EMPTY.withAlbum(album.withAnchor(oakmirror.session.TrackId.random()));
        assertThatThrownBy(() -> MeasuredAlbum.read(lost, importer, abreast, Progress.NONE))
                .hasMessage("The anchor is no longer there. Choose another.");
    }
}
