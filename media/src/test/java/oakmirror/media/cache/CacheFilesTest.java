package oakmirror.media.cache;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import oakmirror.media.folders.UserFolders;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files of decoded audio with their seal, keys of content, and where things are kept. */
@Isolated("changes system properties")
class CacheFilesTest {

    private static final String[] PROPERTIES = {"oakmirror.state", "oakmirror.config", "oakmirror.log"};

    private final String[] before =
            Arrays.stream(PROPERTIES).map(System::getProperty).toArray(String[]::new);

    @TempDir
    Path folder;

    @AfterEach
    void restore() {
        for (int i = 0; i < PROPERTIES.length; i++) {
            if (before[i] == null) {
                System.clearProperty(PROPERTIES[i]);
            } else {
                System.setProperty(PROPERTIES[i], before[i]);
            }
        }
    }

    private Path written(int frames) throws IOException {
        Path file = Files.createFile(folder.resolve(frames + ".f32"));
        float[] left = new float[frames];
        float[] right = new float[frames];
        Random random = new Random(frames);
        for (int i = 0; i < frames; i++) {
            left[i] = random.nextFloat();
            right[i] = -left[i];
        }
        try (MappedClipWriter writer = new MappedClipWriter(file)) {
            for (int at = 0; at < frames; at += 1000) {
                int n = Math.min(1000, frames - at);
                writer.write(Arrays.copyOfRange(left, at, at + n), Arrays.copyOfRange(right, at, at + n), n);
            }
            assertThat(writer.finish()).isEqualTo(frames);
        }
        return file;
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 4095, 4096, 4097, 65536, 65537, 69632, 200_000})
    void audioOfAnyLengthHoldsItsSeal(int frames) throws IOException {
        Path file = written(frames);
        MappedClip clip = MappedClip.map(file, 48000, frames);
        assertThat(clip.frames()).isEqualTo(frames);
        float[] left = new float[1];
        float[] right = new float[1];
        if (frames > 0) {
            clip.read(frames - 1, left, right, 0, 1);
            assertThat(left[0]).isNotZero();
            assertThat(right[0]).isEqualTo(-left[0]);
        }
        assertThatThrownBy(() -> MappedClip.map(file, 48000, frames + 1)).isInstanceOf(IOException.class);
    }

    @ParameterizedTest // the start of every sixteenth chunk of 32 KiB, the start of the last, and the seal itself
    @ValueSource(longs = {0, 16 * 32768, 32 * 32768 + 4095, 48 * 32768, 49 * 32768 + 23})
    void aByteThatIsOtherwiseBreaksTheSeal(long place) throws IOException {
        Path file = written(49 * 4096);
        byte[] bytes = Files.readAllBytes(file);
        bytes[(int) place] ^= 1;
        Files.write(file, bytes);
        assertThatThrownBy(() -> MappedClip.map(file, 48000, 49 * 4096))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("not what was written");
    }

    /** A track that nobody has any more makes room, without anybody having given it back. */
    @Test
    void theBoundHoldsAsSoonAsTheLastUserHasLetGo() throws IOException {
        Path place = folder.resolve("bounded");
        AudioCache cache = new AudioCache(place, 3L << 20);
        float[] second = new float[96_000]; // 0.75 MiB in chunks of both sides
        MappedClip first = cache.store("first", 48000, sink -> sink.write(second, second, second.length));
        for (int i = 0; i < 8; i++) {
            String key = "forgotten" + i;
            cache.store(key, 48000, sink -> sink.write(second, second, second.length));
        }
        float[] left = new float[1];
        first.read(95_999, left, new float[1], 0, 1);
        assertThat(place.resolve("first-48000.f32")).as("in use").exists();
        try (Stream<Path> files = Files.list(place)) {
            assertThat(files.count()).as("those in use, and as many as fit").isLessThanOrEqualTo(4);
        }
        assertThat(left[0]).isZero();
    }

    @Test
    void aKeyStandsForContentAndTime() throws IOException {
        Path file = Files.write(folder.resolve("a"), new byte[5_000_000]);
        ContentKey key = ContentKey.of(file);
        FileTime time = Files.getLastModifiedTime(file);
        assertThat(ContentKey.of(file)).isEqualTo(key);
        Path moved = Files.move(file, folder.resolve("b"));
        assertThat(ContentKey.of(moved)).as("moved").isEqualTo(key);
        Files.setLastModifiedTime(moved, FileTime.fromMillis(time.toMillis() + 1000));
        assertThat(ContentKey.of(moved)).as("changed later").isNotEqualTo(key);
        byte[] other = new byte[5_000_000];
        other[4_999_999] = 1;
        Files.write(moved, other);
        Files.setLastModifiedTime(moved, time);
        assertThat(ContentKey.of(moved)).as("other bytes").isNotEqualTo(key);
    }

    @Test
    void whatTheProgramNotesLiesWhereItIsTold() {
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        System.clearProperty("oakmirror.state");
        System.clearProperty("oakmirror.log");
        assertThat(UserFolders.state()).isEqualTo(folder.resolve("config/state"));
        assertThat(UserFolders.log()).isEqualTo(folder.resolve("config/state/oak-mirror.log"));
        System.setProperty("oakmirror.state", folder.resolve("elsewhere").toString());
        assertThat(UserFolders.log()).isEqualTo(folder.resolve("elsewhere/oak-mirror.log"));
        System.setProperty("oakmirror.log", folder.resolve("x.log").toString());
        assertThat(UserFolders.log()).isEqualTo(folder.resolve("x.log"));
        System.clearProperty("oakmirror.config");
        System.clearProperty("oakmirror.state");
        assertThat(UserFolders.state()).as("the user's own").isAbsolute();
        assertThat(UserFolders.state().toString()).contains("oak-mirror");
    }

    /** Another window uses entries, and so changes their times, while this one looks for the oldest. */
    @Test
    void aCacheIsTrimmedWhileItsFilesAreUsed() throws Exception {
        Path shared = Files.createDirectory(folder.resolve("shared"));
        List<Path> files = new ArrayList<>();
        for (int i = 0; i < 300; i++) {
            files.add(Files.writeString(shared.resolve(i + ".smile"), "x"));
        }
        AtomicBoolean going = new AtomicBoolean(true);
        Thread other = new Thread(() -> {
            Random random = new Random(3);
            while (going.get()) {
                Path file = files.get(random.nextInt(files.size()));
                file.toFile().setLastModified(1_700_000_000_000L + 1000 * random.nextInt(1_000_000));
            }
        });
        other.start();
        try {
            AudioCache cache = new AudioCache(shared, 1 << 20);
            for (int i = 0; i < 300; i++) {
                cache.trim();
            }
        } finally {
            going.set(false);
            other.join();
        }
        assertThat(files).allMatch(Files::exists);
    }
}
