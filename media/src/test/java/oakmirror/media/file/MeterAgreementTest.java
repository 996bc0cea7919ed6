package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Our meter against FFmpeg's ebur128 filter. Peaks are printed by it with one decimal, so half of that comes on top. */
class MeterAgreementTest {

    private static final ExecutorService EXECUTOR = WorkerThreads.forParts();
    private static final double PRINTED = 0.05;

    @TempDir
    Path folder;

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static TrackMeasurement measure(Path file) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            return new TrackMeasurer(EXECUTOR, TrackMeasurer.Extent.LEVELS).measure(stream, Progress.NONE);
        }
    }

    private static void assertAgrees(Path file) throws IOException, InterruptedException {
        FfmpegTool.Reading theirs = FfmpegTool.measure(file);
        TrackMeasurement ours = measure(file);
        assertThat(ours.file().loudness().integratedLufs())
                .as("integrated")
                .isCloseTo(theirs.integrated(), within(0.02));
        assertThat(ours.file().loudness().rangeLu()).as("range").isCloseTo(theirs.range(), within(0.1));
        assertThat(ours.file().peaks().truePeakDbtp())
                .as("true peak")
                .isCloseTo(theirs.truePeak(), within(0.05 + PRINTED));
        assertThat(ours.file().peaks().samplePeakDbfs())
                .as("sample peak")
                .isCloseTo(theirs.samplePeak(), within(0.001 + PRINTED));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "withy-lanterns-ebb-tide.ogg",
                "copper-lane-harbour-lights.ogg",
                "nine-gates-the-long-ebb.ogg",
                "marrow-and-rye-salt-stair.mp3"
            })
    void onTheDemoSongs(String name) throws IOException, InterruptedException {
        assertAgrees(TestFiles.demo(name));
    }

    @ParameterizedTest
    @CsvSource({"44100,0.9", "48000,0.02", "96000,0.5", "192000,3.0", "32000,0.5"})
    void atOtherRatesAndLevels(int rate, double amplitude) throws IOException, InterruptedException {
        assertAgrees(TestFiles.music(folder.resolve("x.wav"), rate, 20, amplitude));
    }

    @ParameterizedTest
    @ValueSource(strings = {"mono", "5.1"})
    void withOtherChannels(String layout) throws IOException, InterruptedException {
        Path stereo = TestFiles.music(folder.resolve("x.wav"), 48000, 12, 0.5);
        Path other = FfmpegTool.encode(
                stereo, folder.resolve("y.wav"), "-af", "aformat=channel_layouts=" + layout, "-c:a", "pcm_s24le");
        assertAgrees(other);
        assertThat(measure(other).channels()).isEqualTo(layout.equals("mono") ? 1 : 6);
    }
}
