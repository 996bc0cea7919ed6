package oakmirror.media.file;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import oakmirror.files.AtomicFile;
import oakmirror.files.DiskFullException;
import oakmirror.text.Texts;

/** A {@link AtomicFile} for something the user asked to have written, which says in one sentence why it cannot be. */
final class PendingFile {

    private final AtomicFile file;

    private PendingFile(AtomicFile file) {
        this.file = file;
    }

    static PendingFile create(Path target) throws AudioFileException {
        Path folder = target.toAbsolutePath().normalize().getParent();
        if (folder == null || !Files.isDirectory(folder)) {
            throw new AudioFileException(Texts.of("audiofiles.theFolderIsNot", folder));
        }
        if (Files.isDirectory(target)) {
            throw new AudioFileException(Texts.of("audiofiles.isAFolderChoose2", target.getFileName()));
        }
        try {
            return new PendingFile(AtomicFile.beginClaiming(target));
        } catch (AccessDeniedException e) {
            throw new AudioFileException(Texts.of("audiofiles.theFolderMayNot", folder), e);
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("audiofiles.theFolderCannotBe", folder), e);
        }
    }

    Path target() {
        return file.target();
    }

    Path temporary() {
        return file.temporary();
    }

    /** Gives the file its name; where that was free and is not any more, the next number. */
    void commit() throws IOException {
        file.commit();
    }

    /** Removes it, unless it has its name already. */
    void discard() {
        file.close();
    }

    /** What to say when writing failed. */
    AudioFileException failure(IOException cause) {
        IOException explained = file.explained(cause);
        return new AudioFileException(
                explained instanceof DiskFullException
                        ? Texts.of("audiofiles.thereIsNoRoom", file.target().getFileName())
                        : Texts.of(
                                "audiofiles.cannotBeWrittenChoose",
                                file.target().getFileName()),
                explained);
    }
}
