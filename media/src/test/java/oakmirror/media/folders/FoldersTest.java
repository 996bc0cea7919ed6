package oakmirror.media.folders;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import oakmirror.files.PrivateFolder;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Where the program keeps its own. */
class FoldersTest {

    @TempDir
    Path folder;

    @Test
    void aTestRunLeavesNothingInTheFoldersOfWhoeverRunsIt() {
        Path target = TestFiles.sharedCache().getParent().toAbsolutePath().normalize();
        for (Path own : List.of(
                UserFolders.cache(),
                UserFolders.config(),
                UserFolders.data(),
                UserFolders.state(),
                UserFolders.log(),
                Path.of(System.getProperty("user.home")))) {
            assertThat(own.toAbsolutePath().normalize()).startsWithRaw(target);
        }
    }

    @Test
    void nativeCodeIsUnpackedWhereNobodyElseCanWrite() throws Exception {
        assumeThat(folder.getFileSystem().supportedFileAttributeViews()).contains("posix");
        Path ours = PrivateFolder.make(folder.resolve("ours"));
        assertThat(PrivateFolder.isOurs(ours)).isTrue();
        Files.setPosixFilePermissions(ours, PosixFilePermissions.fromString("rwxrwx---"));
        assertThat(PrivateFolder.isOurs(ours)).as("a group can write").isFalse();
        Files.setPosixFilePermissions(ours, PosixFilePermissions.fromString("rwx---rwx"));
        assertThat(PrivateFolder.isOurs(ours)).as("everybody can write").isFalse();
        NativeFolder.use();
        Path unpacked = UserFolders.cache().resolve("native");
        assertThat(Path.of(System.getProperty(NativeFolder.OF_DECODERS))).isEqualTo(unpacked);
        assertThat(Path.of(System.getProperty("org.sqlite.tmpdir")))
                .as("anew with each start: in a folder that goes with the program, or is swept away after it")
                .isDirectory()
                .hasParent(unpacked);
    }
}
