package oakmirror.state.workspace;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.media.cache.FileState;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;

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

    /** Reads a session's file. */
    static Draft read(Path path) throws IOException {
        Path file = path.toAbsolutePath().normalize();
        FileState state = FileState.of(file);
        return new Draft(SessionFile.read(file), Optional.of(file), Optional.of(state));
    }

    /** Writes a document to a file. */
    static Draft write(SessionDocument document, Path path) throws IOException {
        Path file = path.toAbsolutePath().normalize();
        SessionFile.write(document, file);
        return new Draft(document, Optional.of(file), Optional.of(FileState.of(file)));
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
