package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the monitor path takes from files, and what is made of tracks for listening. */
class ImpulseResponseFileTest {

    @TempDir
    Path folder;

    private Path response(int rate, int length, int at, float value) throws IOException {
        float[] left = new float[length];
        float[] right = new float[length];
        left[at] = value;
        right[at] = -value;
        return TestFiles.write(folder.resolve("r" + rate + ".wav"), OutputFormat.WAV_FLOAT, rate, left, right);
    }

    @Test
    void samplesComeAsTheyAreAndSilenceAtTheEndIsCut() throws IOException {
        double[][] taps = ImpulseResponseFile.read(response(48000, 200_000, 700, 0.5f), 48000);
        assertThat(taps[0]).hasSize(701);
        assertThat(taps[0][700]).isEqualTo(0.5);
        assertThat(taps[1][700]).isEqualTo(-0.5);
    }

    @Test
    void atAnotherRateTheGainStays() throws IOException {
        for (int rate : new int[] {44100, 96000}) {
            double[][] taps = ImpulseResponseFile.read(response(rate, 9000, 2000, 0.5f), 48000);
            double sum = 0;
            for (double tap : taps[0]) {
                sum += tap;
            }
            assertThat(sum).as("gain at 0 Hz from %d", rate).isCloseTo(0.5, within(0.002));
        }
    }

    @Test
    void whatCannotBeUsedIsSaidInOneSentence() throws IOException {
        Path silent = TestFiles.write(
                folder.resolve("silent.wav"), OutputFormat.WAV_FLOAT, 48000, new float[100], new float[100]);
        assertThatThrownBy(() -> ImpulseResponseFile.read(silent, 48000))
                .isInstanceOf(AudioFileException.class)
                .hasMessage("silent.wav is silent. Choose an impulse response.");
        Path song = TestFiles.music(folder.resolve("song.wav"), 48000, 3, 0.5);
        assertThatThrownBy(() -> ImpulseResponseFile.read(song, 48000)).hasMessageContaining("longer than one second");
        Path text = Files.writeString(folder.resolve("x.wav"), "nothing");
        assertThatThrownBy(() -> ImpulseResponseFile.read(text, 48000)).isInstanceOf(AudioFileException.class);
    }

    @Test
    void tracksAreStretchedAndPassagesMeasuredOnce() throws IOException {
        ExecutorService executor = WorkerThreads.forParts();
        AudioCache cache = new AudioCache(folder.resolve("cache"), 1 << 30);
        TrackImporter importer = new TrackImporter(cache, executor);
        Path file = TestFiles.music(folder.resolve("m.wav"), 44100, 6, 0.3);
        ImportedTrack track = importer.importTrack(file, Optional.of(48000), Progress.NONE);
        StereoSource longer = importer.derived().stretched(track, 1.1, Progress.NONE);
        assertThat(longer.frames()).isEqualTo(Math.round(6 * 48000 * 1.1));
        assertThat(longer.sampleRate()).isEqualTo(48000);
        long files = Files.list(folder.resolve("cache")).count();
        importer.derived().stretched(track, 1.1, Progress.NONE);
        assertThat(Files.list(folder.resolve("cache")).count()).isEqualTo(files);
        assertThatThrownBy(() -> importer.derived().stretched(track, 1.2, fraction -> fraction < 0.3))
                .isInstanceOf(CancellationException.class);
        assertThat(Files.list(folder.resolve("cache")).count())
                .as("nothing half-made stays")
                .isEqualTo(files);

        TrackMeasurement passage = importer.measurePassage(track, new TimeRange(1, 5), Progress.NONE);
        assertThat(passage.seconds()).isCloseTo(4, within(1e-9));
        assertThat(passage.heardLufs()).isCloseTo(track.measurement().heardLufs(), within(0.5));
        TrackMeasurement again = importer.measurePassage(track, new TimeRange(1, 5), Progress.NONE);
        assertThat(again.spectrum()).isEqualTo(passage.spectrum());
        assertThat(again.heard()).isEqualTo(passage.heard());
        assertThat(Files.list(folder.resolve("cache")).count()).isEqualTo(files + 1);
        executor.shutdown();
    }
}
