package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OutputNamesTest {

    @TempDir
    Path folder;

    @Test
    void aNameThatIsTakenGetsTheNextNumber() throws IOException {
        Path master = folder.resolve("Ebb Tide master.wav");
        assertThat(OutputNames.free(master)).isEqualTo(master);
        Files.createFile(master);
        assertThat(OutputNames.free(master)).isEqualTo(folder.resolve("Ebb Tide master 2.wav"));
        Files.createFile(folder.resolve("Ebb Tide master 2.wav"));
        Files.createDirectory(folder.resolve("Ebb Tide master 3.wav"));
        assertThat(OutputNames.free(master)).isEqualTo(folder.resolve("Ebb Tide master 4.wav"));
        Path plain = Files.createFile(folder.resolve("plain"));
        assertThat(OutputNames.free(plain)).isEqualTo(folder.resolve("plain 2"));
        Path hidden = Files.createFile(folder.resolve(".hidden"));
        assertThat(OutputNames.free(hidden)).isEqualTo(folder.resolve(".hidden 2"));
    }

    @Test
    void anInputIsKnownUnderEveryName() throws IOException {
        Path input = Files.createFile(folder.resolve("mix.wav"));
        Path other = Files.createFile(folder.resolve("other.wav"));
        Path link = Files.createSymbolicLink(folder.resolve("link.wav"), input);
        Path hard = Files.createLink(folder.resolve("hard.wav"), input);
        Path around = folder.resolve("x/../mix.wav");
        Files.createDirectory(folder.resolve("x"));
        List<Path> inputs = List.of(other, input);
        assertThat(OutputNames.inputAt(input, inputs)).contains(input);
        assertThat(OutputNames.inputAt(link, inputs)).contains(input);
        assertThat(OutputNames.inputAt(hard, inputs)).contains(input);
        assertThat(OutputNames.inputAt(around, inputs)).contains(input);
        assertThat(OutputNames.inputAt(folder.resolve("new.wav"), inputs)).isEmpty();
        assertThat(OutputNames.inputAt(input, List.of(folder.resolve("gone.wav"))))
                .isEmpty();
    }
}
