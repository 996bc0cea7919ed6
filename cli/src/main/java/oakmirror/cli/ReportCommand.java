package oakmirror.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.report.Report;
import oakmirror.session.SessionDocument;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Writes a report on a session. */
@Command(name = "report", mixinStandardHelpOptions = true)
final class ReportCommand implements Callable<Integer> {

    @Parameters(paramLabel = "SESSION", descriptionKey = "oakmirror.report.files")
    private Path session;

    @Option(names = "--out", required = true, paramLabel = "FILE")
    private Path out;

    @Mixin
    private Replacing replacing;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        String name = String.valueOf(out.getFileName()).toLowerCase(Locale.ROOT);
        if (!name.endsWith(".pdf") && !name.endsWith(".html")) {
            throw CommandSupport.usage(spec, Texts.of("cli.outIsPdfOrHtml"));
        }
        SessionDocument document = CommandSupport.session(session);
        replacing.check(List.of(out), document.session().files());
        Path written;
        ProgressLine progress = new ProgressLine();
        try (Workshop shop = new Workshop(progress)) {
            progress.start(Texts.of("cli.reportingOn", session));
            Report report = Report.of(document, shop.importer(), shop.parts(), shop.abreast(), progress);
            try {
                written = report.write(out);
            } catch (AudioFileException e) {
                throw new OutputException(e);
            }
        }
        spec.commandLine().getOut().println(Texts.of("cli.written", written));
        spec.commandLine().getOut().flush();
        return Main.DONE;
    }
}
