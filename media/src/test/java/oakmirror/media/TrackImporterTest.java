package oakmirror.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import oakmirror.Signals;
import oakmirror.audio.Progress;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputFormat;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class TrackImporterTest {

    private static final ExecutorService EXECUTOR = Workers.perProcessor("test");

    @TempDir
    Path folder;

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private TrackImporter importer(long limit) {
        return new TrackImporter(new AudioCache(folder.resolve("cache"), limit), EXECUTOR);
    }

    @Test
    void aTrackIsMeasuredAndHeardAtTheRateThatIsWanted() throws IOException {
        float[] tone = Signals.tone(44100, -12, 3);
        Path file =
                TestFiles.write(folder.resolve("x.wav"), OutputFormat.WAV_FLOAT, 44100, tone, new float[tone.length]);
        ImportedTrack track = importer(1 << 30).importTrack(file, Optional.of(48000), Progress.NONE);
        assertThat(track.measurement().sampleRate()).isEqualTo(44100);
        assertThat(track.audio().sampleRate()).isEqualTo(48000);
        assertThat(track.audio().frames()).isEqualTo(144000);
        float[] left = new float[10000];
        float[] right = new float[10000];
        track.audio().read(60000, left, right, 0, 10000);
        float[] expected = Signals.tone(48000, -12, 3);
        for (int i = 0; i < left.length; i++) {
            assertThat((double) left[i]).isCloseTo(expected[60000 + i], within(2e-3));
        }
        assertThat(right).containsOnly(0f);
        track.audio().read(-3, left, right, 0, 5);
        assertThat(left[0]).isZero();
        track.audio().read(143999, left, right, 0, 5);
        assertThat(left[4]).isZero();
    }

    @Test
    void whatIsKnownIsNotDoneAgainAndTheSameForBothTracks() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        TrackImporter importer = importer(1 << 30);
        ImportedTrack first = importer.importTrack(file, Optional.empty(), Progress.NONE);
        boolean[] asked = {false};
        ImportedTrack again = importer.importTrack(file, Optional.empty(), done -> asked[0] = true);
        assertThat(asked[0]).as("worked again").isFalse();
        assertThat(again.measurement().loudness()).isEqualTo(first.measurement().loudness());
        assertThat(again.measurement().spectrum()).isEqualTo(first.measurement().spectrum());
        assertThat(again.measurement().contour()).isEqualTo(first.measurement().contour());
    }

    @Test
    void aNewBounceUnderTheOldNameIsNotTakenForTheOldOne() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        TrackImporter importer = importer(1 << 30);
        double before = importer.importTrack(file, Optional.empty(), Progress.NONE)
                .measurement()
                .heardLufs();
        TestFiles.music(file, 48000, 2, 0.25);
        double after = importer.importTrack(file, Optional.empty(), Progress.NONE)
                .measurement()
                .heardLufs();
        assertThat(after).isCloseTo(before - 6.02, within(0.01));
    }

    @Test
    void theCacheStaysWithinItsLimitAndWhatIsInUseStays() throws IOException {
        TrackImporter importer = importer(1_000_000);
        ImportedTrack first = importer.importTrack(
                TestFiles.music(folder.resolve("a.wav"), 48000, 2, 0.5), Optional.empty(), Progress.NONE);
        new TrackImporter(new AudioCache(folder.resolve("cache"), 1_000_000), EXECUTOR)
                .importTrack(TestFiles.music(folder.resolve("b.wav"), 48000, 2, 0.4), Optional.empty(), Progress.NONE);
        float[] left = new float[100];
        first.audio().read(5000, left, new float[100], 0, 100);
        assertThat(left).as("still there, though its file has gone").isNotEqualTo(new float[100]);
        try (var files = Files.list(folder.resolve("cache"))) {
            assertThat(files.filter(f -> f.toString().endsWith(".f32")).count()).isEqualTo(1);
        }
    }

    @Test
    void cancellingLeavesNothingBehind() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 8, 0.5);
        assertThatThrownBy(() -> importer(1 << 30).importTrack(file, Optional.of(44100), done -> done < 0.3))
                .isInstanceOf(CancellationException.class);
        try (var files = Files.list(folder.resolve("cache"))) {
            assertThat(files).isEmpty();
        }
    }

    @Test
    void aCacheThatCannotBeWrittenIsSaid() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 1, 0.5);
        Path inTheWay = Files.createFile(folder.resolve("occupied"));
        TrackImporter importer = new TrackImporter(new AudioCache(inTheWay, 1 << 30), EXECUTOR);
        assertThatThrownBy(() -> importer.importTrack(file, Optional.empty(), Progress.NONE))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("cache folder");
    }

    @Test
    void shortSilentAndMonoTracksComeIn() throws IOException {
        Path blip = TestFiles.music(folder.resolve("blip.wav"), 48000, 0.2, 0.5);
        ImportedTrack track = importer(1 << 30).importTrack(blip, Optional.empty(), Progress.NONE);
        assertThat(track.measurement().heardLufs()).isNaN();
        assertThat(track.measurement().spectrum().isSilent()).isFalse();
        Path silence = TestFiles.write(
                folder.resolve("silence.wav"), OutputFormat.WAV_16, 8000, new float[16000], new float[16000]);
        ImportedTrack quiet = importer(1 << 30).importTrack(silence, Optional.of(48000), Progress.NONE);
        assertThat(quiet.audio().frames()).isEqualTo(96000);
        byte[] data = new byte[96000];
        Path dc = TestFiles.wav(folder.resolve("dc.wav"), 1, 1, 48000, 8, data, data.length);
        ImportedTrack direct = importer(1 << 30).importTrack(dc, Optional.empty(), Progress.NONE);
        assertThat(direct.measurement().peaks().samplePeakDbfs()).isCloseTo(0, within(0.01));
        float[] left = new float[10];
        direct.audio().read(500, left, new float[10], 0, 10);
        assertThat((double) left[0]).as("mono at −3 dB on both sides").isCloseTo(-Math.sqrt(0.5), within(1e-4));
    }
}
