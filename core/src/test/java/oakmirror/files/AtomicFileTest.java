package oakmirror.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AtomicFileTest {

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
        AtomicFile.write(file, text("old"));
        try (AtomicFile pending = AtomicFile.begin(file)) {
            Files.write(pending.temporary(), text("half of the n"));
        }
        assertThat(file).hasContent("old");
        try (AtomicFile pending = AtomicFile.begin(file)) {
            Files.write(pending.temporary(), text("new"));
            assertThat(file).hasContent("old");
            pending.commit();
        }
        assertThat(file).hasContent("new");
        assertThat(names()).containsExactly(Path.of("x.txt"));
    }

    @Test
    void aNameThatIsTakenMeanwhileStaysItsOwners() throws IOException {
        Path file = folder.resolve("Ebb Tide.wav");
        try (AtomicFile mine = AtomicFile.beginClaiming(file)) {
            Files.write(mine.temporary(), text("mine"));
            Files.write(file, text("another's"));
            mine.commit();
            assertThat(mine.target())
                    .isEqualTo(folder.resolve("Ebb Tide 2.wav"))
                    .hasContent("mine");
        }
        assertThat(file).hasContent("another's");
        try (AtomicFile over = AtomicFile.beginClaiming(file)) { // it was there to begin with
            Files.write(over.temporary(), text("new"));
            over.commit();
            assertThat(over.target()).isEqualTo(file).hasContent("new");
        }
        assertThat(names()).containsExactlyInAnyOrder(Path.of("Ebb Tide.wav"), Path.of("Ebb Tide 2.wav"));
    }

    /** Two processes want the same names, fifty times over: every file that is announced is there, whole, and once. */
    @Test
    void ofTwoProcessesEachHasItsOwnNames() throws Exception {
        List<Process> writers = new ArrayList<>();
        for (String who : List.of("one", "two")) {
            writers.add(new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-XX:TieredStopAtLevel=1",
                            "-cp",
                            System.getProperty("java.class.path"),
                            Claimant.class.getName(),
                            folder.toString(),
                            who)
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start());
        }
        List<String> announced = new ArrayList<>();
        for (Process writer : writers) {
            String out = new String(writer.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(writer.waitFor()).isZero();
            announced.addAll(out.lines().toList());
        }
        assertThat(announced).hasSize(100).doesNotHaveDuplicates();
        for (String line : announced) {
            String[] told = line.split("\\|");
            assertThat(folder.resolve(told[0])).hasContent(told[1]);
        }
        assertThat(names()).hasSize(100);
    }

    /** Writes fifty files of five names into a folder, and says what each is called and holds. */
    static final class Claimant {
        public static void main(String[] arguments) throws IOException {
            for (int i = 0; i < 50; i++) {
                String content = arguments[1] + " " + i;
                Path written = AtomicFile.writeNew(Path.of(arguments[0], "song " + i % 5 + ".wav"), text(content));
                System.out.println(written.getFileName() + "|" + content);
            }
        }
    }

    /** Its own file is safe from itself, by whatever path its folder is reached. */
    @Test
    void whatIsBeingWrittenIsNotClearedAwayThroughAnotherPath() throws IOException {
        Path inside = Files.createDirectory(folder.resolve("masters"));
        Path link = Files.createSymbolicLink(folder.resolve("link"), inside);
        try (AtomicFile pending = AtomicFile.begin(inside.resolve("x"))) {
            StaleFiles.sweep(link);
            assertThat(pending.temporary()).exists();
            Files.write(pending.temporary(), text("x"));
            pending.commit();
        }
        assertThat(link.resolve("x")).hasContent("x");
    }

    /** A clock that is set moves the time a process is said to have begun at. */
    @Test
    void whatARunningProcessWritesStaysWhenTheClockIsSet() throws Exception {
        Process other = new ProcessBuilder("sleep", "60").start();
        try {
            long began = other.info().startInstant().orElseThrow().toEpochMilli();
            Path theirs = Files.createFile(folder.resolve(marked(other.pid(), began + 3_600_000)));
            Path stale = Files.createFile(folder.resolve(marked(other.pid(), began - 7 * 24 * 3_600_000L)));
            StaleFiles.sweep(folder);
            assertThat(theirs).exists();
            assertThat(stale).as("of a process of the same number, long ago").doesNotExist();
        } finally {
            other.destroy();
        }
    }

    private static String marked(long process, long began) {
        return StaleFiles.name(7).replace(StaleFiles.processMark(), process + "-" + began);
    }

    @Test
    void permissionsAreThoseOfTheFileThatIsReplacedOrWhatTheMaskLeaves() throws IOException {
        Path plain = Files.createFile(folder.resolve("plain"));
        AtomicFile.write(folder.resolve("new"), text("x"));
        assertThat(Files.getPosixFilePermissions(folder.resolve("new")))
                .as("like any file that is made here")
                .isEqualTo(Files.getPosixFilePermissions(plain));
        Path shared = Files.createFile(folder.resolve("shared"));
        Files.setPosixFilePermissions(shared, PosixFilePermissions.fromString("rw-rw-r--"));
        AtomicFile.write(shared, text("x"));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(shared)))
                .isEqualTo("rw-rw-r--");
    }

    @Test
    void whatAProcessThatRunsNoMoreHasLeftGoesWithTheNextFile() throws Exception {
        Process ended = new ProcessBuilder("true").start();
        ended.waitFor();
        String own = StaleFiles.name(7);
        long pid = ProcessHandle.current().pid();
        Path left = Files.createFile(folder.resolve(own.replace("-" + pid + "-", "-" + ended.pid() + "-")));
        Path reused = Files.createFile(folder.resolve(own.replaceFirst("-" + pid + "-\\d+-", "-" + pid + "-12345-")));
        Path elsewhere =
                Files.createFile(folder.resolve(own.replaceFirst("oak-mirror-[0-9a-f]{8}", "oak-mirror-00000000")));
        ProcessHandle parent = ProcessHandle.current().parent().orElseThrow();
        long began = parent.info().startInstant().orElseThrow().toEpochMilli();
        Path running = Files.createFile(
                folder.resolve(own.replaceFirst("-" + pid + "-\\d+-", "-" + parent.pid() + "-" + began + "-")));
        try (AtomicFile mine = AtomicFile.begin(folder.resolve("x"))) {
            AtomicFile.begin(folder.resolve("y")).close();
            assertThat(left).as("of a process that has ended").doesNotExist();
            assertThat(reused).as("of one that had the same number").doesNotExist();
            assertThat(elsewhere).as("of another machine").exists();
            assertThat(running).as("of one that runs").exists();
            assertThat(mine.temporary()).as("our own").exists();
        }
    }

    @Test
    void aFolderForTheTimeBeingGoesWithAllThatIsInIt() throws IOException {
        Path made = StaleFiles.folder(folder);
        Files.createFile(made.resolve("a"));
        StaleFiles.sweep(folder);
        assertThat(made).isDirectoryContaining(f -> f.endsWith("a"));
        StaleFiles.removeFolder(made);
        assertThat(made).doesNotExist();
    }

    @Test
    void aMissingFolderIsSaid() {
        assertThatThrownBy(() -> AtomicFile.begin(folder.resolve("not/there"))).isInstanceOf(NoSuchFileException.class);
    }

    @Test
    void aDiskWithRoomIsNotFull() {
        assertThat(DiskSpace.isFull(folder)).isFalse();
        assertThat(DiskSpace.isFull(folder.resolve("not/there"))).isFalse();
    }
}
