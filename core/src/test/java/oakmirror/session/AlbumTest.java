package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.album.RecordAssessment;
import oakmirror.delivery.TagField;
import oakmirror.session.ComparisonSettings.Scope;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The songs of a record as a session holds them. */
class AlbumTest {

    private static final AlbumSong LOW = AlbumSong.of(Path.of("/reels/low.wav"));
    private static final AlbumSong EBB = AlbumSong.of(Path.of("/reels/ebb.wav"));
    private static final AlbumSong SLACK = AlbumSong.of(Path.of("/reels/slack.wav"));

    @TempDir
    Path folder;

    private final Album album = Album.NONE.withSongs(List.of(LOW, EBB, SLACK));

    private static Session record(Album album) {
        return Session.EMPTY.withName("Ferry Reels").withAlbum(album);
    }

    @Test
    void theFirstSongIsTheAnchorUntilAnotherIsChosen() {
        assertThat(album.anchorIndex()).isZero();
        assertThat(album.withAnchor(SLACK.track().id()).anchorIndex()).isEqualTo(2);
        assertThat(Album.NONE.anchorIndex()).isEqualTo(-1);
    }

    @Test
    void anAnchorStaysTheSameSongWhereverItGoes() {
        Album moved = album.withMoved(0, 2);
        assertThat(moved.songs()).containsExactly(EBB, SLACK, LOW);
        assertThat(moved.anchorIndex()).as("not the one that is first now").isEqualTo(2);
        assertThat(moved.without(2).anchorIndex())
                .as("taken off, the first song stands in")
                .isZero();
    }

    @Test
    void theAnchorMayBeAReference() {
        Track reference = Track.of(Path.of("/refs/lights.wav"));
        Session s = record(album.withAnchor(reference.id())).withReference(reference);
        assertThat(s.album().anchorIndex()).isEqualTo(-1);
        assertThat(s.album().anchorTrack(s)).contains(reference);
        Session song = s.album().sessionOf(0, s, -14);
        assertThat(song.references().get(0).id()).isEqualTo(reference.id());
        assertThat(song.correction().strength()).as("no song is left out").isEqualTo(1);
    }

    @Test
    void aSongsSessionHoldsTheAnchorAndTheOthers() {
        Session song = album.sessionOf(1, record(album), -11.8);
        assertThat(song.mix()).contains(EBB.track());
        assertThat(song.references()).extracting(Track::name).containsExactly("low", "slack");
        assertThat(song.references().get(0).weight()).isEqualTo(RecordAssessment.ANCHOR_WEIGHT);
        assertThat(song.references().get(1).weight()).isEqualTo(1);
        assertThat(song.finish().targetLufs()).isEqualTo(-11.8);
        assertThat(song.comparing().scope()).isEqualTo(Scope.WHOLE_TRACKS);
        assertThat(song.delivery().tags().texts()).containsEntry(TagField.TRACK, "2/3");
        assertThat(song.album().isEmpty()).as("a song is no record").isTrue();
    }

    @Test
    void whatIsLeftAsItIsAndTheAnchorAreNotCorrected() {
        Album left = album.withSong(2, s -> s.withCorrected(false));
        assertThat(left.sessionOf(0, record(left), -14).correction().strength()).isZero();
        assertThat(left.sessionOf(1, record(left), -14).correction().strength()).isEqualTo(1);
        assertThat(left.sessionOf(2, record(left), -14).correction().strength()).isZero();
    }

    @Test
    void aFinishedAnchorStaysAsItIs() {
        assertThat(album.sessionOf(0, record(album), -11.8).finish().ceilingDbtp())
                .as("peaks between the ceiling and full scale are its own")
                .isZero();
        assertThat(album.sessionOf(1, record(album), -11.8).finish().ceilingDbtp())
                .isEqualTo(-1);
        Album louder = album.withTarget(Optional.of(-9.0));
        assertThat(louder.sessionOf(0, record(louder), -9).finish().ceilingDbtp())
                .isEqualTo(-1);
        Album together = album.withWay(Way.ONE_GAIN);
        assertThat(together.sessionOf(0, record(together), -9).finish().ceilingDbtp())
                .isEqualTo(-1);
    }

    @Test
    void aSongOfOneTitleDoesNotNameAll() {
        Session s = record(album);
        Session named = s.withDelivery(s.delivery()
                .withTags(s.delivery()
                        .tags()
                        .with(TagField.TITLE, "Ebb Tide")
                        .with(TagField.ARTIST, "The Withy Lanterns")));
        assertThat(album.sessionOf(2, named, -14).delivery().tags().texts())
                .containsEntry(TagField.ARTIST, "The Withy Lanterns")
                .doesNotContainKey(TagField.TITLE);
    }

    @Test
    void aSongWithoutLoudnessIsBroughtToTheUsualTarget() {
        assertThat(album.sessionOf(1, record(album), Double.NaN).finish().targetLufs())
                .isEqualTo(Session.EMPTY.finish().targetLufs());
        assertThat(album.sessionOf(1, record(album), 3).finish().targetLufs()).isZero();
    }

    @Test
    void ofManySongsAsManyAreReferencesAsASessionHolds() {
        Album many = Album.NONE.withSongs(IntStream.range(0, 30)
                .mapToObj(i -> AlbumSong.of(Path.of("/reels/" + i + ".wav")))
                .toList());
        assertThat(many.sessionOf(29, record(many), -14).references()).hasSize(Session.MOST_REFERENCES);
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThatThrownBy(() -> album.withGap(-1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> album.withTarget(Optional.of(3.0))).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Album.NONE.withSongs(java.util.Collections.nCopies(Album.MOST_SONGS + 1, LOW)))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void itIsKeptWithTheSessionAndMovesWithIt() throws IOException {
        Path here = folder.resolve("here");
        Album kept = Album.NONE
                .withSongs(List.of(
                        AlbumSong.of(here.resolve("audio/low.wav")),
                        AlbumSong.of(here.resolve("audio/ebb.wav"))
                                .withCorrected(false)
                                .withSession(here.resolve("ebb.oakmirror.json"))))
                .withWay(Way.ONE_GAIN)
                .withTarget(Optional.of(-13.5))
                .withGap(1.5);
        Album anchored = kept.withAnchor(kept.songs().get(1).track().id());
        SessionDocument document = new SessionDocument(record(anchored), SessionLog.EMPTY);
        byte[] bytes = SessionFile.bytes(document, here.resolve("s.json"));

        assertThat(SessionFile.read(here.resolve("s.json"), bytes)).isEqualTo(document);
        Album moved = SessionFile.read(folder.resolve("there/s.json"), bytes)
                .session()
                .album();
        assertThat(moved.songs().get(0).track().file()).contains(folder.resolve("there/audio/low.wav"));
        assertThat(moved.songs().get(1).session()).contains(folder.resolve("there/ebb.oakmirror.json"));
        assertThat(record(anchored).files()).as("none of them is written over").hasSize(2);
    }

    @Test
    void sessionsFromBeforeHaveNone() throws IOException {
        byte[] old = "{\"format\": \"oak-mirror-session\", \"version\": 2, \"session\": {\"name\": \"x\"}}"
                .getBytes(java.nio.charset.StandardCharsets.UTF_8);
        Session s = SessionFile.read(folder.resolve("s.json"), old).session();
        assertThat(s.album()).isEqualTo(Album.NONE);
        assertThat(s.delivery()).isEqualTo(Delivery.DEFAULT);
    }
}
