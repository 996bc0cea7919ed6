package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import oakmirror.audio.Progress;
import oakmirror.compare.Gap;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.DecodedStream;
import oakmirror.media.file.OutputFormat;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the commands do. */
class CommandsTest extends CommandTest {

    @Test
    void measureTellsEverythingAsJson() throws Exception {
        Path tone = wav("tone 🎻.wav", -23, 6);
        Path silence = TestFiles.write(
                folder.resolve("silence.wav"), OutputFormat.WAV_FLOAT, 44100, new float[44100], new float[44100]);
        Result r = process("measure", "--json", tone.toString(), silence.toString());
        assertThat(r.code()).isZero();
        assertThat(r.err()).isEmpty();
        JsonNode files = new ObjectMapper().readTree(r.out()).get("files");
        JsonNode first = files.get(0);
        assertThat(first.get("file").asText()).isEqualTo(tone.toString());
        assertThat(first.get("sampleRate").asInt()).isEqualTo(48000);
        assertThat(first.get("channels").asInt()).isEqualTo(2);
        assertThat(first.get("seconds").asDouble()).isEqualTo(6.0);
        for (String name :
                new String[] {"integratedLufs", "maxMomentaryLufs", "maxShortTermLufs", "truePeakDbtp", "samplePeakDbfs"
                }) {
            assertThat(first.get(name).asDouble()).as(name).isCloseTo(-23, within(0.1));
        }
        assertThat(first.get("loudnessRangeLu").asDouble()).isCloseTo(0, within(0.05));
        assertThat(first.get("rmsDbfs").asDouble()).isCloseTo(-26.01, within(0.02));
        for (String name : new String[] {"integratedLufs", "loudnessRangeLu", "truePeakDbtp", "rmsDbfs"}) {
            assertThat(files.get(1).get(name).isNull()).as(name).isTrue();
        }
    }

    @Test
    void measureGoesOnAfterAFileThatCannotBeRead() throws Exception {
        Path tone = wav("tone.wav", -20, 1);
        Result r = run("measure", folder.resolve("gone.wav").toString(), tone.toString());
        assertThat(r.code()).isEqualTo(3);
        assertThat(r.err().lines()).hasSize(1).first().asString().contains("gone.wav no longer exists");
        assertThat(r.out()).contains("tone.wav", "−20.0");
    }

    @ParameterizedTest
    @CsvSource({
        "measure",
        "measure --no-such-option",
        "nonsense",
        "match --mix a.wav",
        "match --mix a --reference b --out c --strength 120",
        "match --mix a --reference b --out c --exact --resolution 3",
        "match --mix a --reference b --out c --resolution 1/3",
        "match --mix a --reference b --out c --caution 101",
        "match --mix a --reference b --out c --phase odd",
        "match --mix a --reference b --out c --release everything",
        "match --mix a --reference b --out c --target 12",
        "finish --in a --out b.wav",
        "finish --in a --out b.wav --target -14 --like c",
        "finish --in a --out b.mp3 --target -14",
        "finish --in a --out b.wav --target 3",
        "finish --in a --out b.wav --target -14 --clip 9",
        "finish --in a --out b.wav --target -14 --ceiling 1"
    })
    void wrongUseIsExplainedInALine(String line) throws Exception {
        Result r = run(line.split(" "));
        assertThat(r.code()).isEqualTo(2);
        assertThat(r.err().lines()).hasSize(1);
        assertThat(r.out()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"minimum,-16,-1", "linear,-23,-1", "minimum,-13,-2"})
    void matchLandsWhereItSaysAndLeavesWhatItShould(String phase, double target, double ceiling) throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 25);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 25);
        Path out = folder.resolve("out");
        double strength = 60;
        Result r = run(
                "match",
                "--mix",
                mix.toString(),
                "--reference",
                reference.toString(),
                "--out",
                out.toString(),
                "--strength",
                "60",
                "--caution",
                "25",
                "--release",
                "fine-boost,short-passage",
                "--phase",
                phase,
                "--target",
                String.valueOf(target),
                "--ceiling",
                String.valueOf(ceiling),
                "--json");
        assertThat(r.code()).as(r.err()).isZero();
        JsonNode summary = new ObjectMapper().readTree(r.out());
        assertThat(new ObjectMapper().readTree(out.resolve("summary.json").toFile()))
                .isEqualTo(summary);

        FfmpegTool.Reading heard = FfmpegTool.measure(out.resolve("matched.wav"));
        double short_ = summary.get("shortOfTargetLu").asDouble();
        assertThat(heard.integrated()).isCloseTo(target - short_, within(0.05));
        assertThat(heard.truePeak()).isLessThanOrEqualTo(ceiling + 0.05 + 0.05);
        assertThat(summary.get("integratedLufs").asDouble()).isCloseTo(heard.integrated(), within(0.05));

        assertThat(summary.get("basis").asText()).isEqualTo("evidence");
        assertThat(summary.get("cautionPercent").asInt()).isEqualTo(25);
        assertThat(summary.get("releasedGuards"))
                .extracting(JsonNode::asText)
                .containsExactly("fine-boost", "short-passage");
        assertThat(summary.get("evidence").get("trust").get("Mid").asDouble()).isBetween(0.05, 1.0);
        assertThat(summary.get("moves"))
                .isNotEmpty()
                .allMatch(m -> m.get("trust").asDouble() > 0.05);
        assertThat(summary.get("heldBack"))
                .anyMatch(h -> h.get("reason").asText().equals("outside the range"));

        List<String> bands = Files.readAllLines(out.resolve("bands.csv"));
        assertThat(bands.get(0)).isEqualTo("type,frequency_hz,gain_db,q,enabled");
        assertThat(bands.size()).isBetween(2, 13);
        assertThat(bands.subList(1, bands.size()))
                .allMatch(l -> l.matches("(bell|low-shelf|high-shelf),[\\d.]+,-?[\\d.]+,[\\d.]+,true"));
        List<String> curve = Files.readAllLines(out.resolve("curve.csv"));
        assertThat(curve.get(0))
                .isEqualTo("frequency_hz,mix_db,reference_db,gap_db,correction_db,judged_gap_db,trust,credible_db");
        assertThat(curve).hasSize(1 + BandGrid.SIZE);

        // Measured again: what is left of the gap is what the correction left, band by band.
        double[] before = gapAt(mix, reference);
        double[] after = gapAt(out.resolve("matched.wav"), reference);
        double level = 0;
        double miss = 0;
        int count = 0;
        for (int pass = 0; pass < 2; pass++) {
            for (int b = BandGrid.bandOf(40); b < BandGrid.bandOf(14000); b++) {
                double correction = Double.parseDouble(curve.get(b + 1).split(",")[4]);
                double difference = after[b] - (before[b] - correction);
                level += pass == 0 ? difference : 0;
                count += pass == 0 ? 1 : 0;
                miss += pass == 1 ? Math.pow(difference - level / count, 2) : 0;
            }
        }
        assertThat(Math.sqrt(miss / count)).as("dB RMS at %.0f %%", strength).isLessThan(0.25);
    }

    @Test
    void whatHasBeenMatchedIsNotCorrectedAgain() throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 30);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 30);
        assertThat(mostCorrected(mix, reference, "one")).isGreaterThan(1);
        Path matched = folder.resolve("one").resolve("matched.wav");
        assertThat(mostCorrected(matched, reference, "two")).isLessThan(0.3);
    }

    private double mostCorrected(Path mix, Path reference, String name) throws Exception {
        Path out = folder.resolve(name);
        Result r = run("match", "--mix", mix.toString(), "--reference", reference.toString(), "--out", out.toString());
        assertThat(r.code()).as(r.err()).isZero();
        return Files.readAllLines(out.resolve("curve.csv")).stream()
                .skip(1)
                .mapToDouble(l -> Math.abs(Double.parseDouble(l.split(",")[4])))
                .max()
                .orElseThrow();
    }

    private static double[] gapAt(Path mix, Path reference) throws IOException {
        TrackMeasurement m = measured(mix);
        TrackMeasurement r = measured(reference);
        return Gap.between(
                        m.spectrum(), m.heardLufs(), List.of(new Gap.Reference(r.spectrum(), r.heardLufs())), 1.0 / 3)
                .gapDb();
    }

    private static TrackMeasurement measured(Path file) throws IOException {
        var executor = WorkerThreads.forParts();
        try (DecodedStream stream = AudioFile.open(file)) {
            return new TrackMeasurer(executor, TrackMeasurer.Extent.COMPARED).measure(stream, Progress.NONE);
        } finally {
            executor.shutdown();
        }
    }

    @Test
    void aMixAgainstItselfIsOnlyBroughtToItsLevel() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 44100, 8, 0.1);
        Path out = folder.resolve("out");
        Result r = process(
                "match",
                "--mix",
                mix.toString(),
                "--reference",
                mix.toString(),
                "--out",
                out.toString(),
                "--target",
                "-30");
        assertThat(r.code()).as(r.err()).isZero();
        assertThat(Files.readAllLines(out.resolve("bands.csv"))).hasSize(1);
        assertThat(FfmpegTool.measure(out.resolve("matched.wav")).integrated()).isCloseTo(-30, within(0.05));
    }

    @Test
    void twoHoursFitIntoASmallHeap() throws Exception { // -Xmx256m, see java()
        int channels = 1;
        int rate = 8000;
        long frames = 2L * 3600 * rate;
        byte[] second = new byte[rate]; // whole periods
        for (int i = 0; i < rate; i++) {
            second[i] = (byte) (128 + 40 * Math.sin(2 * Math.PI * 440 * i / rate));
        }
        byte[] data = new byte[(int) (frames * channels)];
        for (int at = 0; at < data.length; at += rate) {
            System.arraycopy(second, 0, data, at, rate);
        }
        Path file = TestFiles.wav(folder.resolve("long.wav"), 1, channels, rate, 8, data, data.length);
        Result r = process("measure", "--json", file.toString());
        assertThat(r.code()).as(r.err()).isZero();
        JsonNode first = new ObjectMapper().readTree(r.out()).get("files").get(0);
        assertThat(first.get("seconds").asDouble()).isEqualTo(7200.0);
        assertThat(first.get("integratedLufs").asDouble()).isBetween(-20.0, -10.0);
    }
}
