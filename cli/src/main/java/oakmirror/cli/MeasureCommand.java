package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import oakmirror.findings.Finding;
import oakmirror.findings.Findings;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.DecodedStream;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Measures files: loudness, range, peaks, and on demand what is wrong with them. */
@Command(name = "measure", mixinStandardHelpOptions = true)
final class MeasureCommand implements Callable<Integer> {

    /** A file and what was measured of it. */
    record Measured(Path file, TrackMeasurement measurement) {}

    private static final Logger LOG = LoggerFactory.getLogger(MeasureCommand.class);

    @Parameters(arity = "1..*", paramLabel = "FILE", descriptionKey = "oakmirror.measure.files")
    private List<Path> files;

    @Option(names = "--json")
    private boolean json;

    @Option(names = "--defects")
    private boolean defects;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        ExecutorService executor = WorkerThreads.forParts();
        Extent extent = defects ? Extent.ALL : Extent.LEVELS;
        ProgressLine progress = new ProgressLine();
        List<Measured> measured = new ArrayList<>();
        PrintWriter out = spec.commandLine().getOut();
        int code = Main.DONE;
        for (Path file : files) {
            progress.start(file.toString());
            try (DecodedStream stream = AudioFile.open(file)) {
                TrackMeasurement m = new TrackMeasurer(executor, extent).measure(stream, progress);
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
                warn(isMemory ? file + ": " + Main.memory() : Texts.of("cli.couldNotBeMeasured", file));
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
        out.println(Texts.of("cli.measured", file, m.sampleRate(), m.channels(), Numbers.level(m.seconds())));
        line(out, Texts.of("cli.integrated"), m.file().loudness().integratedLufs(), "LUFS");
        line(out, Texts.of("cli.loudnessRange"), m.file().loudness().rangeLu(), "LU");
        line(out, Texts.of("cli.maxMomentary"), m.file().loudness().maxMomentaryLufs(), "LUFS");
        line(out, Texts.of("cli.maxShortTerm"), m.file().loudness().maxShortTermLufs(), "LUFS");
        line(out, Texts.of("cli.truePeak"), m.file().peaks().truePeakDbtp(), "dBTP");
        line(out, Texts.of("cli.samplePeak"), m.file().peaks().samplePeakDbfs(), "dBFS");
        line(out, "RMS", m.file().rmsDbfs(), "dBFS");
        if (m.provenance().extent() == Extent.ALL) {
            List<Finding> found = Findings.of(m);
            found.forEach(f -> out.println("  " + f.title() + ": " + f.evidence()));
            if (found.isEmpty()) {
                out.println("  " + Texts.of("cli.noDefects"));
            }
        }
    }

    private static void line(PrintWriter out, String what, double value, String unit) {
        String figure = Double.isFinite(value)
                ? String.format(Locale.ROOT, "%8.2f %s", value, unit).replace('-', '−')
                : "       " + Texts.of("cli.notDefined");
        out.printf("  %-15s %s%n", what, figure);
    }
}
