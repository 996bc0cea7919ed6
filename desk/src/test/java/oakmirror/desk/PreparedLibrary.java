package oakmirror.desk;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import oakmirror.media.TestFiles;
import oakmirror.media.library.Library;
import oakmirror.media.library.Starter;

/** The library that tests of the window start with, made once: taking in what ships with the program takes longer than a window needs to start. */
final class PreparedLibrary {

    private static final Path LIBRARY = make();

    private PreparedLibrary() {}

    /** Puts a copy into a folder, which is made. */
    static void into(Path folder) throws IOException {
        Files.copy(LIBRARY, Files.createDirectories(folder).resolve(LIBRARY.getFileName()));
    }

    private static Path make() {
        try {
            Path made = Files.createTempDirectory(TestFiles.sharedCache().getParent(), "library");
            try (Library library = Library.open(made)) {
                library.add(Starter.profiles());
            }
            return made.resolve("library.db");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
