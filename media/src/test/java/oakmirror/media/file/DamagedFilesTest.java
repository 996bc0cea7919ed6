package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout.Role;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Files that are not what they say: each is answered in a sentence, or read as far as it goes and that is said. */
class DamagedFilesTest {

    @TempDir
    Path folder;

    private static List<String> readToTheEnd(Path file) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            float[][] block = new float[stream.layout().channels()][8192];
            int n;
            while ((n = stream.read(block, 8192)) > 0) {
                for (float[] channel : block) {
                    for (int i = 0; i < n; i++) {
                        assertThat(Float.isFinite(channel[i])).isTrue();
                    }
                }
            }
            return stream.warnings();
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {65, 255, 512})
    void moreChannelsThanThereCanBeAreRefused(int channels) throws IOException {
        Path file = TestFiles.wav(
                folder.resolve("x.wav"), 1, channels, 48000, 16, new byte[channels * 2000], channels * 2000);
        assertThatThrownBy(() -> readToTheEnd(file))
                .isInstanceOf(AudioFileException.class)
                .hasMessage("x.wav claims to have " + channels + " channels, which can’t be right.");
    }

    @Test
    void aCutOffRf64HeaderIsDamage() throws IOException {
        byte[] head = "RF64\u00ff\u00ff\u00ff\u00ffWAVEds64\u001c\0\0\0abc".getBytes(StandardCharsets.ISO_8859_1);
        Path file = Files.write(folder.resolve("x.wav"), head);
        assertThatThrownBy(() -> readToTheEnd(file)).hasMessage("x.wav is damaged and can’t be read. Export it again.");
    }

    @Test
    @Timeout(value = 20, unit = TimeUnit.SECONDS)
    void aHeaderFollowedByZerosIsDamage() throws IOException {
        Path file = Files.write(
                folder.resolve("x.wav"), "RIFF\u00ff\u00ff\u00ff\u00ffWAVE".getBytes(StandardCharsets.ISO_8859_1));
        try (RandomAccessFile zeros = new RandomAccessFile(file.toFile(), "rw")) {
            zeros.setLength(2L << 30);
        }
        assertThatThrownBy(() -> readToTheEnd(file)).hasMessage("x.wav is damaged and can’t be read. Export it again.");
    }

    @Test
    void absurdSamplesCountAsSilenceAndAreSaidOnce() throws IOException {
        float[] tone = Signals.tone(48000, -6, 0.5);
        tone[7] = 3e38f;
        tone[8] = -2e4f;
        tone[9] = 9e3f;
        Path file = TestFiles.floats(folder.resolve("x.wav"), 48000, tone);
        assertThat(readToTheEnd(file)).containsExactly("2 samples are damaged and treated as silence.");
        try (DecodedStream stream = AudioFile.open(file)) {
            float[][] block = new float[1][100];
            stream.read(block, 100);
            assertThat(block[0][7]).isZero();
            assertThat(block[0][8]).isZero();
            assertThat(block[0][9]).as("loud, but it may be meant").isEqualTo(9e3f);
        }
    }

    @Test
    void numbersFarBelowHearingBecomeZero() throws IOException {
        float[] faint = new float[1000];
        Arrays.fill(faint, 1e-40f);
        faint[500] = 1e-6f;
        try (DecodedStream stream = AudioFile.open(TestFiles.floats(folder.resolve("x.wav"), 48000, faint))) {
            float[][] block = new float[1][1000];
            stream.read(block, 1000);
            assertThat(block[0][0]).isZero();
            assertThat(block[0][500]).isEqualTo(1e-6f);
            assertThat(stream.warnings()).isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "w64,pcm_s16le",
        "caf,pcm_s16le",
        "ogg,vorbis",
        "opus,opus",
        "wav,pcm_s16le",
        "flac,flac",
        "aiff,pcm_s16be"
    })
    void aFileThatIsCutOffSaysSo(String ending, String codec) throws Exception {
        Path plain = TestFiles.music(folder.resolve("x.wav"), 48000, 6, 0.5);
        Path whole = FfmpegTool.encode(plain, folder.resolve("y." + ending), "-strict", "-2", "-c:a", codec);
        assertThat(readToTheEnd(whole)).as("whole").isEmpty();
        byte[] bytes = Files.readAllBytes(whole);
        Path half = Files.write(folder.resolve("half." + ending), Arrays.copyOf(bytes, bytes.length / 2));
        assertThat(readToTheEnd(half)).as("half").anyMatch(w -> w.startsWith("The file is truncated"));
    }

    @Test
    void eightChannelsWithoutAMaskAreSevenPointOne() throws IOException {
        Path file = TestFiles.wav(folder.resolve("x.wav"), 1, 8, 48000, 16, new byte[1600], 1600);
        try (DecodedStream stream = AudioFile.open(file)) {
            assertThat(stream.layout().roles())
                    .containsExactly(
                            Role.LEFT,
                            Role.RIGHT,
                            Role.CENTRE,
                            Role.LFE,
                            Role.BACK_LEFT,
                            Role.BACK_RIGHT,
                            Role.SURROUND_LEFT,
                            Role.SURROUND_RIGHT);
        }
    }

    @Test
    void theRootOfTheDiskIsAFolder() {
        Path root = folder.toAbsolutePath().getRoot();
        assertThatThrownBy(() -> AudioFile.open(root)).hasMessage(root + " is a folder. Choose an audio file in it.");
    }

    @Test
    void aNameThatCouldNotBeReadIsExplained() {
        assertThatThrownBy(() -> AudioFile.open(folder.resolve("caf\uFFFD.wav")))
                .hasMessageContaining("not in UTF-8")
                .hasMessageContaining("rename it");
    }

    @Test // opening was given up before there was a decoder, and freeing it brought the whole process down
    void aFilmWithoutSoundIsSaid() throws Exception {
        Path film = folder.resolve("film.mkv");
        FfmpegTool.run("-f", "lavfi", "-i", "color=s=16x16:d=0.2", "-c:v", "mpeg4", film);
        assertThatThrownBy(() -> AudioFile.open(film)).hasMessage("film.mkv contains no readable audio.");
    }

    @Test
    void aFailedOpeningLeavesNothingOpen() throws IOException {
        Path fds = Path.of("/proc/self/fd");
        List<Path> damaged = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            damaged.add(TestFiles.wav(folder.resolve(i + ".wav"), 1, 255, 48000, 16, new byte[255 * 2000], 255 * 2000));
        }
        damaged.add(Files.write(folder.resolve("y.wav"), wrongCodec()));
        for (Path file : damaged) {
            assertThatThrownBy(() -> AudioFile.open(file)).isInstanceOf(AudioFileException.class);
        }
        if (Files.isDirectory(fds)) {
            try (var open = Files.list(fds)) {
                assertThat(open.filter(fd -> pointsInto(fd, folder))).isEmpty();
            }
        }
    }

    private static boolean pointsInto(Path fd, Path folder) {
        try {
            return Files.readSymbolicLink(fd).startsWith(folder);
        } catch (IOException e) {
            return false; // closed in the meantime
        }
    }

    private static byte[] wrongCodec() {
        ByteBuffer b = ByteBuffer.allocate(1044).order(ByteOrder.LITTLE_ENDIAN);
        b.put("RIFF".getBytes(StandardCharsets.US_ASCII)).putInt(1036);
        b.put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII))
                .putInt(16)
                .putShort((short) 0x7777)
                .putShort((short) 2);
        b.putInt(48000).putInt(192000).putShort((short) 4).putShort((short) 16);
        b.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(1000);
        return b.array();
    }
}
