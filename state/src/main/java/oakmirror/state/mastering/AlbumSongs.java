package oakmirror.state.mastering;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import oakmirror.album.RecordAssessment;
import oakmirror.audio.Progress;
import oakmirror.files.AtomicFile;
import oakmirror.media.delivery.AlbumOrders;
import oakmirror.media.delivery.CheckSums;
import oakmirror.media.delivery.Orders;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredAlbum;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.TrackId;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** The songs of the record: read, held against each other, rendered, each with a session of its own where it is wanted. Lives on the window's thread. */
public final class AlbumSongs {

    private final Workspace workspace;
    private final Sending sending;
    private final Latest<Assessed> reader;
    private final ReadOnlyObjectWrapper<Optional<Assessed>> standing = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyStringWrapper failure = new ReadOnlyStringWrapper("");
    private boolean isWanted;
    private Optional<Basis> asked = Optional.empty();

    /** What the standing follows from. */
    private record Basis(Album album, Object correction, Object references) {}

    /**
     * The songs beside each other.
     *
     * @param album measured
     * @param record how they stand
     * @param targets the loudness each should come out at
     */
    public record Assessed(MeasuredAlbum album, RecordAssessment record, List<Double> targets) {

        /** By how much a song is turned, in LU. */
        public double movesBy(int song) {
            return targets.get(song) - record.songs().get(song).integratedLufs();
        }
    }

    /** Those of a workspace. */
    public AlbumSongs(Workspace workspace, Sending sending) {
        this.workspace = workspace;
        this.sending = sending;
        reader = workspace.sessionTasks().latestShown(Kind.PREVIEW, Texts.of("mastering.readingTheSongs"));
        workspace.sessionProperty().subscribe(this::follow);
    }

    /** How they stand; empty while they are read for the first time. */
    public ReadOnlyObjectProperty<Optional<Assessed>> standingProperty() {
        return standing.getReadOnlyProperty();
    }

    /** Why they could not be read, in one sentence, or empty. */
    public ReadOnlyStringProperty failureProperty() {
        return failure.getReadOnlyProperty();
    }

    /** The record as the session has it. */
    public Album album() {
        return workspace.session().album();
    }

    /** Somebody looks at them: from now on they are read. */
    public void want() {
        isWanted = true;
        follow(workspace.session());
    }

    private void follow(Session s) {
        if (!isWanted) {
            return;
        }
        Basis now = new Basis(s.album(), s.correction(), s.references());
        if (s.album().isEmpty()) {
            reader.drop();
            asked = Optional.empty();
            standing.set(Optional.empty());
            failure.set("");
            return;
        }
        if (asked.equals(Optional.of(now))) {
            return;
        }
        asked = Optional.of(now);
        read(s);
    }

    /** Reads them again, after something could not be read. */
    public void readAgain() {
        read(workspace.session());
    }

    private void read(Session s) {
        failure.set("");
        reader.submit(
                progress -> {
                    MeasuredAlbum album = MeasuredAlbum.read(
                            s,
                            workspace.tracks().importer(),
                            workspace.background().abreast(),
                            progress);
                    return new Assessed(album, album.standing(), album.targets());
                },
                made -> standing.set(Optional.of(made)),
                failed -> {
                    if (failed.isAbandoned()) {
                        asked = Optional.empty();
                    } else {
                        failure.set(failed.isCancelled() ? Texts.of("mastering.theSongsHaveNot") : failed.sentence());
                    }
                });
    }

    /** Adds songs; what is over the limit is left out and said. */
    public void add(List<Path> files) {
        if (files.isEmpty()) {
            return;
        }
        int room = Album.MOST_SONGS - album().songs().size();
        change(files.size() == 1 ? Texts.of("mastering.addASong") : Texts.of("mastering.addSongs"), a -> {
            List<AlbumSong> songs = new ArrayList<>(a.songs());
            files.stream().limit(room).forEach(f -> songs.add(AlbumSong.of(f)));
            return a.withSongs(songs);
        });
        if (files.size() > room) {
            workspace
                    .messageProperty()
                    .set(Texts.of("mastering.filesWereLeftOut", files.size() - room, Album.MOST_SONGS));
        }
    }

    /** Changes the record in a step of its own. */
    public void change(String action, UnaryOperator<Album> how) {
        workspace.change(action, s -> s.withAlbum(how.apply(s.album())));
    }

    /** The same within a gesture. */
    public void change(String action, String gesture, UnaryOperator<Album> how) {
        workspace.change(action, gesture, s -> s.withAlbum(how.apply(s.album())));
    }

    /** Makes a song the anchor. */
    public void anchor(TrackId song) {
        change(Texts.of("mastering.chooseTheAnchor"), a -> a.withAnchor(song));
    }

    /**
     * Writes a song's own session beside the record's, where it has none yet.
     *
     * @param folder where it goes, when neither the record's session nor the song is in a file
     * @param then takes the file to be opened
     */
    public void ownSession(int index, Path folder, Consumer<Path> then) {
        AlbumSong song = album().songs().get(index);
        if (song.session().isPresent()) {
            then.accept(song.session().get());
            return;
        }
        Session record = workspace.session();
        double lufs = standing.get()
                .map(s -> s.targets().get(index))
                .orElse(record.finish().targetLufs());
        SessionDocument document = new SessionDocument(album().sessionOf(index, record, lufs), SessionLog.EMPTY);
        Path place = workspace
                .fileProperty()
                .get()
                .or(() -> song.track().file())
                .map(f -> f.toAbsolutePath().getParent())
                .orElse(folder);
        Path file = place.resolve(song.track().name().replaceAll("[/\\\\:*?\"<>|]", "-") + SessionFile.ENDING);
        workspace
                .sessionTasks()
                .task(Kind.DISK, Texts.of("mastering.writingTheSongsSession"))
                .run(
                        progress -> {
                            return AtomicFile.writeNew(file, SessionFile.bytes(document, file));
                        },
                        written -> {
                            change(
                                    Texts.of("mastering.giveASongIts"),
                                    a -> a.withSong(index, x -> x.withSession(written)));
                            then.accept(written);
                        });
    }

    /**
     * Renders all songs to a folder.
     *
     * @param over told how it went, in one sentence; empty where all is well
     */
    public void render(Path folder, Consumer<String> over) {
        Optional<Assessed> now = standing.get();
        if (now.isEmpty() || !now.get().album().record().album().equals(album())) {
            over.accept(Texts.of("mastering.theSongsAreStill"));
            return;
        }
        MeasuredAlbum album = new MeasuredAlbum(
                workspace.session(),
                now.get().album().songs(),
                now.get().album().outside());
        workspace
                .sessionTasks()
                .shown(Kind.RENDER, Texts.of("mastering.renderingTheRecord"))
                .run(
                        progress -> deliver(album, folder, progress),
                        all -> over.accept(all.stream()
                                .map(Ended::sentence)
                                .filter(s -> !s.isEmpty())
                                .findFirst()
                                .orElse("")),
                        failed -> over.accept(
                                failed.isCancelled() && !failed.isAbandoned()
                                        ? Texts.of("mastering.cancelled")
                                        : failed.sentence()));
    }

    private static void addSums(Path folder, Map<String, String> sums) throws AudioFileException {
        try {
            CheckSums.add(folder, sums);
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("mastering.theMastersAreThere", CheckSums.NAME), e);
        }
    }

    private List<Ended> deliver(MeasuredAlbum album, Path folder, Progress progress) throws IOException {
        MastersFolder.make(album.record(), folder);
        List<Orders.Task> tasks = AlbumOrders.of(
                album,
                workspace.tracks().importer(),
                folder,
                LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS),
                progress.part(0, 0.1));
        List<Ended> all = new Orders(
                        workspace.tracks().importer(),
                        workspace.background().parts(),
                        workspace.background().abreast())
                .deliver(
                        tasks,
                        progress.part(0.1, 1),
                        (e, n) -> workspace.background().state().execute(() -> sending.note(e)));
        if (album.record().delivery().checkSums()) {
            Map<String, String> sums = new TreeMap<>();
            all.stream()
                    .flatMap(e -> e.delivered().stream())
                    .forEach(d -> sums.put(d.file().getFileName().toString(), d.sha256()));
            addSums(folder, sums);
        }
        return all;
    }
}
