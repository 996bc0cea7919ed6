package oakmirror.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.report.Report;
import oakmirror.session.SessionDocument;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Writes a report on a session. */
@Command(
        name = "report",
        mixinStandardHelpOptions = true,
        description = {
            "Writes a report on a session, one page per song: tone, gap and correction, loudness over time, distributions, width, figures before and after, moves with reasons.",
            "PDF or a single HTML file without scripts, depending on the file extension."
        },
        footer = {
            "",
            "Examples:",
            "  oakmirror report ebb-tide.oakmirror.json --out ebb-tide.pdf",
            "  oakmirror report ferry-reels.oakmirror.json --out ferry-reels.html"
        })
final class ReportCommand implements Callable<Integer> {

    @Parameters(paramLabel = "SESSION", description = "Session file.")
    private Path session;

    @Option(names = "--out", required = true, paramLabel = "FILE", description = "The report: .pdf or .html.")
    private Path out;

    @Mixin
    private Replacing replacing;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        String name = String.valueOf(out.getFileName()).toLowerCase(Locale.ROOT);
        if (!name.endsWith(".pdf") && !name.endsWith(".html")) {
            throw Figures.usage(spec, "--out must end in .pdf or .html");
        }
        SessionDocument document = Figures.session(session);
        replacing.check(List.of(out), document.session().files());
        Path written;
        ProgressLine progress = new ProgressLine();
        try (Workshop shop = new Workshop(progress)) {
            progress.start("reporting on " + session);
            Report report = Report.of(document, shop.importer(), shop.parts(), shop.abreast(), progress);
            try {
                written = report.write(out);
            } catch (AudioFileException e) {
                throw new OutputException(e);
            }
        }
        spec.commandLine().getOut().println(written + ": written.");
        spec.commandLine().getOut().flush();
        return Main.DONE;
    }
}
