package oakmirror.files;

import static org.assertj.core.api.Assumptions.assumeThat;

import java.io.IOException;
import java.nio.file.Path;

/** A named pipe that nobody writes to: who opens it to read waits for ever. */
public final class Pipe {

    private Pipe() {}

    /** Makes one; where the system has none, the test is left out. */
    public static Path make(Path file) throws IOException, InterruptedException {
        assumeThat(new ProcessBuilder("mkfifo", file.toString()).start().waitFor())
                .isZero();
        return file;
    }
}
