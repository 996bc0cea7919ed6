package oakmirror.files;

import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserPrincipal;
import java.util.Set;

/** Folders that only their owner can look into: for what the program keeps of the user's work. */
public final class PrivateFolder {

    private static final Set<PosixFilePermission> OTHERS =
            Set.of(PosixFilePermission.GROUP_WRITE, PosixFilePermission.OTHERS_WRITE);

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

    /** Whether a folder can be written to, by its owner alone, and its owner is who runs this program. */
    public static boolean isOurs(Path folder) throws IOException {
        PosixFileAttributeView view = Files.getFileAttributeView(folder, PosixFileAttributeView.class);
        if (view == null) {
            return Files.isWritable(folder); // where permissions are of another kind, the user's folders are his
        }
        PosixFileAttributes attributes = view.readAttributes();
        return Files.isWritable(folder)
                && attributes.permissions().stream().noneMatch(OTHERS::contains)
                && attributes.owner().equals(whoRunsThis());
    }

    private static UserPrincipal whoRunsThis() throws IOException {
        return FileSystems.getDefault()
                .getUserPrincipalLookupService()
                .lookupPrincipalByName(System.getProperty("user.name"));
    }
}
