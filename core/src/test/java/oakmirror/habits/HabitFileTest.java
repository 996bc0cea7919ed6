package oakmirror.habits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Habits go out and come in whole, and a stranger's file can do nothing but be refused. */
class HabitFileTest {

    @TempDir
    Path folder;

    private static HabitBook book(int songs) {
        return new HabitBook(
                SimulatedEngineer.of(
                                new SimulatedEngineer(new Random(1), 3).songs(songs), SimulatedEngineer.apart(songs), 0)
                        .stream()
                        .map(HabitFile::rounded)
                        .toList(),
                List.of(new Mark("2026-03-01", "new headphones")));
    }

    @Test
    void whatIsWrittenIsRead() throws IOException {
        Path file = folder.resolve("mine" + HabitFile.ENDING);
        HabitBook book = book(7);
        HabitFile.write(book, file);
        assertThat(HabitFile.read(file)).isEqualTo(book);
        assertThat(HabitFile.song(HabitFile.bytes(book.songs().get(0))))
                .isEqualTo(book.songs().get(0));
    }

    @Test
    void figuresAreRoundedButOnce() {
        HabitSong once = book(1).songs().get(0);
        assertThat(HabitFile.rounded(once)).isEqualTo(once);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "[]",
                "nonsense",
                "{\"format\":\"oak-mirror-habits\"}",
                "{\"format\":\"oak-mirror-habits\",\"version\":1,\"songs\":[null]}",
                "{\"format\":\"oak-mirror-habits\",\"version\":1,\"songs\":[{}]}",
                "{\"format\":\"oak-mirror-habits\",\"version\":1,\"songs\":[{\"id\":\"../x\"}]}",
                "{\"format\":\"oak-mirror-habits\",\"version\":9,\"songs\":[]}",
                "{\"format\":\"oak-mirror-profiles\",\"version\":1,\"songs\":[]}",
                "{\"format\":\"oak-mirror-habits\",\"version\":1,\"songs\":[],\"marks\":[{\"day\":\"soon\",\"what\":\"\"}]}"
            })
    void whatIsNoneIsRefusedInASentence(String content) throws IOException {
        Path file = Files.writeString(folder.resolve("odd.json"), content);
        assertThatThrownBy(() -> HabitFile.read(file))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("odd.json");
    }

    /** Each figure of a song is changed to something that cannot be. */
    @ParameterizedTest
    @ValueSource(strings = {"1e300", "-1e9", "\"x\"", "[]", "{}", "null", "99999999999999999999999"})
    void noFigureCanBeAnything(String odd) throws IOException {
        String whole = new String(HabitFile.bytes(book(1).songs().get(0)), java.nio.charset.StandardCharsets.UTF_8);
        for (String field : List.of("\"caution\":0.5", "\"kept\":0", "\"when\":\"2026-01-01T12:00\"")) {
            String changed = whole.replace(field, field.substring(0, field.indexOf(':') + 1) + odd);
            assertThat(changed).isNotEqualTo(whole);
            assertThatThrownBy(() -> HabitFile.song(changed.getBytes(java.nio.charset.StandardCharsets.UTF_8)))
                    .isInstanceOf(IOException.class);
        }
    }

    @Test
    void anEndlessFileIsNotRead() throws IOException {
        Path file = folder.resolve("endless.json");
        try (var channel = java.nio.channels.FileChannel.open(
                file, java.nio.file.StandardOpenOption.CREATE, java.nio.file.StandardOpenOption.WRITE)) {
            channel.write(java.nio.ByteBuffer.wrap(new byte[] {' '}), HabitFile.MOST_BYTES + 10);
        }
        assertThatThrownBy(() -> HabitFile.read(file)).isInstanceOf(IOException.class);
    }
}
