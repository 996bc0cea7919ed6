package oakmirror.media.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.stream.Stream;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.delivery.Verification.Channels;
import oakmirror.delivery.Verification.Rounding;
import oakmirror.dsp.Chain;
import oakmirror.files.StaleFiles;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.FfmpegTool;
import oakmirror.media.file.FileLabel;
import oakmirror.media.file.OutputFormat;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Masters that are written, and read again. */
class MasterDeliveryTest {

    private static final int RATE = 48000;
    private static final FinishSettings FINISH = FinishSettings.DEFAULT.withTarget(-15, -1);
    private static final FinishSettings LOUD = FinishSettings.DEFAULT.withTarget(-9, -1);

    @TempDir
    Path folder;

    private final ExecutorService executor = WorkerThreads.forParts();
    private final Clip mix =
            Clip.stereo(RATE, Signals.musicLike(RATE, 10, 0.2, 1), Signals.musicLike(RATE, 10, 0.2, 2));
    private final MasterRender render = new MasterRender(mix, Chain.NONE, executor);

    @AfterEach
    void endsWork() {
        executor.shutdownNow();
    }

    private Delivered deliver(Form form, Path file, Progress progress) throws IOException {
        return deliver(form, file, FINISH, progress);
    }

    private Delivered deliver(Form form, Path file, FinishSettings finish, Progress progress) throws IOException {
        FileLabel label = new FileLabel(
                Tags.NONE.with(TagField.TITLE, "Ebb Tide"),
                Optional.empty(),
                Optional.of(LocalDateTime.of(2026, 11, 26, 20, 0)));
        return new MasterDelivery(render, RATE, mix.frames(), executor)
                .deliver(render.measureLevels(Progress.NONE), finish, form, label, file, progress);
    }

    @ParameterizedTest
    @EnumSource
    void everyFormHoldsWhatItShould(OutputFormat format) throws Exception {
        Path file = folder.resolve("master." + format.ending());
        Delivered d = deliver(Form.of(format), file, Progress.NONE);

        assertThat(d.verification().faults()).isEmpty();
        assertThat(d.verification().channels()).isEqualTo(Channels.RIGHT);
        assertThat(d.verification().rounding())
                .isEqualTo(format.isLossy() ? Rounding.LOSSY : format.isRounded() ? Rounding.DITHERED : Rounding.NONE);
        assertThat(d.master().integratedLufs()).isCloseTo(-15, within(0.05));
        assertThat(d.bytes()).isEqualTo(Files.size(file));
        assertThat((double) format.bytes(10, RATE)).isBetween(0.4 * d.bytes(), 2.5 * d.bytes());

        FfmpegTool.Reading read = FfmpegTool.measure(file);
        assertThat(d.verification().levels().loudness().integratedLufs()).isCloseTo(read.integrated(), within(0.06));
        assertThat(d.verification().levels().peaks().truePeakDbtp()).isCloseTo(read.truePeak(), within(0.15));
    }

    @Test
    void withoutDitherItIsFoundRounded() throws IOException {
        Delivered d = deliver(new Form(OutputFormat.WAV_16, false, false), folder.resolve("x.wav"), Progress.NONE);
        assertThat(d.verification().rounding()).isEqualTo(Rounding.PLAIN);
        assertThat(d.verification().isGood()).as("nobody asked for dither").isTrue();
    }

    /** What is decoded is measured by FFmpeg; as it is without, it is over. */
    @Test
    void forLossyDeliveryWhatIsDecodedStaysUnderTheCeilingAndAsLoud() throws Exception {
        Delivered plain = deliver(Form.of(OutputFormat.MP3), folder.resolve("plain.mp3"), LOUD, Progress.NONE);
        assertThat(FfmpegTool.measure(plain.file()).truePeak()).isGreaterThan(-0.9);
        assertThat(plain.remarks()).singleElement().asString().contains("raised");

        Delivered held =
                deliver(new Form(OutputFormat.MP3, true, true), folder.resolve("held.mp3"), LOUD, Progress.NONE);
        assertThat(FfmpegTool.measure(held.file()).truePeak()).isBetween(-1.4, -0.95);
        assertThat(held.master().integratedLufs()).isCloseTo(-9, within(0.05));
        assertThat(held.forLossy().orElseThrow().coded())
                .extracting(CodedPeak::coder)
                .containsExactly(OutputFormat.MP3);
        assertThat(held.remarks()).singleElement().asString().contains("decoded peak −1.");
        assertThat(held.verification().faults()).isEmpty();
    }

    /** A lossless file is held for every coder, also for one that has to be brought to another rate. */
    @ParameterizedTest
    @ValueSource(ints = {44100, 96000})
    void aLosslessMasterHoldsForEveryCoder(int rate) throws Exception {
        Clip fast = Clip.stereo(rate, Signals.musicLike(rate, 6, 0.2, 3), Signals.musicLike(rate, 6, 0.2, 4));
        MasterRender of = new MasterRender(fast, Chain.NONE, executor);
        Delivered held = new MasterDelivery(of, rate, fast.frames(), executor)
                .deliver(
                        of.measureLevels(Progress.NONE),
                        LOUD,
                        new Form(OutputFormat.WAV_24, true, true),
                        FileLabel.NONE,
                        folder.resolve("held.wav"),
                        Progress.NONE);
        ForLossy lossy = held.forLossy().orElseThrow();
        assertThat(lossy.coded())
                .extracting(CodedPeak::coder)
                .containsExactly(OutputFormat.MP3, OutputFormat.AAC, OutputFormat.OPUS);
        assertThat(lossy.holds()).isTrue();
        assertThat(lossy.highestDbtp()).isBetween(-1.6, -0.95);
        assertThat(held.verification().levels().peaks().truePeakDbtp())
                .as("of the file itself: lower, for the coders' sake")
                .isLessThan(-1.1);
        try (var files = Files.list(folder)) {
            assertThat(files).containsExactly(held.file());
        }
    }

    @Test
    void theSameOrderGivesTheSameFile() throws IOException {
        Delivered first = deliver(Form.of(OutputFormat.FLAC_24), folder.resolve("a.flac"), Progress.NONE);
        Delivered second = deliver(Form.of(OutputFormat.FLAC_24), folder.resolve("b.flac"), Progress.NONE);
        assertThat(second.sha256()).isEqualTo(first.sha256());
    }

    @ParameterizedTest
    @EnumSource(names = {"WAV_24", "FLAC_16", "MP3"})
    void cancelledNothingIsLeft(OutputFormat format) throws IOException {
        assertThatThrownBy(() -> deliver(Form.of(format), folder.resolve("x." + format.ending()), f -> f < 0.3))
                .isInstanceOf(CancellationException.class);
        try (var files = Files.list(folder)) {
            assertThat(files).isEmpty();
        }
    }

    /** While it is rendered, coded and measured. */
    @ParameterizedTest
    @ValueSource(doubles = {0.05, 0.31, 0.36, 0.5})
    void cancelledOnTrialNothingIsLeft(double when) throws IOException {
        assertThatThrownBy(() -> deliver(
                        new Form(OutputFormat.WAV_24, true, true), folder.resolve("x.wav"), LOUD, f -> f < when))
                .isInstanceOf(CancellationException.class);
        try (var files = Files.list(folder);
                var temporary = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
            assertThat(files).isEmpty();
            assertThat(temporary.filter(f -> f.getFileName().toString().contains(StaleFiles.processMark())))
                    .noneMatch(f -> Files.exists(f.resolve("master.wav")));
        }
    }

    /** Two windows, one folder: whoever comes second has a number, and says so. */
    @Test
    void aMasterNeverTakesThePlaceOfOneThatCameMeanwhile() throws IOException {
        Path file = folder.resolve("Ebb Tide.wav");
        Delivered[] other = new Delivered[1];
        Delivered second = deliver(Form.of(OutputFormat.WAV_24), file, done -> {
            if (other[0] == null && done > 0.3) {
                try {
                    other[0] = deliver(Form.of(OutputFormat.WAV_24), file, Progress.NONE);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            }
            return true;
        });
        assertThat(other[0].file()).isEqualTo(file);
        assertThat(second.file()).isEqualTo(folder.resolve("Ebb Tide 2.wav"));
        for (Delivered d : List.of(other[0], second)) {
            assertThat(CheckSums.sha256(d.file())).isEqualTo(d.sha256());
        }
    }

    /** At the last moment, too: what is said to be cancelled has not come to be. */
    @Test
    void cancelledWhenAllIsWrittenNothingIsLeft() throws IOException {
        double[] last = new double[1];
        deliver(Form.of(OutputFormat.WAV_24), folder.resolve("x.wav"), done -> {
            last[0] = Files.exists(folder.resolve("x.wav")) ? last[0] : done;
            return true;
        });
        Files.delete(folder.resolve("x.wav"));
        double justBefore = last[0];
        assertThatThrownBy(
                        () -> deliver(Form.of(OutputFormat.WAV_24), folder.resolve("x.wav"), done -> done < justBefore))
                .isInstanceOf(CancellationException.class);
        try (Stream<Path> left = Files.list(folder)) {
            assertThat(left).isEmpty();
        }
        Delivered late = deliver(
                Form.of(OutputFormat.WAV_24), folder.resolve("x.wav"), done -> !Files.exists(folder.resolve("x.wav")));
        assertThat(late.file()).as("while it was verified: too late").exists();
    }

    @Test
    void checkSumsAreThoseAnyToolReads() throws IOException {
        Path file = Files.writeString(folder.resolve("x.wav"), "abc", StandardCharsets.US_ASCII);
        // of "abc": FIPS 180-4, example
        String known = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";
        assertThat(CheckSums.sha256(file)).isEqualTo(known);

        CheckSums.add(folder, Map.of("x.wav", known));
        Path sums = CheckSums.add(folder, Map.of("a b.wav", "0".repeat(64)));

        assertThat(Files.readString(sums)).isEqualTo("0".repeat(64) + "  a b.wav\n" + known + "  x.wav\n");
        CheckSums.add(folder, Map.of("x.wav", "1".repeat(64)));
        assertThat(CheckSums.read(sums)).containsEntry("x.wav", "1".repeat(64)).hasSize(2);
    }

    @Test
    void whatSomebodyElseWroteIntoTheCheckSumsStays() throws IOException {
        String foreign = "# sent to the plant on Monday\n" + "A".repeat(64) + "  old.wav\nMD5 (x) = 12\n";
        Path sums = Files.writeString(folder.resolve(CheckSums.NAME), foreign + "0".repeat(64) + "  x.wav\n");
        CheckSums.add(folder, Map.of("x.wav", "1".repeat(64)));
        assertThat(sums).hasContent(foreign + "1".repeat(64) + "  x.wav\n");
    }
}
