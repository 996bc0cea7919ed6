package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import oakmirror.Signals;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** Commands: as processes of their own, or, where a process would show nothing more, in this one, which is warm. */
abstract class CommandTest {

    @TempDir
    Path folder;

    record Result(int code, String out, String err) {}

    /** A command as the start script runs it. */
    static List<String> java(String... arguments) {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx256m",
                "-XX:+UseSerialGC",
                "-XX:+UnlockDiagnosticVMOptions",
                "-XX:CompilerDirectivesFile="
                        + Path.of("../core/src/main/jvm/compiler.json").toAbsolutePath(),
                "-XX:-DisplayVMOutput",
                "-Dfile.encoding=UTF-8",
                "-Dsun.jnu.encoding=UTF-8",
                "-cp",
                System.getProperty("java.class.path"),
                "oakmirror.cli.Main"));
        command.addAll(List.of(arguments));
        return command;
    }

    /** A command in a process of its own. */
    Result process(String... arguments) throws IOException, InterruptedException {
        return execute(java(arguments));
    }

    /** A command in this process. */
    static Result run(String... arguments) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        CommandLine line = Main.line().setOut(new PrintWriter(out)).setErr(new PrintWriter(err));
        int code = Main.run(line, arguments);
        return neverATrace(new Result(code, out.toString(), err.toString()));
    }

    private static Result neverATrace(Result result) {
        assertThat(result.err()).as("never a stack trace").doesNotContain("\tat ", "Exception in thread");
        return result;
    }

    Result execute(List<String> command) throws IOException, InterruptedException {
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

    Path wav(String name, double level, double seconds) throws IOException {
        float[] tone = Signals.tone(48000, level, seconds);
        return TestFiles.write(folder.resolve(name), OutputFormat.WAV_24, 48000, tone, tone);
    }

    static byte[] noise(int length) {
        byte[] data = new byte[length];
        new java.util.Random(1).nextBytes(data);
        return data;
    }
}
