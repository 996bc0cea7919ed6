package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import oakmirror.Signals;
import oakmirror.audio.Progress;
import oakmirror.correction.Gap;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.Workers;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.DecodedStream;
import oakmirror.media.file.OutputFormat;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The commands as processes of their own. */
class CommandsTest {

    @TempDir
    Path folder;

    private record Result(int code, String out, String err) {}

    private static List<String> java(String... arguments) {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx256m",
                "-Dfile.encoding=UTF-8",
                "-Dsun.jnu.encoding=UTF-8",
                "-cp",
                System.getProperty("java.class.path"),
                "oakmirror.cli.Main"));
        command.addAll(List.of(arguments));
        return command;
    }

    private Result run(String... arguments) throws IOException, InterruptedException {
        return execute(java(arguments));
    }

    private Result execute(List<String> command) throws IOException, InterruptedException {
        Path out = folder.resolve("stdout.txt");
        Path err = folder.resolve("stderr.txt");
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectOutput(out.toFile()).redirectError(err.toFile());
        builder.environment().put("LC_ALL", "C.UTF-8");
        int code = builder.start().waitFor();
        Result result = new Result(
                code, Files.readString(out, StandardCharsets.UTF_8), Files.readString(err, StandardCharsets.UTF_8));
        assertThat(result.err).as("never a stack trace").doesNotContain("\tat ", "Exception in thread");
        return result;
    }

    private Path wav(String name, double level, double seconds) throws IOException {
        float[] tone = Signals.tone(48000, level, seconds);
        return TestFiles.write(folder.resolve(name), OutputFormat.WAV_24, 48000, tone, tone);
    }

    @Test
    void measureTellsEverythingAsJson() throws Exception {
        Path tone = wav("tone 🎻.wav", -23, 6);
        Path silence = TestFiles.write(
                folder.resolve("silence.wav"), OutputFormat.WAV_FLOAT, 44100, new float[44100], new float[44100]);
        Result r = run("measure", "--json", tone.toString(), silence.toString());
        assertThat(r.code).isZero();
        assertThat(r.err).isEmpty();
        JsonNode files = new ObjectMapper().readTree(r.out).get("files");
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
        assertThat(r.code).isEqualTo(3);
        assertThat(r.err.lines()).hasSize(1).first().asString().contains("gone.wav is not there any more");
        assertThat(r.out).contains("tone.wav", "−20.0");
    }

    @ParameterizedTest
    @CsvSource({
        "measure",
        "measure --no-such-option",
        "nonsense",
        "match --mix a.wav",
        "match --mix a --reference b --out c --strength 120",
        "match --mix a --reference b --out c --resolution 3",
        "match --mix a --reference b --out c --phase odd",
        "match --mix a --reference b --out c --target 12"
    })
    void wrongUseIsExplainedInALine(String line) throws Exception {
        Result r = run(line.split(" "));
        assertThat(r.code).isEqualTo(2);
        assertThat(r.err.lines()).hasSize(1);
        assertThat(r.out).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"minimum,-16,-1", "linear,-23,-1", "minimum,-6,-2"})
    void matchLandsWhereItSaysAndLeavesWhatItShould(String phase, double target, double ceiling) throws Exception {
        Path mix = TestFiles.demo("withy-lanterns-ebb-tide.flac");
        Path reference = TestFiles.demo("copper-lane-harbour-lights.flac");
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
                "--resolution",
                "1",
                "--phase",
                phase,
                "--target",
                String.valueOf(target),
                "--ceiling",
                String.valueOf(ceiling),
                "--json");
        assertThat(r.code).as(r.err).isZero();
        JsonNode summary = new ObjectMapper().readTree(r.out);
        assertThat(new ObjectMapper().readTree(out.resolve("summary.json").toFile()))
                .isEqualTo(summary);

        FfmpegTool.Reading heard = FfmpegTool.measure(out.resolve("matched.wav"));
        double short_ = summary.get("shortOfTargetLu").asDouble();
        assertThat(heard.integrated()).isCloseTo(target - short_, within(0.05));
        assertThat(heard.truePeak()).isLessThanOrEqualTo(ceiling + 0.05 + 0.05);
        assertThat(summary.get("integratedLufs").asDouble()).isCloseTo(heard.integrated(), within(0.05));

        List<String> bands = Files.readAllLines(out.resolve("bands.csv"));
        assertThat(bands.get(0)).isEqualTo("type,frequency_hz,gain_db,q,enabled");
        assertThat(bands.size()).isBetween(2, 13);
        assertThat(bands.subList(1, bands.size()))
                .allMatch(l -> l.matches("(bell|low-shelf|high-shelf),[\\d.]+,-?[\\d.]+,[\\d.]+,true"));
        List<String> curve = Files.readAllLines(out.resolve("curve.csv"));
        assertThat(curve.get(0)).isEqualTo("frequency_hz,mix_db,reference_db,gap_db,correction_db");
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

    private static double[] gapAt(Path mix, Path reference) throws IOException {
        TrackMeasurement m = measured(mix);
        TrackMeasurement r = measured(reference);
        return Gap.between(
                        m.spectrum(), m.heardLufs(), List.of(new Gap.Reference(r.spectrum(), r.heardLufs())), 1.0 / 3)
                .gapDb();
    }

    private static TrackMeasurement measured(Path file) throws IOException {
        var executor = Workers.perProcessor("test");
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
        Result r = run(
                "match",
                "--mix",
                mix.toString(),
                "--reference",
                mix.toString(),
                "--out",
                out.toString(),
                "--target",
                "-30");
        assertThat(r.code).as(r.err).isZero();
        assertThat(Files.readAllLines(out.resolve("bands.csv"))).hasSize(1);
        assertThat(FfmpegTool.measure(out.resolve("matched.wav")).integrated()).isCloseTo(-30, within(0.05));
    }

    @Test
    void oddMaterialHasAClearOutcome() throws Exception {
        Path mono = TestFiles.wav(folder.resolve("mono.wav"), 1, 1, 8000, 8, noise(8000 * 3), 8000 * 3);
        Path high = TestFiles.music(folder.resolve("high.wav"), 192000, 3, 2.5);
        Path out = folder.resolve("out");
        Result r = run("match", "--mix", mono.toString(), "--reference", high.toString(), "--out", out.toString());
        assertThat(r.code).as(r.err).isZero();
        assertThat(AudioFile.open(out.resolve("matched.wav")).sampleRate()).isEqualTo(8000);
        Path silent = wav("silent.wav", -200, 1);
        assertThat(run("match", "--mix", silent.toString(), "--reference", high.toString(), "--out", out.toString())
                        .code)
                .isZero();
    }

    private static byte[] noise(int length) {
        byte[] data = new byte[length];
        new java.util.Random(1).nextBytes(data);
        return data;
    }

    @Test
    void aFolderThatCannotBeWrittenIsSaidAndNothingIsLeft() throws Exception {
        Path mix = wav("mix.wav", -20, 2);
        Path file = Files.createFile(folder.resolve("occupied"));
        Result r = run(
                "match",
                "--mix",
                mix.toString(),
                "--reference",
                mix.toString(),
                "--out",
                file.resolve("x").toString());
        assertThat(r.code).isEqualTo(4);
        assertThat(r.err.lines()).hasSize(1).first().asString().contains("choose another");
        Result gone = run(
                "match",
                "--mix",
                folder.resolve("gone.wav").toString(),
                "--reference",
                mix.toString(),
                "--out",
                folder.resolve("o").toString());
        assertThat(gone.code).isEqualTo(3);
    }

    @Test
    void aDiskThatFillsLeavesNoHalfFile() throws Exception {
        Path mix = wav("mix.wav", -20, 10);
        Path out = Files.createDirectory(folder.resolve("out"));
        List<String> limited =
                new ArrayList<>(List.of("bash", "-c", "ulimit -f 200; trap '' XFSZ; exec \"$@\"", "bash"));
        List<String> command =
                java("match", "--mix", mix.toString(), "--reference", mix.toString(), "--out", out.toString());
        command.add(1, "-Djava.io.tmpdir=" + folder);
        command.add(1, "-Dorg.bytedeco.javacpp.cachedir=" + System.getProperty("user.home") + "/.javacpp/cache");
        limited.addAll(command);
        Result r = execute(limited);
        assertThat(r.code).as(r.err).isIn(3, 4);
        assertThat(r.err.strip().lines()).hasSize(1);
        try (var files = Files.list(out)) {
            assertThat(files).isEmpty();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"matched.wav", "curve.csv", "bands.csv", "summary.json"})
    void anInputIsNeverWrittenOver(String name) throws Exception {
        Path mix = Files.move(wav("mix.wav", -20, 2), folder.resolve(name));
        byte[] before = Files.readAllBytes(mix);
        Result r = run("match", "--mix", mix.toString(), "--reference", mix.toString(), "--out", folder.toString());
        assertThat(r.code).isEqualTo(4);
        assertThat(r.err).contains(name + " is one of the inputs");
        assertThat(Files.readAllBytes(mix)).isEqualTo(before);
        for (String other : List.of("matched.wav", "curve.csv", "bands.csv", "summary.json")) {
            assertThat(Files.exists(folder.resolve(other))).as(other).isEqualTo(other.equals(name));
        }
    }

    @Test
    void oneFileThatCannotBeMeasuredCostsNoOtherItsFigures() throws Exception {
        Path good = wav("good.wav", -20, 1);
        Path root = folder.toAbsolutePath().getRoot();
        Result r = run("measure", "--json", good.toString(), root.toString(), good.toString());
        assertThat(r.code).isEqualTo(3);
        assertThat(new ObjectMapper().readTree(r.out).get("files")).hasSize(2);
        assertThat(r.err.strip()).isEqualTo(root + " is a folder; choose an audio file in it.");
    }

    @Test
    void aMixWithoutLoudnessIsSaidAndKeptUnderTheCeiling() throws Exception {
        float[] click = new float[100];
        click[50] = 1;
        Path mix = TestFiles.floats(folder.resolve("click.wav"), 48000, click, click);
        Path music = TestFiles.music(folder.resolve("music.wav"), 48000, 2, 0.5);
        Path out = folder.resolve("out");
        Result r = run("match", "--mix", mix.toString(), "--reference", music.toString(), "--out", out.toString());
        assertThat(r.code).as(r.err).isZero();
        assertThat(r.out).contains("no loudness").doesNotContain("NaN").doesNotContain("Infinity");
        JsonNode summary =
                new ObjectMapper().readTree(out.resolve("summary.json").toFile());
        assertThat(summary.get("integratedLufs").isNull()).isTrue();
        assertThat(summary.get("truePeakDbtp").asDouble()).isLessThanOrEqualTo(-1);
        try (DecodedStream written = AudioFile.open(out.resolve("matched.wav"))) {
            float[][] block = new float[2][100];
            written.read(block, 100);
            assertThat(20 * Math.log10(block[0][50])).isLessThanOrEqualTo(-1);
        }
    }

    @Test
    void aReferenceWithoutLoudnessIsSaid() throws Exception {
        Path mix = TestFiles.music(folder.resolve("music.wav"), 48000, 2, 0.3);
        Path silent = wav("silent.wav", -200, 1);
        Path out = folder.resolve("out");
        String[] command = {"match", "--mix", mix.toString(), "--reference", silent.toString(), "--out", out.toString()
        };
        assertThat(run(command).err).contains("silent.wav: without loudness");
        assertThat(run(command).err).as("a second time").contains("matched.wav was there before and has been replaced");
    }

    @Test
    void aFolderForTemporaryFilesThatIsNotThereIsSaid() throws Exception {
        Path mix = wav("mix.wav", -20, 1);
        List<String> command = java(
                "match",
                "--mix",
                mix.toString(),
                "--reference",
                mix.toString(),
                "--out",
                folder.resolve("o").toString());
        command.add(1, "-Djava.io.tmpdir=" + folder.resolve("not/there"));
        Result r = execute(command);
        assertThat(r.code).isEqualTo(3);
        assertThat(r.err.strip().lines()).hasSize(1).first().asString().startsWith("The folder for temporary files");
    }

    @Test
    void decodersThatCannotBeUnpackedAreSaid() throws Exception {
        List<String> command =
                java("measure", TestFiles.demo("withy-lanterns-ebb-tide.flac").toString());
        Path nowhere = Files.createFile(folder.resolve("a file")).resolve("where no folder can be");
        for (String place : List.of("user.home", "java.io.tmpdir", "org.bytedeco.javacpp.cachedir")) {
            command.add(1, "-D" + place + "=" + nowhere);
        }
        Result r = execute(command);
        assertThat(r.code).as(r.err).isEqualTo(3);
        assertThat(r.err.strip()).startsWith("The decoders cannot be unpacked into your own folder");
    }

    @Test
    void aSignalLeavesNothingBehind() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 48000, 60, 0.3);
        Path temporary = Files.createDirectory(folder.resolve("tmp"));
        Path out = folder.resolve("out");
        List<String> command =
                java("match", "--mix", mix.toString(), "--reference", mix.toString(), "--out", out.toString());
        command.add(1, "-Djava.io.tmpdir=" + temporary);
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        while (process.isAlive() && !begun(temporary)) {
            Thread.onSpinWait();
        }
        assertThat(process.isAlive()).as("still at work").isTrue();
        process.destroy(); // SIGTERM
        assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
        try (var files = Files.walk(temporary)) {
            assertThat(files.filter(f -> f.toString().endsWith(".part"))).isEmpty();
        }
        try (var files = Files.list(out)) {
            assertThat(files).isEmpty();
        }
    }

    private static boolean begun(Path temporary) throws IOException {
        try (var folders = Files.list(temporary)) {
            return folders.anyMatch(f -> f.toString().endsWith(".part")
                    && f.toFile().list() != null
                    && f.toFile().list().length > 0);
        }
    }

    @Test
    void twoHoursFitIntoASmallHeap() throws Exception { // -Xmx256m, see java()
        int channels = 1;
        int rate = 8000;
        long frames = 2L * 3600 * rate;
        byte[] data = new byte[(int) (frames * channels)];
        for (int i = 0; i < data.length; i++) {
            data[i] = (byte) (128 + 40 * Math.sin(2 * Math.PI * 440 * i / rate));
        }
        Path file = TestFiles.wav(folder.resolve("long.wav"), 1, channels, rate, 8, data, data.length);
        Result r = run("measure", "--json", file.toString());
        assertThat(r.code).as(r.err).isZero();
        JsonNode first = new ObjectMapper().readTree(r.out).get("files").get(0);
        assertThat(first.get("seconds").asDouble()).isEqualTo(7200.0);
        assertThat(first.get("integratedLufs").asDouble()).isBetween(-20.0, -10.0);
    }
}
