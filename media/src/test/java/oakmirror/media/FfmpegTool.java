package oakmirror.media;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.bytedeco.javacpp.Loader;

/** FFmpeg's own program, from the same bundle the product decodes with: the independent meter and encoder of the tests. */
public final class FfmpegTool {

    /** What its ebur128 filter reads, in LUFS, LU and dB. */
    public record Reading(double integrated, double range, double truePeak, double samplePeak) {}

    private FfmpegTool() {}

    /** Runs it and gives back what it prints. */
    public static String run(Object... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(Loader.load(org.bytedeco.ffmpeg.ffmpeg.class)));
        command.addAll(List.of("-y", "-nostdin", "-hide_banner"));
        for (Object argument : arguments) {
            command.add(argument.toString());
        }
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String output = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new IOException("ffmpeg failed:\n" + output);
        }
        return output;
    }

    /** Encodes a file into another form. */
    public static Path encode(Path from, Path to, Object... options) throws IOException, InterruptedException {
        List<Object> arguments = new ArrayList<>(List.of("-i", from));
        arguments.addAll(List.of(options));
        arguments.add(to);
        run(arguments.toArray());
        return to;
    }

    /** Measures a file; loudness and range to three decimals, peaks as finely as it prints them. */
    public static Reading measure(Path file) throws IOException, InterruptedException {
        String out = run(
                "-i",
                file,
                "-af",
                "ebur128=peak=true+sample:metadata=1,ametadata=mode=print:file=-",
                "-f",
                "null",
                "-");
        return new Reading(
                last(out, "lavfi\\.r128\\.I=(\\S+)"),
                last(out, "lavfi\\.r128\\.LRA=(\\S+)"),
                last(out, "True peak:\\s+Peak:\\s+(\\S+)"),
                last(out, "Sample peak:\\s+Peak:\\s+(\\S+)"));
    }

    private static double last(String text, String pattern) {
        Matcher matcher = Pattern.compile(pattern).matcher(text);
        String found = "";
        while (matcher.find()) {
            found = matcher.group(1);
        }
        return found.equals("-inf") ? Double.NEGATIVE_INFINITY : Double.parseDouble(found);
    }
}
