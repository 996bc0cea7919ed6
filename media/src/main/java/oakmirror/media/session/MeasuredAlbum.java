package oakmirror.media.session;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import oakmirror.album.AlbumLoudness;
import oakmirror.album.RecordAssessment;
import oakmirror.album.RecordAssessment.Measured;
import oakmirror.audio.Progress;
import oakmirror.compare.Subject;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.session.Session;
import oakmirror.session.SessionFile;
import oakmirror.session.Track;
import oakmirror.text.Texts;

/**
 * The songs of a record, read and measured.
 *
 * @param record the session that holds them
 * @param songs the songs, in their order
 * @param outside the anchor, where it is no song of the record
 */
public record MeasuredAlbum(Session record, List<ImportedTrack> songs, Optional<ImportedTrack> outside) {

    private static final int USUAL_RATE = 48000;

    /** Copies the list. */
    public MeasuredAlbum {
        songs = List.copyOf(songs);
    }

    /**
     * Reads the songs, several at once.
     *
     * @throws AudioFileException when there are none, or one cannot be read, in one sentence
     * @throws CancellationException when the progress says so
     */
    public static MeasuredAlbum read(Session record, TrackImporter importer, ExecutorService abreast, Progress wish)
            throws AudioFileException {
        Album album = record.album();
        if (album.isEmpty()) {
            throw new AudioFileException(Texts.of("songs.theSessionHoldsNo"));
        }
        List<Track> tracks =
                new ArrayList<>(album.songs().stream().map(AlbumSong::track).toList());
        boolean isOutside = album.anchorIndex() < 0;
        if (isOutside) {
            tracks.add(album.anchorTrack(record)
                    .orElseThrow(() -> new AudioFileException(Texts.of("songs.theAnchorIsNot"))));
        }
        List<ImportedTrack> read = new ArrayList<>(readAll(tracks, importer, abreast, wish));
        Optional<ImportedTrack> outside = isOutside ? Optional.of(read.remove(read.size() - 1)) : Optional.empty();
        return new MeasuredAlbum(record, read, outside);
    }

    private static List<ImportedTrack> readAll(
            List<Track> tracks, TrackImporter importer, ExecutorService abreast, Progress wish)
            throws AudioFileException {
        AtomicBoolean isOver = new AtomicBoolean();
        double[] done = new double[tracks.size()];
        List<Future<ImportedTrack>> running = new ArrayList<>();
        for (int i = 0; i < tracks.size(); i++) {
            int index = i;
            Path file = tracks.get(i)
                    .file()
                    .orElseThrow(() -> new AudioFileException(
                            Texts.of("songs.hasNoFileTo", tracks.get(index).name())));
            running.add(abreast.submit(() -> importer.importTrack(file, Optional.empty(), fraction -> {
                double sum = 0;
                synchronized (done) {
                    done[index] = fraction;
                    for (double d : done) {
                        sum += d;
                    }
                }
                return !isOver.get() && wish.report(sum / done.length);
            })));
        }
        try {
            List<ImportedTrack> read = new ArrayList<>();
            for (Future<ImportedTrack> r : running) {
                read.add(r.get());
            }
            return read;
        } catch (ExecutionException e) {
            throw told(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException("cancelled");
        } finally {
            isOver.set(true);
        }
    }

    private static AudioFileException told(Throwable cause) {
        if (cause instanceof AudioFileException e) {
            return e;
        }
        if (cause instanceof RuntimeException e) {
            throw e;
        }
        if (cause instanceof Error e) {
            throw e;
        }
        return new AudioFileException(Texts.of("songs.aSongCouldNot"), cause);
    }

    /** The loudness that is wanted: what was chosen, or the anchor's. */
    public double wantedLufs() {
        return record.album().targetLufs().orElseGet(() -> anchor().measurement()
                .heardLufs());
    }

    private ImportedTrack anchor() {
        return outside.orElseGet(() -> songs.get(record.album().anchorIndex()));
    }

    /** The loudness each song should come out at, in LUFS; NaN where it has none. */
    public List<Double> targets() {
        return AlbumLoudness.targets(
                songs.stream().map(s -> s.measurement().heardLufs()).toList(),
                contours(),
                record.album().way(),
                wantedLufs());
    }

    /** Loudness of the record as one programme. */
    public double integratedLufs() {
        return AlbumLoudness.integrated(contours());
    }

    private List<float[]> contours() {
        return songs.stream().map(s -> s.measurement().contour()).toList();
    }

    /** The songs beside each other. */
    public RecordAssessment standing() {
        List<Measured> measured = new ArrayList<>();
        for (int i = 0; i < songs.size(); i++) {
            measured.add(new Measured(name(i), songs.get(i).measurement()));
        }
        return RecordAssessment.of(
                measured,
                record.album().anchorIndex(),
                outside.map(o -> new Measured(Texts.of("songs.theAnchor"), o.measurement())),
                record.correction(),
                USUAL_RATE);
    }

    private String name(int index) {
        return record.album().songs().get(index).track().name();
    }

    /**
     * A song's own session, measured: as the record has it, or as it was worked on by itself, brought to the record's loudness.
     *
     * @throws AudioFileException when a session of its own cannot be read, in one sentence
     */
    public MeasuredSession song(int index, TrackImporter importer, Progress progress) throws AudioFileException {
        AlbumSong song = record.album().songs().get(index);
        Session usual = record.album().sessionOf(index, record, targets().get(index));
        if (song.session().isPresent()) {
            return MeasuredSession.read(own(song.session().get(), usual), importer, progress);
        }
        List<Subject> subjects = new ArrayList<>();
        List<Track> tracks = usual.tracks();
        for (int i = 0; i < tracks.size(); i++) {
            ImportedTrack read = imported(tracks.get(i));
            subjects.add(new Subject(i, tracks.get(i).name(), read.measurement(), read.measurement(), Optional.empty())
                    .withWeight(tracks.get(i).weight()));
        }
        ImportedTrack mix = songs.get(index);
        return new MeasuredSession(
                usual, mix, mix.audio().orElseThrow(), mix.content().value(), subjects, Optional.empty());
    }

    private ImportedTrack imported(Track track) {
        for (int i = 0; i < songs.size(); i++) {
            if (record.album().songs().get(i).track().id().equals(track.id())) {
                return songs.get(i);
            }
        }
        return outside.orElseThrow();
    }

    private static Session own(Path file, Session usual) throws AudioFileException {
        try {
            Session own = SessionFile.read(file).session();
            return own.withDelivery(usual.delivery().withTags(own.delivery().tags()));
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("songs.theSessionOfA", file.getFileName()), e);
        }
    }
}
