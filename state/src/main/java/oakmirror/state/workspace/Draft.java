package oakmirror.state.workspace;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.media.cache.FileState;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.text.Texts;

/**
 * A session's file, and what of it was read or written last: so that it is known whether something would be lost, and whether another
 * window has changed the file meanwhile.
 *
 * @param kept what was kept last
 * @param file where, once it is
 * @param state the state the file was in then
 */
record Draft(SessionDocument kept, Optional<Path> file, Optional<FileState> state) {

    /** A document that has no file yet. */
    static Draft unkept(SessionDocument document) {
        return new Draft(document, Optional.empty(), Optional.empty());
    }

    /**
     * Reads a session's file.
     *
     * @throws AudioFileException when it cannot be read, in one sentence for the user
     */
    static Draft read(Path path) throws AudioFileException {
        Path file = path.toAbsolutePath().normalize();
        try {
            FileState state = FileState.of(file);
            return new Draft(SessionFile.read(file), Optional.of(file), Optional.of(state));
        } catch (IOException e) {
            boolean isThere = Files.exists(file);
            throw new AudioFileException(
                    isThere ? e.getMessage() : Texts.of("workspace.isNotThereAny", file.getFileName()), e);
        }
    }

    /**
     * Writes a document to a file.
     *
     * @throws AudioFileException when it cannot be written, in one sentence for the user
     */
    static Draft write(SessionDocument document, Path path) throws AudioFileException {
        Path file = path.toAbsolutePath().normalize();
        try {
            SessionFile.write(document, file);
            return new Draft(document, Optional.of(file), Optional.of(FileState.of(file)));
        } catch (IOException e) {
            throw new AudioFileException(e.getMessage(), e);
        }
    }

    /** What takes the room of its file, in one sentence, long before there is none left; empty while there is plenty. */
    Optional<String> fullness() {
        long bytes = state.map(FileState::bytes).orElse(0L);
        if (bytes < SessionFile.MOST_BYTES / 2) {
            return Optional.empty();
        }
        return Optional.of(Texts.of(
                "workspace.theSessionTakesOf",
                bytes >> 20,
                SessionFile.MOST_BYTES >> 20,
                Texts.of("counts.references", kept.session().references().size()),
                Texts.of("counts.versions", kept.log().versions().size()),
                Texts.of("counts.bounces", kept.log().bounces().size())));
    }

    /** Whether it is of a file. */
    boolean isIn(Path path) {
        return file.equals(Optional.of(path.toAbsolutePath().normalize()));
    }

    /** Whether the file is not any more what was read or written last: written by somebody else, or gone. */
    boolean isChangedOnDisk() {
        if (file.isEmpty()) {
            return false;
        }
        try {
            return !Optional.of(FileState.of(file.get())).equals(state);
        } catch (IOException e) {
            return false; // it has gone: writing it anew loses nothing
        }
    }
}
