package oakmirror.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.album.RecordAssessment;
import oakmirror.delivery.TagField;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.text.Texts;

/**
 * The songs of a record, in their order.
 *
 * @param songs the songs
 * @param anchor the song, or the reference of the session, that the others are held against; empty for the first song
 * @param way how the record is brought to its loudness
 * @param targetLufs the loudness; empty for the anchor's
 * @param gapSeconds silence between two songs
 */
public record Album(
        List<AlbumSong> songs, Optional<TrackId> anchor, Way way, Optional<Double> targetLufs, double gapSeconds) {

    /** No songs. */
    public static final Album NONE = new Album(List.of(), Optional.empty(), Way.EACH, Optional.empty(), 2);

    /** No record has more. */
    public static final int MOST_SONGS = 60;

    private static final double LONGEST_GAP = 30;

    /** Copies the list and checks the ranges. */
    public Album {
        songs = List.copyOf(songs);
        if (songs.size() > MOST_SONGS) {
            throw new IllegalArgumentException(Texts.of("invalid.songs", MOST_SONGS));
        }
        if (!(gapSeconds >= 0 && gapSeconds <= LONGEST_GAP)) {
            throw new IllegalArgumentException(Texts.of("invalid.gap"));
        }
        if (targetLufs.filter(t -> !(t >= -60 && t <= 0)).isPresent()) {
            throw new IllegalArgumentException(Texts.of("invalid.recordLoudness"));
        }
    }

    /** Whether there are none. */
    public boolean isEmpty() {
        return songs.isEmpty();
    }

    /** Which song is the anchor, from 0; −1 where it is no song, or there is none. */
    public int anchorIndex() {
        if (anchor.isEmpty()) {
            return songs.isEmpty() ? -1 : 0;
        }
        for (int i = 0; i < songs.size(); i++) {
            if (songs.get(i).track().id().equals(anchor.get())) {
                return i;
            }
        }
        return -1;
    }

    /** The same with other songs; an anchor that is not among them any more, and no reference, is none. */
    public Album withSongs(List<AlbumSong> value) {
        return new Album(value, anchor, way, targetLufs, gapSeconds);
    }

    /** The same with a song changed. */
    public Album withSong(int index, UnaryOperator<AlbumSong> how) {
        List<AlbumSong> changed = new ArrayList<>(songs);
        changed.set(index, how.apply(changed.get(index)));
        return withSongs(changed);
    }

    /** The same with a song in another place. */
    public Album withMoved(int from, int to) {
        List<AlbumSong> moved = new ArrayList<>(songs);
        moved.add(to, moved.remove(from));
        return new Album(moved, anchor.or(() -> Optional.of(songs.get(0).track().id())), way, targetLufs, gapSeconds);
    }

    /** The same without a song. */
    public Album without(int index) {
        List<AlbumSong> fewer = new ArrayList<>(songs);
        AlbumSong gone = fewer.remove(index);
        Optional<TrackId> left = anchor.filter(a -> !a.equals(gone.track().id()));
        return new Album(fewer, left, way, targetLufs, gapSeconds);
    }

    /** The same held against another track. */
    public Album withAnchor(TrackId value) {
        return new Album(songs, Optional.of(value), way, targetLufs, gapSeconds);
    }

    /** The same brought to its loudness in another way. */
    public Album withWay(Way value) {
        return new Album(songs, anchor, value, targetLufs, gapSeconds);
    }

    /** The same brought to another loudness, or the anchor's. */
    public Album withTarget(Optional<Double> value) {
        return new Album(songs, anchor, way, value, gapSeconds);
    }

    /** The same with other gaps. */
    public Album withGap(double seconds) {
        return new Album(songs, anchor, way, targetLufs, seconds);
    }

    /**
     * A song's session as the record has it: the song as its mix, the anchor and the other songs as its references, brought to its loudness. It can be worked on like any other.
     *
     * @param index which song
     * @param record the session the record is in
     * @param songLufs the loudness the song should come out at
     */
    public Session sessionOf(int index, Session record, double songLufs) {
        AlbumSong song = songs.get(index);
        boolean isAnchor = index == anchorIndex();
        List<Track> references = new ArrayList<>();
        anchorTrack(record)
                .filter(a -> !isAnchor)
                .ifPresent(a -> references.add(a.withWeight(RecordAssessment.ANCHOR_WEIGHT)));
        for (AlbumSong other : songs) {
            boolean isThere = other == song
                    || references.stream()
                            .anyMatch(r -> r.id().equals(other.track().id()));
            if (!isThere && references.size() < Session.MOST_REFERENCES) {
                references.add(other.track().withWeight(1));
            }
        }
        double strength =
                isAnchor || !song.corrected() ? 0 : record.correction().strength();
        double lufs = Double.isFinite(songLufs)
                ? Math.max(-60, Math.min(0, songLufs))
                : record.finish().targetLufs();
        // an anchor that is finished stays as it is: only what goes beyond full scale is taken
        boolean isUntouched = isAnchor && way == Way.EACH && targetLufs.isEmpty();
        double ceiling = isUntouched ? 0 : record.finish().ceilingDbtp();
        Delivery delivery = record.delivery()
                .withFinish(record.finish().withTarget(lufs, ceiling))
                .withTags(record.delivery()
                        .tags()
                        .without(TagField.TITLE)
                        .without(TagField.ISRC)
                        .with(TagField.TRACK, (index + 1) + "/" + songs.size()));
        return Session.EMPTY
                .withName(song.track().name())
                .withMix(Optional.of(song.track()))
                .withReferences(references)
                .withComparing(record.comparing().withScope(Scope.WHOLE_TRACKS))
                .withCorrection(record.correction().withStrength(strength))
                .withPhase(record.phase())
                .withDelivery(delivery);
    }

    /** The anchor. */
    public Optional<Track> anchorTrack(Session record) {
        int index = anchorIndex();
        return index >= 0
                ? Optional.of(songs.get(index).track())
                : record.references().stream()
                        .filter(r -> anchor.equals(Optional.of(r.id())))
                        .findFirst();
    }
}
