package oakmirror.state.mastering;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.function.Consumer;
import oakmirror.media.file.OutputNames;
import oakmirror.media.report.Report;
import oakmirror.session.Fact;
import oakmirror.session.Sent;
import oakmirror.session.SessionDocument;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Writes reports on what is open, in the background. Lives on the window's thread. */
public final class Reports {

    private final Workspace workspace;

    /** On a workspace. */
    public Reports(Workspace workspace) {
        this.workspace = workspace;
    }

    /**
     * Writes one; a file that is there stays.
     *
     * @param wanted where to, by its ending as PDF or HTML
     * @param then told why there is none, in one sentence; empty where it is written
     */
    public void write(Path wanted, Consumer<String> then) {
        SessionDocument document = workspace.document();
        workspace
                .sessionTasks()
                .shown(Kind.RENDER, Texts.of("mastering.writingTheReport"))
                .run(
                        progress -> {
                            return Report.of(
                                            document,
                                            workspace.tracks().importer(),
                                            workspace.background().parts(),
                                            workspace.background().abreast(),
                                            progress)
                                    .write(OutputNames.free(wanted));
                        },
                        file -> {
                            String now = LocalDateTime.now()
                                    .truncatedTo(ChronoUnit.SECONDS)
                                    .toString();
                            workspace.note(new Fact.MasterSent(new Sent(
                                    now,
                                    file,
                                    Texts.of("mastering.report"),
                                    List.of(Texts.of("mastering.ofTheSessionAs")),
                                    List.of(),
                                    "")));
                            then.accept("");
                        },
                        failure -> then.accept(
                                failure.isCancelled()
                                        ? Texts.of("mastering.cancelledNoReportWas")
                                        : failure.sentence()));
    }
}
