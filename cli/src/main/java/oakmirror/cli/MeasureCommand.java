package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.DecodedStream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Measures files: loudness, range, peaks. */
@Command(
        name = "measure",
        mixinStandardHelpOptions = true,
        description = "Measures loudness (ITU-R BS.1770-5, EBU R 128), true peak and RMS of audio files.",
        footer = {"", "Examples:", "  oakmirror measure mix.wav", "  oakmirror measure --json *.flac"})
final class MeasureCommand implements Callable<Integer> {

    /** A file and what was measured of it. */
    record Measured(Path file, TrackMeasurement measurement) {}

    private static final Logger LOG = LoggerFactory.getLogger(MeasureCommand.class);

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "Audio files: WAV, AIFF, FLAC, MP3, AAC, Ogg, Opus.")
    private List<Path> files;

    @Option(names = "--json", description = "Print JSON; undefined values, e.g. for silence, are null.")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        ExecutorService executor = WorkerThreads.forParts();
        ProgressLine progress = new ProgressLine();
        List<Measured> measured = new ArrayList<>();
        PrintWriter out = spec.commandLine().getOut();
        int code = Main.DONE;
        for (Path file : files) {
            progress.start(file.toString());
            try (DecodedStream stream = AudioFile.open(file)) {
                TrackMeasurement m = new TrackMeasurer(executor, TrackMeasurer.Extent.LEVELS).measure(stream, progress);
                progress.clear();
                if (json) {
                    measured.add(new Measured(file, m));
                } else {
                    print(out, file, m);
                }
                stream.warnings().forEach(w -> warn(file + ": " + w));
            } catch (AudioFileException e) {
                progress.clear();
                warn(e.getMessage());
                code = Main.INPUT;
            } catch (RuntimeException | OutOfMemoryError e) { // one file must not cost the figures of the others
                LOG.error("measuring {} failed", file, e);
                progress.clear();
                boolean isMemory = Main.isOfMemory(e);
                warn(file + (isMemory ? ": " + Main.MEMORY : " could not be measured; it may be damaged."));
                code = isMemory ? 1 : Main.INPUT;
            }
        }
        if (json) {
            out.println(MeasurementJson.of(measured));
        }
        out.flush();
        executor.shutdown();
        return code;
    }

    private void warn(String sentence) {
        PrintWriter err = spec.commandLine().getErr();
        err.println(sentence);
        err.flush();
    }

    private static void print(PrintWriter out, Path file, TrackMeasurement m) {
        out.printf(Locale.ROOT, "%s  (%d Hz, %d ch, %.1f s)%n", file, m.sampleRate(), m.channels(), m.seconds());
        line(out, "integrated", m.file().loudness().integratedLufs(), "LUFS");
        line(out, "loudness range", m.file().loudness().rangeLu(), "LU");
        line(out, "max momentary", m.file().loudness().maxMomentaryLufs(), "LUFS");
        line(out, "max short-term", m.file().loudness().maxShortTermLufs(), "LUFS");
        line(out, "true peak", m.file().peaks().truePeakDbtp(), "dBTP");
        line(out, "sample peak", m.file().peaks().samplePeakDbfs(), "dBFS");
        line(out, "RMS", m.file().rmsDbfs(), "dBFS");
    }

    private static void line(PrintWriter out, String what, double value, String unit) {
        String figure = Double.isFinite(value)
                ? String.format(Locale.ROOT, "%8.2f %s", value, unit).replace('-', '−')
                : "       not defined";
        out.printf("  %-15s %s%n", what, figure);
    }
}
