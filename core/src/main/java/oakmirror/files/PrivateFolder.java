package oakmirror.files;

import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;

/** Folders that only their owner can look into: for what the program keeps of the user's work. */
public final class PrivateFolder {

    private static final FileAttribute<?>[] OWNERS =
            FileSystems.getDefault().supportedFileAttributeViews().contains("posix")
                    ? new FileAttribute<?>[] {
                        PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------"))
                    }
                    : new FileAttribute<?>[0];

    private PrivateFolder() {}

    /** Makes a folder, and those above it that are missing, for its owner alone (mode 0700). One that is there stays as it is. */
    public static Path make(Path folder) throws IOException {
        return Files.createDirectories(folder, OWNERS);
    }
}
