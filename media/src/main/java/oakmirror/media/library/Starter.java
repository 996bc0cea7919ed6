package oakmirror.media.library;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.zip.GZIPInputStream;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;

/**
 * The profiles that ship with the program, so that there is something to try a library with: made-up recordings of made-up bands, composed and rendered for
 * this project. Each says so.
 */
public final class Starter {

    private static final String FILE = "/oakmirror/media/library/starter" + ProfileFile.ENDING + ".gz";

    private Starter() {}

    /** The profiles. */
    public static List<Profile> profiles() {
        try (InputStream packed = Starter.class.getResourceAsStream(FILE);
                InputStream in = new GZIPInputStream(packed)) {
            Path file = Files.createTempFile("oak-mirror-starter", ProfileFile.ENDING);
            try {
                Files.copy(in, file, StandardCopyOption.REPLACE_EXISTING);
                return ProfileFile.read(file);
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            throw new IllegalStateException("the starter is part of the program", e);
        }
    }
}
