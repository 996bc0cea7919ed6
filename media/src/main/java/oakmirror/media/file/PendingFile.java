package oakmirror.media.file;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** A file on its way: written under a temporary name in the folder it is meant for, renamed when it is whole. */
final class PendingFile {

    private final Path target;
    private final Path temporary;
    private boolean done;

    private PendingFile(Path target, Path temporary) {
        this.target = target;
        this.temporary = temporary;
    }

    static PendingFile create(Path target) throws AudioFileException {
        Path folder = target.toAbsolutePath().normalize().getParent();
        if (folder == null || !Files.isDirectory(folder)) {
            throw new AudioFileException("The folder " + folder + " is not there; choose another.");
        }
        if (Files.isDirectory(target)) {
            throw new AudioFileException(target.getFileName() + " is a folder; choose another name.");
        }
        try {
            return new PendingFile(target, Files.createTempFile(folder, ".oak-mirror-", ".part"));
        } catch (AccessDeniedException e) {
            throw new AudioFileException("The folder " + folder + " may not be written to; choose another.", e);
        } catch (IOException e) {
            throw new AudioFileException("The folder " + folder + " cannot be written to; choose another.", e);
        }
    }

    Path temporary() {
        return temporary;
    }

    /** Gives the file its name. */
    void commit() throws IOException {
        Files.move(temporary, target, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        done = true;
    }

    /** Removes it, unless it has its name already. */
    void discard() {
        if (!done) {
            try {
                Files.deleteIfExists(temporary);
            } catch (IOException e) {
                temporary.toFile().deleteOnExit();
            }
        }
    }

    /** What to say when writing failed. */
    AudioFileException failure(IOException cause) {
        String reason = String.valueOf(cause.getMessage());
        return new AudioFileException(
                reason.contains("No space")
                        ? "There is no room left for " + target.getFileName() + "; make room or choose another folder."
                        : target.getFileName() + " cannot be written: " + reason + ".",
                cause);
    }
}
