package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputNames;
import oakmirror.media.report.Report;
import oakmirror.session.SessionDocument;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Writes a report on a session. */
@Command(
        name = "report",
        mixinStandardHelpOptions = true,
        description = {
            "Writes a report on a session, one page a song: tone, gap and correction, loudness over time, distributions, width, figures before and after, moves with reasons.",
            "As PDF, or as one HTML file without scripts, by the ending of its name."
        },
        footer = {
            "",
            "Examples:",
            "  oakmirror report ebb-tide.oakmirror.json --out ebb-tide.pdf",
            "  oakmirror report ferry-reels.oakmirror.json --out ferry-reels.html"
        })
final class ReportCommand implements Callable<Integer> {

    @Parameters(paramLabel = "SESSION", description = "A session's file.")
    private Path session;

    @Option(
            names = "--out",
            required = true,
            paramLabel = "FILE",
            description = "The report: .pdf or .html. What has that name is replaced.")
    private Path out;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        String name = String.valueOf(out.getFileName()).toLowerCase(Locale.ROOT);
        if (!name.endsWith(".pdf") && !name.endsWith(".html")) {
            throw Figures.usage(spec, "--out ends in .pdf or .html");
        }
        SessionDocument document = Figures.session(session);
        if (OutputNames.inputAt(out, document.session().files()).isPresent()) {
            throw new OutputException(new AudioFileException(out + " is one of the inputs and is not written over."));
        }
        boolean replaced = Files.exists(out);
        ProgressLine progress = new ProgressLine();
        try (Workshop shop = new Workshop(progress)) {
            progress.start("reporting on " + session);
            Report report = Report.of(document, shop.importer(), shop.parts(), shop.abreast(), progress);
            try {
                report.write(out);
            } catch (AudioFileException e) {
                throw new OutputException(e);
            }
        }
        PrintWriter err = spec.commandLine().getErr();
        if (replaced) {
            err.println(out + " was there before and has been replaced.");
        }
        err.flush();
        spec.commandLine().getOut().println(out + ": written.");
        spec.commandLine().getOut().flush();
        return Main.DONE;
    }
}
