package oakmirror.media.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.dsp.StereoResponse;
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

    /** A file of four channels of 32-bit floats, each an impulse of its own. */
    private Path four(int rate, int... at) throws IOException {
        int frames = 400;
        ByteBuffer wav = ByteBuffer.allocate(44 + frames * 16).order(ByteOrder.LITTLE_ENDIAN);
        wav.put("RIFF".getBytes(StandardCharsets.US_ASCII)).putInt(36 + frames * 16);
        wav.put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII))
                .putInt(16)
                .putShort((short) 3)
                .putShort((short) 4);
        wav.putInt(rate).putInt(rate * 16).putShort((short) 16).putShort((short) 32);
        wav.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(frames * 16);
        for (int i = 0; i < frames; i++) {
            for (int c = 0; c < 4; c++) {
                wav.putFloat(i == at[c] ? 0.1f * (c + 1) : 0);
            }
        }
        return Files.write(folder.resolve("four.wav"), wav.array());
    }

    @Test
    void ofFourChannelsEachLeadsFromASideToASide() throws IOException {
        StereoResponse room = ImpulseResponseFile.readRoom(four(48000, 100, 130, 140, 101), 48000);
        // eight frames are left before the first sound
        assertThat(room.ll()[8]).isCloseTo(0.1, within(1e-6));
        assertThat(room.lr()[38]).isCloseTo(0.2, within(1e-6));
        assertThat(room.rl()[48]).isCloseTo(0.3, within(1e-6));
        assertThat(room.rr()[9]).isCloseTo(0.4, within(1e-6));
        assertThat(room.taps()).isEqualTo(49);
        StereoResponse other = ImpulseResponseFile.readRoom(four(48000, 100, 130, 140, 101), 96000);
        assertThat(Arrays.stream(other.rl()).sum()).as("gain at 0 Hz").isCloseTo(0.3, within(0.002));
    }

    @Test
    void ofOneChannelBothSidesAreAlikeAndOfTwoEachIsItsOwn() throws IOException {
        StereoResponse two = ImpulseResponseFile.readRoom(response(48000, 900, 300, 0.5f), 48000);
        assertThat(two.ll()[8]).isEqualTo(0.5);
        assertThat(two.rr()[8]).isEqualTo(-0.5);
        assertThat(two.lr()).isEmpty();
    }

    @Test
    void whatCannotBeUsedIsSaidInOneSentence() throws IOException {
        Path silent = TestFiles.write(
                folder.resolve("silent.wav"), OutputFormat.WAV_FLOAT, 48000, new float[100], new float[100]);
        assertThatThrownBy(() -> ImpulseResponseFile.read(silent, 48000))
                .isInstanceOf(AudioFileException.class)
                .hasMessage("silent.wav is silent. Choose an impulse response.");
        Path song = TestFiles.music(folder.resolve("song.wav"), 48000, 3, 0.5);
        assertThatThrownBy(() -> ImpulseResponseFile.read(song, 48000)).hasMessageContaining("longer than 1.0 s");
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
