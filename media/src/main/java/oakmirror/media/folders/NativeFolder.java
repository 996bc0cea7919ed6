package oakmirror.media.folders;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.files.PrivateFolder;
import oakmirror.files.StaleFiles;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Where libraries of native code are unpacked: to the user's own cache, and where that cannot be, to a folder of this process that goes with it. Never to one that
 * somebody else could have made or can write to, since what lies there is run.
 */
public final class NativeFolder {

    /** The property that holds where decoders are unpacked to. */
    public static final String OF_DECODERS = "org.bytedeco.javacpp.cachedir";

    private static final List<String> PROPERTIES = List.of(OF_DECODERS, "javafx.cachedir");
    /** Where the database's library is unpacked to, anew with each start; a package has it laid out, and says so by the other. */
    private static final String OF_DATABASE = "org.sqlite.tmpdir";

    private static final String DATABASE_LAID_OUT = "org.sqlite.lib.path";

    private static boolean isUsed;

    /** Where the database's library is unpacked to, where this says so. */
    private static Optional<Path> database = Optional.empty();

    private NativeFolder() {}

    /**
     * Tells the libraries that unpack something where to; to be called before any of them is used. Calls after the first do nothing, but where
     * somebody has cleared the cache meanwhile.
     */
    public static synchronized void use() {
        if (!isUsed) {
            isUsed = true;
            Path folder = folder();
            for (String property : PROPERTIES) {
                if (System.getProperty(property) == null) {
                    System.setProperty(property, folder.toString());
                }
            }
        }
        boolean isElsewhere = System.getProperty(OF_DATABASE) != null || System.getProperty(DATABASE_LAID_OUT) != null;
        if (database.isPresent() ? !Files.isDirectory(database.get()) : !isElsewhere) {
            database = Optional.of(ofThisProcess(folder()));
            System.setProperty(OF_DATABASE, database.get().toString());
        }
    }

    /** A folder in it that goes with this process; what was left by one that was killed is swept away. */
    private static Path ofThisProcess(Path folder) {
        try {
            return StaleFiles.folder(folder);
        } catch (IOException e) {
            log().info("no folder of this process for native code", e);
            return folder;
        }
    }

    private static Path folder() {
        Path own = UserFolders.cache().resolve("native");
        try {
            if (PrivateFolder.isOurs(PrivateFolder.make(own))) {
                return own;
            }
            log().warn("{} can be written to by others and is not used", own);
        } catch (IOException e) {
            log().info("no folder in the cache for native code", e);
        }
        try {
            Path temporary =
                    Files.createTempDirectory("oak-mirror-native"); // its owner's alone, under a name nobody can guess
            Runtime.getRuntime().addShutdownHook(new Thread(() -> StaleFiles.removeFolder(temporary)));
            return temporary;
        } catch (IOException e) {
            log().warn("no folder for native code", e);
            return own; // whoever unpacks there will say that it cannot
        }
    }

    /** Not before it is needed: this is the first thing that a program does, and the log can be made ready beside what follows. */
    private static Logger log() {
        return LoggerFactory.getLogger(NativeFolder.class);
    }
}
