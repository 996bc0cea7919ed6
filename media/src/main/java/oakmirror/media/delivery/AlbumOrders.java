package oakmirror.media.delivery;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.Progress;
import oakmirror.delivery.NamePattern;
import oakmirror.delivery.NamePattern.Place;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredAlbum;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.Session;

/** What is ordered when a record is rendered: the master of each song, by its own session. */
public final class AlbumOrders {

    private AlbumOrders() {}

    /**
     * The orders, in the order of the songs.
     *
     * @param folder where to; files that are there stay
     * @param made the moment that is to stand in them
     * @throws AudioFileException when a song's own session or its cover cannot be read, in one sentence
     */
    public static List<Orders.Task> of(
            MeasuredAlbum album, TrackImporter importer, Path folder, LocalDateTime made, Progress progress)
            throws AudioFileException {
        List<MeasuredSession> songs = new ArrayList<>();
        List<Tags> tags = new ArrayList<>();
        List<String> names = new ArrayList<>();
        int count = album.songs().size();
        for (int i = 0; i < count; i++) {
            MeasuredSession song =
                    numbered(album.song(i, importer, progress.part((double) i / count, (i + 1.0) / count)));
            songs.add(song);
            tags.add(MasterTags.of(song.session())
                    .withUsual(TagField.ALBUM, album.record().name()));
            names.add(
                    MasterNames.of(song.session(), tags.get(i), "", song.audio().sampleRate(), made.toLocalDate()));
        }
        List<Path> files = MasterNames.free(folder, names);
        List<Orders.Task> tasks = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            tasks.add(
                    new Orders.Task(songs.get(i), new Order(songs.get(i).session(), tags.get(i), made, files.get(i))));
        }
        return tasks;
    }

    /** Files of a record stand in its order: their names begin with the song's number, unless the pattern has it anywhere else. */
    private static MeasuredSession numbered(MeasuredSession song) {
        Session s = song.session();
        String pattern = s.delivery().name().text();
        String number = Place.TRACK.written();
        return pattern.contains(number)
                ? song
                : song.with(s.withDelivery(s.delivery().withName(new NamePattern(number + " " + pattern))));
    }
}
