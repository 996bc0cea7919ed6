package oakmirror.media.delivery;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.files.PrivateFolder;
import oakmirror.media.folders.UserFolders;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The pictures that the user has chosen as covers, the last one first: a session may name them wherever they are. */
public final class ChosenCovers {

    private static final Logger LOG = LoggerFactory.getLogger(ChosenCovers.class);
    private static final int MOST = 500;
    private static final long MOST_BYTES = 4L << 20;

    private ChosenCovers() {}

    private static Path file() {
        return UserFolders.config().resolve("covers.txt");
    }

    /** Whether the user has chosen a picture. */
    public static boolean has(Path picture) {
        return all().contains(written(picture));
    }

    /** Remembers that the user has chosen a picture. */
    public static synchronized void add(Path picture) {
        List<String> all = new ArrayList<>(all());
        all.remove(written(picture));
        all.add(0, written(picture));
        try {
            PrivateFolder.make(file().getParent());
            AtomicFile.write(
                    file(),
                    String.join("\n", all.subList(0, Math.min(MOST, all.size())))
                            .getBytes(StandardCharsets.UTF_8));
        } catch (IOException e) {
            LOG.warn("a cover is not remembered as chosen", e);
        }
    }

    private static List<String> all() {
        try {
            return Arrays.asList(new String(PlainFile.read(file(), MOST_BYTES), StandardCharsets.UTF_8).split("\n"));
        } catch (IOException e) {
            return List.of(); // none was chosen yet, or nobody can tell
        }
    }

    /** As it stands in the file: on one line, whatever the name holds. */
    private static String written(Path picture) {
        return picture.toAbsolutePath().normalize().toUri().toString();
    }
}
