package oakmirror.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Material;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.DecodedStream;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A recording and its copies at other rates, made by FFmpeg's resampler, are one recording: no gap, and nothing to correct. */
class CopiesAtOtherRatesTest {

    private static final int[] RATES = {22050, 44100, 48000, 88200, 96000, 192000};

    private static ExecutorService executor;

    @TempDir
    private Path folder;

    @BeforeAll
    static void open() {
        executor = WorkerThreads.forParts();
    }

    @AfterAll
    static void close() {
        executor.shutdown();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "withy-lanterns-ebb-tide.ogg",
                "withy-lanterns-lantern-step.ogg",
                "withy-lanterns-sluice-gate.ogg",
                "copper-lane-harbour-lights.ogg",
                "nine-gates-the-long-ebb.ogg",
                "marrow-and-rye-salt-stair.mp3",
                "stems/ebb-tide-bass.ogg",
                "stems/ebb-tide-drums.ogg",
                "stems/ebb-tide-fiddle.ogg",
                "stems/ebb-tide-dulcimer.ogg"
            })
    void haveNoGap(String name) throws Exception {
        Path source = TestFiles.excerpt(TestFiles.demo(name), folder.resolve("source.wav"), 12);
        Subject mix = subject(0, source);
        for (int rate : RATES) {
            Path copy = FfmpegTool.encode(
                    source,
                    folder.resolve("copy.wav"),
                    "-af",
                    "aresample=" + rate + ":filter_size=256:cutoff=0.98",
                    "-c:a",
                    "pcm_f32le");
            Subject reference = subject(1, copy);
            Gap gap = Gap.of(List.of(mix, reference));
            double below = 0.9 * Math.min(rate, mix.compared().sampleRate()) / 2;
            double squares = 0;
            int count = 0;
            for (int b = 0; b < BandGrid.SIZE && BandGrid.centreHz(b) < below; b++) {
                if (gap.known()[b]) {
                    assertThat(gap.gapDb()[b])
                            .as("%s at %d: %.1f Hz", name, rate, BandGrid.centreHz(b))
                            .isCloseTo(0, within(0.3));
                    squares += gap.gapDb()[b] * gap.gapDb()[b];
                    count++;
                }
            }
            assertThat(Math.sqrt(squares / count))
                    .as("%s at %d, dB RMS", name, rate)
                    .isLessThan(0.05);
            for (Basis basis : Basis.values()) {
                Proposal proposal = Proposal.derive(
                        Material.of(List.of(mix, reference), Optional.empty()),
                        CorrectionSettings.DEFAULT.withBasis(basis),
                        MoveDecisions.NONE,
                        mix.compared().sampleRate());
                assertThat(proposal.bands())
                        .as("%s at %d, %s", name, rate, basis)
                        .isEmpty();
            }
        }
    }

    private static Subject subject(int number, Path file) throws Exception {
        try (DecodedStream stream = AudioFile.open(file)) {
            TrackMeasurement m =
                    new TrackMeasurer(executor, TrackMeasurer.Extent.COMPARED).measure(stream, Progress.NONE);
            return new Subject(number, file.getFileName().toString(), m, m, Optional.empty());
        }
    }
}
