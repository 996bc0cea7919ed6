package oakmirror.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WholeFileTest {

    @TempDir
    Path folder;

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private List<Path> names() throws IOException {
        try (var files = Files.list(folder)) {
            return files.map(Path::getFileName).toList();
        }
    }

    @Test
    void appearsWholeOrNotAtAll() throws IOException {
        Path file = folder.resolve("x.txt");
        WholeFile.write(file, text("old"));
        try (WholeFile pending = WholeFile.begin(file)) {
            Files.write(pending.temporary(), text("half of the n"));
        }
        assertThat(file).hasContent("old");
        try (WholeFile pending = WholeFile.begin(file)) {
            Files.write(pending.temporary(), text("new"));
            assertThat(file).hasContent("old");
            pending.commit();
        }
        assertThat(file).hasContent("new");
        assertThat(names()).containsExactly(Path.of("x.txt"));
    }

    @Test
    void permissionsAreThoseOfTheFileThatIsReplacedOrWhatTheMaskLeaves() throws IOException {
        Path plain = Files.createFile(folder.resolve("plain"));
        WholeFile.write(folder.resolve("new"), text("x"));
        assertThat(Files.getPosixFilePermissions(folder.resolve("new")))
                .as("like any file that is made here")
                .isEqualTo(Files.getPosixFilePermissions(plain));
        Path shared = Files.createFile(folder.resolve("shared"));
        Files.setPosixFilePermissions(shared, PosixFilePermissions.fromString("rw-rw-r--"));
        WholeFile.write(shared, text("x"));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(shared)))
                .isEqualTo("rw-rw-r--");
    }

    @Test
    void whatAProcessThatRunsNoMoreHasLeftGoesWithTheNextFile() throws Exception {
        Process ended = new ProcessBuilder("true").start();
        ended.waitFor();
        String own = Leftovers.name(7);
        long pid = ProcessHandle.current().pid();
        Path left = Files.createFile(folder.resolve(own.replace("-" + pid + "-", "-" + ended.pid() + "-")));
        Path reused = Files.createFile(folder.resolve(own.replaceFirst("-" + pid + "-\\d+-", "-" + pid + "-12345-")));
        Path elsewhere =
                Files.createFile(folder.resolve(own.replaceFirst("oak-mirror-[0-9a-f]{8}", "oak-mirror-00000000")));
        ProcessHandle parent = ProcessHandle.current().parent().orElseThrow();
        long began = parent.info().startInstant().orElseThrow().toEpochMilli();
        Path running = Files.createFile(
                folder.resolve(own.replaceFirst("-" + pid + "-\\d+-", "-" + parent.pid() + "-" + began + "-")));
        try (WholeFile mine = WholeFile.begin(folder.resolve("x"))) {
            WholeFile.begin(folder.resolve("y")).close();
            assertThat(left).as("of a process that has ended").doesNotExist();
            assertThat(reused).as("of one that had the same number").doesNotExist();
            assertThat(elsewhere).as("of another machine").exists();
            assertThat(running).as("of one that runs").exists();
            assertThat(mine.temporary()).as("our own").exists();
        }
    }

    @Test
    void aFolderForTheTimeBeingGoesWithAllThatIsInIt() throws IOException {
        Path made = Leftovers.folder(folder);
        Files.createFile(made.resolve("a"));
        Leftovers.sweep(folder);
        assertThat(made).isDirectoryContaining(f -> f.endsWith("a"));
        Leftovers.removeFolder(made);
        assertThat(made).doesNotExist();
    }

    @Test
    void aMissingFolderIsSaid() {
        assertThatThrownBy(() -> WholeFile.begin(folder.resolve("not/there"))).isInstanceOf(NoSuchFileException.class);
    }

    @Test
    void aDiskWithRoomIsNotFull() {
        assertThat(DiskSpace.isFull(folder)).isFalse();
        assertThat(DiskSpace.isFull(folder.resolve("not/there"))).isFalse();
    }
}
