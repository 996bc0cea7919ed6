package oakmirror.media.watch;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import oakmirror.media.TestFiles;
import oakmirror.media.cache.ContentKey;
import oakmirror.media.file.AudioFile;
import oakmirror.media.watch.FolderWatch.Written;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files that other programs write, told of when they are whole, and only then. */
class FolderWatchTest {

    private static final int EACH_WAY = 20;

    @TempDir
    Path folder;

    private final List<Written> told = new CopyOnWriteArrayList<>();
    /** What was on the disk at the moment something was told of: it has to be all there. */
    private final Map<Path, Long> bytesWhenTold = new ConcurrentHashMap<>();

    private void tell(Written written) {
        try {
            bytesWhenTold.put(written.path(), Files.size(written.path()));
        } catch (IOException e) {
            bytesWhenTold.put(written.path(), -1L);
        }
        told.add(written);
    }

    private static void waitUntil(BooleanSupplier condition) throws InterruptedException {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(120);
        while (!condition.getAsBoolean() && System.nanoTime() < until) {
            TimeUnit.MILLISECONDS.sleep(20);
        }
        assertThat(condition.getAsBoolean()).isTrue();
    }

    private byte[] song(int number) throws IOException {
        Path file = TestFiles.music(folder.resolve("made.wav"), 44100, 2, 0.6 + 0.01 * number);
        byte[] bytes = Files.readAllBytes(file);
        Files.delete(file);
        return bytes;
    }

    /** Watches until the test has it closed; what is in the folder is known. */
    private FolderWatch watching(Path where) throws InterruptedException {
        FolderWatch watch = new FolderWatch(where, AudioFile::looksLikeAudio, this::tell);
        waitUntil(watch::isReady);
        return watch;
    }

    /** Where a WAVE file says how long its sound is. */
    private static int lengthAt(byte[] wave) {
        return new String(wave, 0, 200, StandardCharsets.ISO_8859_1).indexOf("data") + 4;
    }

    @Test
    void aFileThatNeverSaysHowLongItIsIsToldOfOnceItHasKeptStill() throws Exception {
        byte[] open = song(1);
        Arrays.fill(open, lengthAt(open), lengthAt(open) + 4, (byte) 0);
        try (FolderWatch watch = new FolderWatch(folder, AudioFile::looksLikeAudio, this::tell, 300)) {
            waitUntil(watch::isReady);
            Path file = Files.write(folder.resolve("stream.wav"), open);
            assertThat(AudioFile.isOpenEnded(file)).isTrue();
            waitUntil(() -> told.size() == 1);
            Files.write(folder.resolve("after.wav"), song(2)); // looked at until this is told of
            waitUntil(() -> told.size() == 2);
            assertThat(told.get(0).path()).isEqualTo(file);
            assertThat(told.get(1).path()).hasFileName("after.wav");
        }
    }

    @Test
    void aFileOfThreeGibibytesSaysHowLongItIs() throws Exception {
        byte[] small = song(1);
        int at = lengthAt(small);
        Path file = Files.write(folder.resolve("long.wav"), Arrays.copyOf(small, at + 4));
        long data = 3L << 30;
        try (RandomAccessFile large = new RandomAccessFile(file.toFile(), "rw")) {
            large.setLength(at + 4 + data); // takes no room: nothing is written to most of it
            large.seek(at);
            large.writeInt(Integer.reverseBytes((int) data));
        }
        assertThat(AudioFile.isOpenEnded(file)).isFalse();
    }

    /** A hundred files in five awkward ways; each has one right outcome. */
    @Test
    void aHundredFilesWrittenInAwkwardWaysAreToldOfRightly() throws Exception {
        Path bounces = Files.createDirectory(folder.resolve("bounces"));
        Map<Path, byte[]> whole = new TreeMap<>();
        for (int i = 0; i < 5 * EACH_WAY; i++) {
            Path file = bounces.resolve(String.format("way %d take %02d.wav", i % 5, i));
            whole.put(file, song(i));
            if (i % 5 >= 2) {
                Files.write(file, song(200 + i)); // there before
            }
        }
        List<Path> files = new ArrayList<>(whole.keySet());
        try (FolderWatch watch = watching(bounces)) {
            List<Path> slowly = of(files, 0);
            List<Path> cutOff = of(files, 1);
            for (Path file : slowly) {
                Files.write(file, Arrays.copyOf(whole.get(file), 4000));
            }
            for (Path file : cutOff) { // left half written for as long as it takes to be looked at
                Files.write(file, Arrays.copyOf(whole.get(file), whole.get(file).length - 5000));
            }
            for (Path file : of(files, 2)) { // replaced by renaming
                Path temporary = bounces.resolve(file.getFileName() + ".tmp");
                Files.write(temporary, whole.get(file));
                Files.move(temporary, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            }
            for (Path file : of(files, 3)) { // touched without change
                Files.setLastModifiedTime(file, FileTime.fromMillis(System.currentTimeMillis() + 5000));
            }
            for (Path file : of(files, 4)) {
                Files.delete(file);
            }
            for (int part = 1; part <= 10; part++) { // piece by piece, with pauses shorter than it takes to settle
                for (Path file : slowly) {
                    byte[] bytes = whole.get(file);
                    try (RandomAccessFile raw = new RandomAccessFile(file.toFile(), "rw")) {
                        raw.seek(raw.length());
                        int from = (int) raw.length();
                        int to = part == 10 ? bytes.length : Math.min(bytes.length, 4000 + part * bytes.length / 12);
                        raw.write(bytes, from, Math.max(0, to - from));
                    }
                }
                long before =
                        told.stream().filter(w -> slowly.contains(w.path())).count();
                assertThat(before).as("none is told of before it is whole").isZero();
                TimeUnit.MILLISECONDS.sleep(50);
            }
            waitUntil(() -> told.size() == 2 * EACH_WAY);
            assertThat(told.stream().map(Written::path)).containsAll(slowly).containsAll(of(files, 2));
            for (Path file : cutOff) {
                Files.write(file, whole.get(file));
            }
            waitUntil(() -> told.size() == 3 * EACH_WAY);
            assertThat(told.stream().map(Written::path).distinct()).hasSize(3 * EACH_WAY);
            for (Written written : told) {
                assertThat(bytesWhenTold.get(written.path())).isEqualTo(whole.get(written.path()).length);
                assertThat(written.bytes()).isEqualTo(ContentKey.bytesOf(written.path()));
            }
            Path last = slowly.get(0);
            Files.write(last, song(500));
            waitUntil(() -> told.size() == 3 * EACH_WAY + 1);
            assertThat(told.get(told.size() - 1).path()).isEqualTo(last);
        }
    }

    private static List<Path> of(List<Path> files, int way) {
        return files.stream()
                .filter(f -> f.getFileName().toString().startsWith("way " + way))
                .toList();
    }

    @Test
    void whatHasNoPlaceAmongBouncesIsLeftAlone() {
        Path mix = Path.of("Ebb Tide bounce 3.wav");
        for (String alike : List.of(
                "Ebb Tide bounce 4.wav",
                "ebb tide bounce 12.flac",
                "Ebb Tide bounce 2026-11-26.wav",
                "Ebb Tide bounce.wav",
                "Ebb Tide.wav",
                "Ebb Tide v7.wav")) {
            assertThat(BounceNames.areAlike(mix, Path.of(alike))).as(alike).isTrue();
        }
        for (String other : List.of("Sluice Gate 3.wav", "Ebb Tide bounce 4.txt", "Ebb Tide vocals 3.wav")) {
            assertThat(BounceNames.areAlike(mix, Path.of(other))).as(other).isFalse();
        }
    }

    /** As a word that was turned up: the same length, and the same parts where parts are looked at. */
    @Test
    void aSmallChangeInALongFileIsSeen() throws Exception {
        Path bounces = Files.createDirectory(folder.resolve("bounces"));
        Path file = TestFiles.music(bounces.resolve("long.wav"), 48000, 12, 0.3);
        byte[] bytes = Files.readAllBytes(file);
        int between = 44 + (int) (0.8 * bytes.length / 63);
        Path other = folder.resolve("other.wav");
        bytes[between] ^= 1;
        Files.write(other, bytes);
        assertThat(ContentKey.sampleOf(other)).as("where nobody looks").isEqualTo(ContentKey.sampleOf(file));
        assertThat(ContentKey.bytesOf(other)).isNotEqualTo(ContentKey.bytesOf(file));
        try (FolderWatch watch = watching(bounces)) {
            waitUntil(() -> watch.isReadThrough(file));
            Files.copy(other, file, StandardCopyOption.REPLACE_EXISTING);
            waitUntil(() -> told.size() == 1);
            assertThat(told.get(0).bytes()).isEqualTo(ContentKey.bytesOf(other));
        }
    }

    @Test
    void aFolderThatIsAwayIsWaitedFor() throws Exception {
        Path away = folder.resolve("away");
        try (FolderWatch watch = watching(away)) {
            Files.createDirectory(away);
            Files.write(away.resolve("a.wav"), song(1));
            waitUntil(() -> told.size() == 1);
        }
    }
}
