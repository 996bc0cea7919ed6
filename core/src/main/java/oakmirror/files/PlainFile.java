package oakmirror.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import oakmirror.text.Texts;

/**
 * Reading what somebody else may have named or written: plain files of a bounded size. Folders, pipes, devices and sockets, which would be waited for or never
 * end, are refused before they are opened. The only way in which this program reads a document whole.
 */
public final class PlainFile {

    private PlainFile() {}

    /** It is no plain file; the message is one sentence for the user. */
    public static final class NoFileException extends IOException {

        private static final long serialVersionUID = 1L;

        NoFileException(Path file) {
            super(Texts.of(
                    "documents.isAAndNo",
                    name(file),
                    Files.isDirectory(file) ? "folder" : Texts.of("documents.pipeOrADevice")));
        }
    }

    /** It is larger than it may be; the message is one sentence for the user. */
    public static final class TooLargeException extends IOException {

        private static final long serialVersionUID = 1L;

        TooLargeException(Path file) {
            super(Texts.of("documents.isTooLargeChoose", name(file)));
        }
    }

    private static String name(Path file) {
        return String.valueOf(file.getFileName());
    }

    /**
     * Refuses what is there and is no plain file; whether it is there is found out by opening it.
     *
     * @throws NoFileException when it is none
     */
    public static void require(Path file) throws NoFileException {
        DiskWait.check();
        if (Files.exists(file) && !Files.isRegularFile(file)) {
            throw new NoFileException(file);
        }
    }

    /**
     * All bytes of a file.
     *
     * @param most how many there may be
     * @throws NoFileException when it is no plain file
     * @throws TooLargeException when there are more
     * @throws IOException when it cannot be read
     */
    public static byte[] read(Path file, long most) throws IOException {
        require(file);
        if (Files.size(file) > most) {
            throw new TooLargeException(file);
        }
        try (InputStream in = Files.newInputStream(file)) {
            byte[] read = in.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, most + 1)); // it may grow meanwhile
            if (read.length > most) {
                throw new TooLargeException(file);
            }
            return read;
        }
    }
}
