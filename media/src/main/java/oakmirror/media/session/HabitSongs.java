package oakmirror.media.session;

import java.io.IOException;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import oakmirror.audio.Progress;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitFile;
import oakmirror.habits.HabitReader;
import oakmirror.habits.HabitSong;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.text.Texts;

/** What sessions' files say of habits. */
public final class HabitSongs {

    /** No folder of sessions is deeper. */
    private static final int DEEPEST = 8;

    private HabitSongs() {}

    /**
     * The sessions in a folder and those below it.
     *
     * @throws IOException when it cannot be looked into
     */
    public static List<Path> sessions(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder, DEEPEST, FileVisitOption.FOLLOW_LINKS)) {
            return all.filter(f -> f.getFileName().toString().endsWith(SessionFile.ENDING) && Files.isRegularFile(f))
                    .sorted()
                    .toList();
        } catch (java.io.UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /**
     * Reads a file of habits.
     *
     * @throws AudioFileException when that cannot be, in one sentence
     */
    public static HabitBook book(Path file) throws AudioFileException {
        try {
            return HabitFile.read(file);
        } catch (NoSuchFileException e) {
            throw new AudioFileException(Texts.of("songs.isNotThere", file), e);
        } catch (IOException e) {
            throw new AudioFileException(e.getMessage(), e);
        }
    }

    /**
     * Reads the song of a session.
     *
     * @return empty where the session has no references to hold its mix against
     * @throws AudioFileException when it cannot be read, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static Optional<HabitSong> read(Path file, TrackImporter importer, Progress progress)
            throws AudioFileException {
        SessionDocument document;
        LocalDateTime changed;
        try {
            document = SessionFile.read(file);
            changed = changed(file);
        } catch (NoSuchFileException e) {
            throw new AudioFileException(Texts.of("songs.isNotThere", file), e);
        } catch (IOException e) {
            throw new AudioFileException(e.getMessage(), e);
        }
        if (document.session().mix().isEmpty()
                || document.session().references().isEmpty()) {
            return Optional.empty();
        }
        MeasuredSession measured = MeasuredSession.read(document.session(), importer, progress);
        return of(document, measured, Optional.of(file), changed);
    }

    private static LocalDateTime changed(Path file) throws IOException {
        return LocalDateTime.ofInstant(Files.getLastModifiedTime(file).toInstant(), ZoneId.systemDefault())
                .truncatedTo(ChronoUnit.SECONDS);
    }

    /**
     * The song of a session that has been read.
     *
     * @param file of the session, where it has one
     * @param otherwise when it was begun, where it does not say
     */
    public static Optional<HabitSong> of(
            SessionDocument document, MeasuredSession measured, Optional<Path> file, LocalDateTime otherwise) {
        Optional<Path> folder = file.map(f -> f.toAbsolutePath().normalize().getParent());
        return new HabitReader(
                        document,
                        measured.subjects(),
                        measured.applied(),
                        measured.audio().sampleRate())
                .song(
                        file.map(f -> f.toAbsolutePath().normalize().toString()).orElse(""),
                        folder.flatMap(f -> Optional.ofNullable(f.getFileName()))
                                .map(Path::toString)
                                .orElse(""),
                        otherwise);
    }
}
