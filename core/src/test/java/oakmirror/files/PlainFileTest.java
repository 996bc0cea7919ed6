package oakmirror.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** What is read whole is a plain file of a bounded size. */
class PlainFileTest {

    @TempDir
    Path folder;

    @Test
    void aFileIsReadUpToItsBound() throws Exception {
        Path file = Files.write(folder.resolve("a.json"), new byte[100]);
        assertThat(PlainFile.read(file, 100)).hasSize(100);
        assertThatThrownBy(() -> PlainFile.read(file, 99))
                .isInstanceOf(PlainFile.TooLargeException.class)
                .hasMessage("a.json is too large. Choose another file.");
        assertThatThrownBy(() -> PlainFile.read(folder.resolve("b.json"), 99)).isInstanceOf(NoSuchFileException.class);
    }

    @Test
    @Timeout(20)
    void pipesDevicesAndFoldersAreNotOpened() throws Exception {
        Path pipe = Pipe.make(folder.resolve("pipe"));
        assertThatThrownBy(() -> PlainFile.read(pipe, 99))
                .hasMessage("pipe is a pipe or a device, not a file. Choose a file.");
        assertThatThrownBy(() -> PlainFile.read(folder, 99))
                .hasMessageEndingWith("is a folder, not a file. Choose a file.");
        Path link = Files.createSymbolicLink(folder.resolve("link"), Path.of("/dev/zero"));
        assertThatThrownBy(() -> PlainFile.read(link, 99)).isInstanceOf(PlainFile.NoFileException.class);
    }

    /** Whose name a test of the window holds. */
    @Test
    void theWindowsThreadWaitsForNoDisk() throws Exception {
        List<Throwable> failures = new CopyOnWriteArrayList<>();
        for (String name : new String[] {DiskWait.WINDOW, "another"}) {
            Thread thread = new Thread(
                    () -> {
                        assertThatThrownBy(() -> PlainFile.read(folder.resolve("a"), 1))
                                .satisfies(failures::add);
                        assertThatThrownBy(() -> AtomicFile.begin(folder.resolve("b/c")))
                                .satisfies(failures::add);
                    },
                    name);
            thread.start();
            thread.join();
        }
        assertThat(failures).hasSize(4);
        assertThat(failures.subList(0, 2))
                .allMatch(f -> f.getMessage().equals("The window's thread waits for a disk."));
        assertThat(failures.subList(2, 4)).allMatch(NoSuchFileException.class::isInstance);
    }

    @Test
    void whatTheProgramKeepsOfTheUserIsHisAlone() throws Exception {
        assumeThat(folder.getFileSystem().supportedFileAttributeViews()).contains("posix");
        Path made = PrivateFolder.make(folder.resolve("a/b"));
        for (Path p : new Path[] {made, made.getParent()}) {
            assertThat(java.nio.file.attribute.PosixFilePermissions.toString(Files.getPosixFilePermissions(p)))
                    .isEqualTo("rwx------");
        }
    }
}
