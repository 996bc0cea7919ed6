package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import oakmirror.media.TestFiles;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.DecodedStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What the commands say and leave behind when something is not as it should be. */
class CommandFaultsTest extends CommandTest {

    @ParameterizedTest
    @CsvSource({"compare --mix FILE --reference FILE,10", "measure FILE,5"})
    void tooLittleMemoryIsSaidInASentence(String line, int megabytes) throws Exception {
        String file = TestFiles.demoReference().toString();
        List<String> command = java(line.replace("FILE", file).split(" "));
        command.replaceAll(a -> a.equals("-Xmx256m") ? "-Xmx" + megabytes + "m" : a);
        Result r = execute(command);
        assertThat(r.code()).isEqualTo(1);
        assertThat(r.err().lines()).hasSize(1).first().asString().contains("Not enough memory");
    }

    @Test
    void oddMaterialHasAClearOutcome() throws Exception {
        Path mono = TestFiles.wav(folder.resolve("mono.wav"), 1, 1, 8000, 8, noise(8000 * 3), 8000 * 3);
        Path high = TestFiles.music(folder.resolve("high.wav"), 192000, 3, 2.5);
        Path out = folder.resolve("out");
        Result r = run("match", "--mix", mono.toString(), "--reference", high.toString(), "--out", out.toString());
        assertThat(r.code()).as(r.err()).isZero();
        assertThat(AudioFile.open(out.resolve("matched.wav")).sampleRate()).isEqualTo(8000);
        Path silent = wav("silent.wav", -200, 1);
        assertThat(run(
                                "match",
                                "--replace",
                                "--mix",
                                silent.toString(),
                                "--reference",
                                high.toString(),
                                "--out",
                                out.toString())
                        .code())
                .isZero();
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
        assertThat(r.code()).isEqualTo(4);
        assertThat(r.err().lines()).hasSize(1).first().asString().contains("Choose another");
        Result gone = run(
                "match",
                "--mix",
                folder.resolve("gone.wav").toString(),
                "--reference",
                mix.toString(),
                "--out",
                folder.resolve("o").toString());
        assertThat(gone.code()).isEqualTo(3);
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
        assertThat(r.code()).as(r.err()).isIn(3, 4);
        assertThat(r.err().strip().lines()).hasSize(1);
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
        assertThat(r.code()).isEqualTo(4);
        assertThat(r.err()).contains(name + " is one of the inputs");
        assertThat(Files.readAllBytes(mix)).isEqualTo(before);
        for (String other : List.of("matched.wav", "curve.csv", "bands.csv", "summary.json")) {
            assertThat(Files.exists(folder.resolve(other))).as(other).isEqualTo(other.equals(name));
        }
    }

    @Test
    void oneFileThatCannotBeMeasuredCostsNoOtherItsFigures() throws Exception {
        Path good = wav("good.wav", -20, 1);
        Path root = folder.toAbsolutePath().getRoot();
        Result r = process("measure", "--json", good.toString(), root.toString(), good.toString());
        assertThat(r.code()).isEqualTo(3);
        assertThat(new ObjectMapper().readTree(r.out()).get("files")).hasSize(2);
        assertThat(r.err().strip()).isEqualTo(root + " is a folder. Choose an audio file in it.");
    }

    @Test
    void aMixWithoutLoudnessIsSaidAndKeptUnderTheCeiling() throws Exception {
        float[] click = new float[100];
        click[50] = 1;
        Path mix = TestFiles.floats(folder.resolve("click.wav"), 48000, click, click);
        Path music = TestFiles.music(folder.resolve("music.wav"), 48000, 2, 0.5);
        Path out = folder.resolve("out");
        Result r = run("match", "--mix", mix.toString(), "--reference", music.toString(), "--out", out.toString());
        assertThat(r.code()).as(r.err()).isZero();
        assertThat(r.out())
                .contains("no measurable loudness")
                .doesNotContain("NaN")
                .doesNotContain("Infinity");
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
        assertThat(run(command).err()).contains("silent.wav: no measurable loudness");
    }

    @Test
    void whatIsThereIsReplacedWhenTheUserSaysSoAndNotOtherwise() throws Exception {
        Path mix = TestFiles.music(folder.resolve("music.wav"), 48000, 2, 0.3);
        Path out = Files.createDirectory(folder.resolve("out"));
        Path kept = Files.writeString(out.resolve("summary.json"), "mine");
        List<String> match = new ArrayList<>(
                List.of("match", "--mix", mix.toString(), "--reference", mix.toString(), "--out", out.toString()));
        Result refused = run(match.toArray(String[]::new));
        assertThat(refused.code()).isEqualTo(Main.OUTPUT);
        assertThat(refused.err().strip())
                .endsWith("summary.json already exists. Choose another name, or add --replace.");
        assertThat(kept).hasContent("mine");
        assertThat(out.resolve("matched.wav")).as("before anything is done").doesNotExist();
        match.add("--replace");
        assertThat(run(match.toArray(String[]::new)).code()).isZero();
        assertThat(Files.readString(kept)).startsWith("{");
        Path master = Files.writeString(folder.resolve("master.wav"), "mine");
        List<String> finish = new ArrayList<>(
                List.of("finish", "--in", mix.toString(), "--target", "-20", "--out", master.toString()));
        assertThat(run(finish.toArray(String[]::new)).code()).isEqualTo(Main.OUTPUT);
        assertThat(master).hasContent("mine");
        finish.add("--replace");
        assertThat(run(finish.toArray(String[]::new)).code()).isZero();
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
        assertThat(r.code()).isEqualTo(3);
        assertThat(r.err().strip().lines()).hasSize(1).first().asString().startsWith("The folder for temporary files");
    }

    @Test
    void decodersThatCannotBeUnpackedAreSaid() throws Exception {
        List<String> command = java("measure", TestFiles.demoMix().toString());
        Path nowhere = Files.createFile(folder.resolve("a file")).resolve("where no folder can be");
        for (String place : List.of("user.home", "java.io.tmpdir", "org.bytedeco.javacpp.cachedir")) {
            command.add(1, "-D" + place + "=" + nowhere);
        }
        Result r = execute(command);
        assertThat(r.code()).as(r.err()).isEqualTo(3);
        assertThat(r.err().strip()).startsWith("The decoders can’t be unpacked to or run from " + nowhere);
    }

    @Test
    void anOutputThatCannotBeWrittenIsAFailure() throws Exception {
        Path tone = wav("tone.wav", -20, 1);
        List<String> command = new ArrayList<>(List.of("bash", "-c", "exec \"$@\" > /dev/full", "bash"));
        command.addAll(java("measure", "--json", tone.toString()));
        Result r = execute(command);
        assertThat(r.code()).isEqualTo(Main.OUTPUT);
        assertThat(r.err().strip()).isEqualTo("The output could not be written.");
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
            process.waitFor(1, TimeUnit.MILLISECONDS);
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
}
