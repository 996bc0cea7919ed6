package oakmirror.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.dataformat.smile.databind.SmileMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import oakmirror.Signals;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputFormat;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TrackImporterTest {

    private static final ExecutorService EXECUTOR = WorkerThreads.forParts();

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
        assertThat(track.audio().orElseThrow().sampleRate()).isEqualTo(48000);
        assertThat(track.audio().orElseThrow().frames()).isEqualTo(144000);
        float[] left = new float[10000];
        float[] right = new float[10000];
        track.audio().orElseThrow().read(60000, left, right, 0, 10000);
        float[] expected = Signals.tone(48000, -12, 3);
        for (int i = 0; i < left.length; i++) {
            assertThat((double) left[i]).isCloseTo(expected[60000 + i], within(2e-3));
        }
        assertThat(right).containsOnly(0f);
        track.audio().orElseThrow().read(-3, left, right, 0, 5);
        assertThat(left[0]).isZero();
        track.audio().orElseThrow().read(143999, left, right, 0, 5);
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
        assertThat(again.measurement().file().loudness())
                .isEqualTo(first.measurement().file().loudness());
        assertThat(again.measurement().spectrum()).isEqualTo(first.measurement().spectrum());
        assertThat(again.measurement().contour()).isEqualTo(first.measurement().contour());
    }

    /** Of stems and of what is only brought to a level no more is asked; what is compared is never shown without its tone. */
    @Test
    void whatIsMeasuredInPartIsKeptAsThatAndMeasuredInFullWhereMoreIsWanted() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        TrackImporter importer = importer(1 << 30);
        ImportedTrack levels = importer.importTrack(file, Optional.empty(), Extent.LEVELS, Progress.NONE);
        assertThat(levels.measurement().provenance().extent()).isEqualTo(Extent.LEVELS);
        boolean[] asked = {false};
        ImportedTrack again = importer.importTrack(file, Optional.empty(), Extent.LEVELS, done -> asked[0] = true);
        assertThat(asked[0]).as("worked again").isFalse();
        assertThat(again.measurement().heard()).isEqualTo(levels.measurement().heard());
        ImportedTrack full = importer.importTrack(file, Optional.empty(), Progress.NONE);
        assertThat(full.measurement().provenance().extent()).isEqualTo(Extent.ALL);
        assertThat(full.measurement().heardLufs())
                .isEqualTo(levels.measurement().heardLufs());
        assertThat(full.measurement().activity().onsets()).isNotEmpty();
    }

    @Test
    void whatIsKnownInFullServesWhereLessIsWanted() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        TrackImporter importer = importer(1 << 30);
        importer.importTrack(file, Optional.empty(), Progress.NONE);
        boolean[] asked = {false};
        ImportedTrack levels = importer.importTrack(file, Optional.empty(), Extent.LEVELS, done -> asked[0] = true);
        assertThat(asked[0]).as("worked again").isFalse();
        assertThat(levels.measurement().provenance().extent()).isEqualTo(Extent.ALL);
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
        first.audio().orElseThrow().read(5000, left, new float[100], 0, 100);
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
        assertThat(quiet.audio().orElseThrow().frames()).isEqualTo(96000);
        byte[] data = new byte[96000];
        Path dc = TestFiles.wav(folder.resolve("dc.wav"), 1, 1, 48000, 8, data, data.length);
        ImportedTrack direct = importer(1 << 30).importTrack(dc, Optional.empty(), Progress.NONE);
        assertThat(direct.measurement().file().peaks().samplePeakDbfs()).isCloseTo(0, within(0.01));
        float[] left = new float[10];
        direct.audio().orElseThrow().read(500, left, new float[10], 0, 10);
        assertThat((double) left[0]).as("mono at −3 dB on both sides").isCloseTo(-Math.sqrt(0.5), within(1e-4));
    }

    @Test
    void figuresOfAPassageBelongToTheBytesThatWereRead() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 4, 0.5);
        TrackImporter importer = importer(1 << 30);
        ImportedTrack loud = importer.importTrack(file, Optional.empty(), Progress.NONE);
        double whole = loud.measurement().heardLufs();
        TestFiles.music(file, 48000, 4, 0.05); // another bounce, 20 dB lower, under the same name
        TimeRange passage = new TimeRange(1, 3);
        TrackMeasurement ofOld = importer.measurePassage(loud, passage, Progress.NONE);
        assertThat(ofOld.heardLufs()).as("of what was read").isCloseTo(whole, within(1.0));
        assertThat(ofOld.provenance().origin())
                .isEqualTo(Origin.passage(loud.content().value(), passage));
        // After a restart the new file is read, and its passage is its own.
        TrackImporter later = importer(1 << 30);
        ImportedTrack quiet = later.importTrack(file, Optional.empty(), Progress.NONE);
        assertThat(quiet.content()).isNotEqualTo(loud.content());
        assertThat(later.measurePassage(quiet, passage, Progress.NONE).heardLufs())
                .isCloseTo(whole - 20, within(1.0));
    }

    @Test
    void aFileThatIsWrittenToWhileItIsReadIsReadAgain() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 6, 0.5);
        boolean[] written = {false};
        ImportedTrack track = importer(1 << 30).importTrack(file, Optional.empty(), done -> {
            if (done > 0.4 && !written[0]) {
                written[0] = true;
                try {
                    TestFiles.music(file, 48000, 6, 0.05);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            }
            return true;
        });
        assertThat(written[0]).isTrue();
        ImportedTrack fresh = new TrackImporter(new AudioCache(folder.resolve("other"), 1 << 30), EXECUTOR)
                .importTrack(file, Optional.empty(), Progress.NONE);
        assertThat(track.measurement().heardLufs())
                .isCloseTo(fresh.measurement().heardLufs(), within(0.001));
        assertThat(track.content()).isEqualTo(fresh.content());
    }

    @Test
    void aFileThatIsWrittenToAllTheTimeIsSaid() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        assertThatThrownBy(() -> importer(1 << 30).importTrack(file, Optional.empty(), done -> {
                    try {
                        Files.setLastModifiedTime(file, FileTime.fromMillis(System.nanoTime() / 1_000_000));
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                    return true;
                }))
                .hasMessage("x.wav is still being written. Try again when it is finished.");
    }

    @Test
    void aSourceThatVanishesIsNotCalledAnErrorOfTheCache() throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        assertThatThrownBy(() -> importer(1 << 30).importTrack(file, Optional.empty(), done -> {
                    try {
                        Files.deleteIfExists(file);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                    return true;
                }))
                .hasMessage("x.wav no longer exists. It may have been moved or renamed.");
    }

    @Test
    void monoAndSurroundReadTheSameByPassageAndAsAWhole() throws IOException {
        float[] music = Signals.musicLike(48000, 5, 0.4, 3);
        float[] other = Signals.musicLike(48000, 5, 0.3, 4);
        for (int channels : new int[] {1, 2, 6}) {
            float[][] parts = new float[channels][];
            for (int c = 0; c < channels; c++) {
                parts[c] = c % 2 == 0 ? music : other;
            }
            Path file = TestFiles.floats(folder.resolve(channels + ".wav"), 48000, parts);
            TrackImporter importer = importer(1 << 30);
            ImportedTrack track = importer.importTrack(file, Optional.empty(), Progress.NONE);
            TrackMeasurement whole = track.measurement();
            TrackMeasurement all = importer.measurePassage(track, new TimeRange(0, 5), Progress.NONE);
            assertThat(all.heardLufs()).isCloseTo(whole.heardLufs(), within(0.001));
            assertThat(all.heard().rmsDbfs()).isCloseTo(whole.heard().rmsDbfs(), within(0.001));
            assertThat(all.heard().peaks().truePeakDbtp())
                    .isCloseTo(whole.heard().peaks().truePeakDbtp(), within(0.001));
            assertThat(all.heard().peakToLoudness()).isCloseTo(whole.heard().peakToLoudness(), within(0.001));
            assertThat(all.heard().loudness().maxShortTermLufs())
                    .isCloseTo(whole.heard().loudness().maxShortTermLufs(), within(0.001));
            assertThat(all.dynamics().peakToShortTerm()[0])
                    .isCloseTo(whole.dynamics().peakToShortTerm()[0], within(0.001f));
            double own =
                    whole.file().peaks().truePeakDbtp() - whole.heard().peaks().truePeakDbtp();
            assertThat(own).as("%d channels", channels).isCloseTo(channels == 1 ? 3.01 : own, within(0.01));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"null", "{}", "[1]", "EMPTY", "{\"measurement\":null,\"rhythm\":null,\"warnings\":[]}"})
    void aDamagedMeasurementInTheCacheIsMadeAgain(String text) throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        ImportedTrack first = importer(1 << 30).importTrack(file, Optional.empty(), Progress.NONE);
        Path kept = cached(".smile");
        byte[] whole = Files.readAllBytes(kept);
        boolean isEmpty = text.equals("EMPTY");
        Files.write(
                kept, isEmpty ? new byte[0] : new SmileMapper().writeValueAsBytes(new ObjectMapper().readTree(text)));
        ImportedTrack again = importer(1 << 30).importTrack(file, Optional.empty(), Progress.NONE);
        assertThat(again.measurement().heardLufs())
                .isEqualTo(first.measurement().heardLufs());
        assertThat(Files.readAllBytes(kept)).as("kept again").isEqualTo(whole);
        ObjectNode other = (ObjectNode) new SmileMapper().readTree(whole);
        ObjectNode measurement = (ObjectNode) other.get("measurement");
        measurement.set("tones", measurement.remove("tone"));
        Files.write(kept, new SmileMapper().writeValueAsBytes(other));
        assertThat(importer(1 << 30)
                        .importTrack(file, Optional.empty(), Progress.NONE)
                        .measurement()
                        .heardLufs())
                .isEqualTo(first.measurement().heardLufs());
        assertThat(Files.readAllBytes(kept)).as("kept again").isEqualTo(whole);
    }

    @Test
    void aMeasurementOfSomethingElseUnderTheNameIsNotTaken() throws IOException {
        TrackImporter importer = importer(1 << 30);
        Path loud = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.5);
        double expected = importer.importTrack(loud, Optional.empty(), Progress.NONE)
                .measurement()
                .heardLufs();
        Path kept = cached(".smile");
        Path quiet = TestFiles.music(folder.resolve("y.wav"), 48000, 2, 0.05);
        importer.importTrack(quiet, Optional.empty(), Progress.NONE);
        try (var files = Files.list(folder.resolve("cache"))) {
            Path other = files.filter(f -> f.toString().endsWith(".smile") && !f.equals(kept))
                    .findFirst()
                    .orElseThrow();
            Files.copy(other, kept, StandardCopyOption.REPLACE_EXISTING);
        }
        assertThat(importer.importTrack(loud, Optional.empty(), Progress.NONE)
                        .measurement()
                        .heardLufs())
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @ValueSource(strings = {"zeros", "last zeros", "longer", "shorter", "empty", "folder"})
    void damagedAudioInTheCacheIsDecodedAgain(String damage) throws IOException {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 10, 0.5);
        importer(1 << 30).importTrack(file, Optional.empty(), Progress.NONE);
        Path kept = cached(".f32");
        byte[] bytes = Files.readAllBytes(kept);
        switch (damage) {
            case "zeros" -> Files.write(kept, new byte[bytes.length]);
            case "last zeros" -> {
                Arrays.fill(bytes, bytes.length - 40_000, bytes.length - 24, (byte) 0);
                Files.write(kept, bytes);
            }
            case "longer" -> Files.write(kept, Arrays.copyOf(bytes, bytes.length + 100));
            case "shorter" -> Files.write(kept, Arrays.copyOf(bytes, bytes.length / 2));
            case "empty" -> Files.write(kept, new byte[0]);
            default -> {
                Files.delete(kept);
                Files.createDirectory(kept);
                Files.createFile(kept.resolve("inside"));
            }
        }
        ImportedTrack again = importer(1 << 30).importTrack(file, Optional.empty(), Progress.NONE);
        float[] left = new float[480_000];
        again.audio().orElseThrow().read(0, left, new float[480_000], 0, 480_000);
        double sum = 0;
        for (int i = 479_000; i < 480_000; i++) {
            sum += left[i] * left[i];
        }
        assertThat(sum).as("it sounds to its end").isPositive();
    }

    private Path cached(String ending) throws IOException {
        try (var files = Files.list(folder.resolve("cache"))) {
            return files.filter(f -> f.toString().endsWith(ending)).findFirst().orElseThrow();
        }
    }
}
