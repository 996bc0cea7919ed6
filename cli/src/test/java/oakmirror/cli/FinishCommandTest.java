package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.dsp.Chain;
import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.limiter.Interpolated;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Files that were finished, as FFmpeg's meter and an interpolation of its own read them. */
class FinishCommandTest extends CommandTest {

    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);
    private static final double SECONDS = 5;
    private static final int KILLED_SECONDS = 8;

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    /** Beats that die away over a soft floor: many dB from its loudness to its peaks. */
    private static float[] beats(int rate, double peak, long seed) {
        Random random = new QuickRandom(seed);
        float[] out = new float[(int) (SECONDS * rate)];
        double keep = Math.exp(-2 * Math.PI * 6000 / rate); // most of it below 6 kHz: meters differ beyond 20 kHz
        double low = 0;
        for (int i = 0; i < out.length; i++) {
            double since = i % (rate / 3) / (double) rate;
            low = keep * low + (1 - keep) * (2 * random.nextDouble() - 1) * Math.sqrt(rate / 24000.0);
            out[i] = (float) (peak * (0.01 + Math.exp(-since * 25)) * low);
        }
        return out;
    }

    static Stream<Clip> inputs() {
        float[] swell = Signals.musicLike(44100, SECONDS, 0.3, 9);
        for (int i = 0; i < swell.length / 2; i++) {
            swell[i] *= 0.5f;
        }
        return Stream.of(
                Clip.stereo(
                        44100, Signals.musicLike(44100, SECONDS, 0.2, 1), Signals.musicLike(44100, SECONDS, 0.2, 2)),
                Clip.stereo(48000, beats(48000, 0.8, 3), beats(48000, 0.5, 4)),
                Clip.stereo(96000, Signals.musicLike(96000, SECONDS, 0.002, 5), beats(96000, 0.01, 6)),
                Clip.stereo(192000, beats(192000, 3, 7), beats(192000, 3, 7)),
                Clip.stereo(44100, swell, swell),
                Clip.stereo(32000, Signals.musicLike(32000, SECONDS, 0.4, 8), new float[(int) (32000 * SECONDS)]));
    }

    @ParameterizedTest
    @MethodSource("inputs")
    void filesLandWhereTheyShouldUnderTheCeiling(Clip mix) throws Exception {
        for (double target : new double[] {-9, -11, -14, -18, -23}) {
            Path file = folder.resolve("master" + target + ".wav");
            MasterRender.Rendered master = new MasterRender(mix, Chain.NONE, EXECUTOR)
                    .render(
                            FinishSettings.DEFAULT.withTarget(target, -1),
                            () -> OutputFormat.WAV_24.open(file, mix.sampleRate()),
                            Progress.NONE);
            FfmpegTool.Reading heard = FfmpegTool.measure(file);
            double expected = master.plan().expectedLufs();
            assertThat(master.integratedLufs()).isCloseTo(expected, within(0.03));
            assertThat(heard.integrated())
                    .as("to %.0f LUFS: %s", target, master.plan())
                    .isCloseTo(expected, within(0.05));
            if (master.plan().standing() != Attainment.OUT_OF_REACH) {
                assertThat(expected).isEqualTo(target);
            }
            for (float[] side : TestFiles.read(file)) {
                assertThat(Interpolated.peakDb(side)).isLessThanOrEqualTo(-0.95);
            }
            assertThat(heard.truePeak()).isLessThanOrEqualTo(-0.9); // it prints tenths
        }
    }

    @Test
    void forLossyDeliveryTheCeilingHoldsForWhatCodersMakeOfIt() throws Exception {
        float[] left = beats(48000, 0.8, 3);
        float[] right = Signals.musicLike(48000, SECONDS, 0.2, 4);
        Path mix = TestFiles.write(folder.resolve("mix.wav"), OutputFormat.WAV_24, 48000, left, right);
        Path out = folder.resolve("master.wav");
        JsonNode held =
                finish("--in", mix.toString(), "--target", "-15", "--out", out.toString(), "--for-lossy", "--loudest");
        assertThat(held.get("coded")).hasSize(3);
        for (JsonNode coder : held.get("coded")) {
            assertThat(coder.get("truePeakDbtp").asDouble()).isLessThanOrEqualTo(-0.95);
        }
        assertThat(held.get("limitedToDbtp").asDouble()).isLessThan(-1);
        assertThat(held.get("integratedLufs").asDouble()).isCloseTo(-15, within(0.05));
        double coded = codedPeak(out);
        finish("--in", mix.toString(), "--target", "-15", "--out", out.toString());
        assertThat(coded)
                .as("by another version of a coder, which is not quite the same")
                .isLessThanOrEqualTo(-0.7)
                .isLessThan(codedPeak(out));
    }

    private double codedPeak(Path master) throws Exception {
        Path aac = folder.resolve("master.m4a");
        Files.deleteIfExists(aac);
        return FfmpegTool.measure(FfmpegTool.encode(master, aac, "-c:a", "aac", "-b:a", "256k"))
                .truePeak();
    }

    private JsonNode finish(String... more) throws Exception {
        List<String> command = new ArrayList<>(List.of("finish", "--json", "--replace"));
        command.addAll(Arrays.asList(more));
        Result r = run(command.toArray(String[]::new));
        assertThat(r.code()).as(r.err()).isZero();
        return new ObjectMapper().readTree(r.out());
    }

    private Path mix() throws IOException {
        float[] music = beats(44100, 0.5, 1);
        return TestFiles.write(folder.resolve("mix.wav"), OutputFormat.WAV_24, 44100, music, music);
    }

    @Test
    void theFiguresAreThoseOfTheFile() throws Exception {
        Path out = folder.resolve("master.flac");
        JsonNode json = finish("--in", mix().toString(), "--target", "-14", "--ceiling", "-2", "--out", out.toString());
        FfmpegTool.Reading heard = FfmpegTool.measure(out);
        assertThat(json.get("integratedLufs").asDouble()).isCloseTo(heard.integrated(), within(0.02));
        assertThat(heard.integrated()).isCloseTo(-14, within(0.05));
        assertThat(json.get("truePeakDbtp").asDouble()).isLessThanOrEqualTo(-1.95);
        assertThat(json.get("reached").asBoolean()).isTrue();
        assertThat(json.get("driveDb").asDouble()).isPositive();
        assertThat(json.get("mostReductionDb").asDouble()).isPositive();
        assertThat(json.get("plrDb").asDouble())
                .isCloseTo(
                        json.get("truePeakDbtp").asDouble()
                                - json.get("integratedLufs").asDouble(),
                        within(0.002));
    }

    @Test
    void aReferenceSetsTheTargetAndACorrectionComesBefore() throws Exception {
        Path like = wav("like.wav", -17, 3);
        Path out = folder.resolve("master.wav");
        Path bands = folder.resolve("bands.csv");
        Files.writeString(
                bands, "type,frequency_hz,gain_db,q,enabled\nbell,1000.00,6.00,0.700,true\nbell,50,9,1,false\n");
        JsonNode json = finish(
                "--in",
                mix().toString(),
                "--like",
                like.toString(),
                "--out",
                out.toString(),
                "--correction",
                bands.toString(),
                "--clip",
                "2");
        assertThat(json.get("targetLufs").asDouble()).isCloseTo(-17, within(0.05));
        double plain = finish("--in", mix().toString(), "--like", like.toString(), "--out", out.toString())
                .get("driveDb")
                .asDouble();
        assertThat(json.get("driveDb").asDouble())
                .as("what is louder already needs less")
                .isLessThan(plain - 0.5);
        Path curve = folder.resolve("curve.csv");
        Files.writeString(curve, "frequency_hz,correction_db\n20,6\n20000,6\n");
        double raised = finish(
                        "--in",
                        mix().toString(),
                        "--like",
                        like.toString(),
                        "--out",
                        out.toString(),
                        "--correction",
                        curve.toString())
                .get("driveDb")
                .asDouble();
        assertThat(raised).isCloseTo(plain - 6, within(0.05));
    }

    @Test
    void whatIsWrongIsToldInASentenceAndNothingIsLost() throws Exception {
        Path mix = mix();
        byte[] before = Files.readAllBytes(mix);
        assertThat(run("finish", "--in", mix.toString(), "--target", "-14", "--out", mix.toString())
                        .code())
                .isEqualTo(4);
        assertThat(Files.readAllBytes(mix)).isEqualTo(before);
        Path odd = Files.writeString(folder.resolve("odd.csv"), "a,b\n1,2\n");
        Result r = run(
                "finish",
                "--in",
                mix.toString(),
                "--target",
                "-14",
                "--out",
                folder.resolve("m.wav").toString(),
                "--correction",
                odd.toString());
        assertThat(r.code()).isEqualTo(3);
        assertThat(r.err()).contains("odd.csv contains no correction");
        Path high = Files.writeString(
                folder.resolve("high.csv"), "type,frequency_hz,gain_db,q,enabled\nbell,30000,3,1,true\n");
        assertThat(run(
                                "finish",
                                "--in",
                                mix.toString(),
                                "--target",
                                "-14",
                                "--out",
                                folder.resolve("m.wav").toString(),
                                "--correction",
                                high.toString())
                        .err())
                .contains("a band above half the rate");
        assertThat(folder.resolve("m.wav")).doesNotExist();
        Path silent = TestFiles.write(
                folder.resolve("silent.wav"), OutputFormat.WAV_24, 8000, new float[8000], new float[8000]);
        assertThat(run(
                                "finish",
                                "--in",
                                mix.toString(),
                                "--like",
                                silent.toString(),
                                "--out",
                                folder.resolve("m.wav").toString())
                        .err())
                .contains("no usable loudness");
    }

    @Test
    void aTargetOutOfReachIsSaidToBe() throws Exception {
        Path out = folder.resolve("master.wav");
        String[] command = {"finish", "--replace", "--in", mix().toString(), "--target", "-2", "--out", out.toString()};
        Result told = run(command);
        assertThat(told.code()).isEqualTo(Main.MISSED);
        assertThat(told.out())
                .contains("No drive gets this mix to −2.0 LUFS", "the loudest possible", "that still holds up is");
        JsonNode json = finish("--loudest", "--in", mix().toString(), "--target", "-2", "--out", out.toString());
        assertThat(json.get("reached").asBoolean()).isFalse();
        assertThat(json.get("sane").asBoolean()).isFalse();
        assertThat(json.get("integratedLufs").asDouble())
                .isCloseTo(json.get("loudestLufs").asDouble(), within(0.01))
                .isGreaterThan(json.get("loudestSaneLufs").asDouble() + 0.5);
    }

    @Test
    void whatIsReachedAtTooHighAPriceEndsWithAStatusOfItsOwn() throws Exception {
        Path out = folder.resolve("master.wav");
        double bears = finish("--in", mix().toString(), "--target", "-14", "--out", out.toString())
                .get("loudestSaneLufs")
                .asDouble();
        String target = String.valueOf(bears + 1);
        String[] command = {"finish", "--json", "--replace", "--in", mix().toString(), "--target", target, "--out"};
        String[] asked =
                Stream.concat(Stream.of(command), Stream.of(out.toString())).toArray(String[]::new);
        Result told = run(asked);
        assertThat(told.code()).isEqualTo(Main.MISSED);
        JsonNode json = new ObjectMapper().readTree(told.out());
        assertThat(json.get("reached").asBoolean()).isTrue();
        assertThat(json.get("sane").asBoolean()).isFalse();
        String[] accepted =
                Stream.concat(Stream.of(asked), Stream.of("--loudest")).toArray(String[]::new);
        assertThat(run(accepted).code()).isZero();
        List<String> inWords = new ArrayList<>(List.of(asked));
        inWords.remove("--json");
        assertThat(run(inWords.toArray(String[]::new)).out())
                .contains("at too high a price", "The loudest possible is −");
    }

    /** Killed while it reads, while it writes, and just before its end: there is the whole file or none. */
    @Test
    void aKillLeavesTheWholeFileOrNone() throws Exception {
        Path mix = TestFiles.music(folder.resolve("long.wav"), 44100, KILLED_SECONDS, 0.3);
        Path results = Files.createDirectory(folder.resolve("results"));
        Path out = results.resolve("master.wav");
        long whole = 6L * 44100 * KILLED_SECONDS;
        for (double part : new double[] {0, 0.3, 0.9, 0.999}) {
            Process process = new ProcessBuilder(
                            java("finish", "--in", mix.toString(), "--target", "-12", "--out", out.toString()))
                    .redirectErrorStream(true)
                    .redirectOutput(folder.resolve("said.txt").toFile())
                    .start();
            while (process.isAlive() && !Files.exists(out) && largest(results) < Math.max(1, part * whole)) {
                process.waitFor(1, TimeUnit.MILLISECONDS);
            }
            process.destroyForcibly().waitFor();
            if (Files.exists(out)) {
                assertThat(FfmpegTool.measure(out).integrated()).isCloseTo(-12, within(0.05));
                assertThat(TestFiles.read(out)[0]).hasSize(44100 * KILLED_SECONDS);
                Files.delete(out);
            }
        }
        assertThat(process("finish", "--in", mix.toString(), "--target", "-12", "--out", out.toString())
                        .code())
                .isZero();
        assertThat(FfmpegTool.measure(out).integrated()).isCloseTo(-12, within(0.05));
        try (Stream<Path> left = Files.list(results)) {
            assertThat(left).as("what kills have left is cleared away").containsExactly(out);
        }
    }

    private static long largest(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.mapToLong(f -> f.toFile().length()).max().orElse(0);
        }
    }
}
