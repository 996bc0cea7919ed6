package oakmirror.desk.model;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.function.BiConsumer;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.Progress;
import oakmirror.finish.MasterRender;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.ImportedTrack;
import oakmirror.media.Workers;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.TableFiles;
import oakmirror.processing.ToneFilter;
import oakmirror.session.Session;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What the master would be, and rendering it. */
public final class Finishing {

    private static final Logger LOG = LoggerFactory.getLogger(Finishing.class);

    private final Workspace workspace;
    private final ObjectProperty<Optional<MasterRender.Outcome>> outcome = new SimpleObjectProperty<>(Optional.empty());
    private final BooleanProperty wanted = new SimpleBooleanProperty();
    private final Latest<Optional<MasterRender.Outcome>> preview = new Latest<>("oakmirror-finish");
    private final ExecutorService rendering = Workers.fixed("oakmirror-render", 1);
    private final ExecutorService measuring = Workers.perProcessor("oakmirror-finish-measure");

    /** Finishes the mix of a workspace. */
    public Finishing(Workspace workspace) {
        this.workspace = workspace;
        workspace.proposalProperty().subscribe(p -> refresh());
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        wanted.subscribe(w -> refresh());
    }

    /** What would come out; empty while nothing is ready or it is being measured for the first time. */
    public ObjectProperty<Optional<MasterRender.Outcome>> outcomeProperty() {
        return outcome;
    }

    /** Whether somebody looks at the outcome; otherwise it is not measured. */
    public BooleanProperty wantedProperty() {
        return wanted;
    }

    private void refresh() {
        if (!wanted.get()) {
            return;
        }
        Optional<MasterRender> render = render();
        preview.submit(
                () -> render.flatMap(r -> {
                    try {
                        return Optional.of(r.measure(Progress.NONE));
                    } catch (IOException e) {
                        LOG.error("measuring the corrected mix failed", e);
                        return Optional.empty();
                    }
                }),
                outcome::set);
    }

    private Optional<MasterRender> render() {
        Session session = workspace.session();
        ToneFilter filter = workspace.proposalProperty().get().filter(session.phase());
        return workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::imported)
                .map(ImportedTrack::audio)
                .map(audio -> new MasterRender(
                        audio, filter, session.finish(), new TrackMeasurer(measuring, TrackMeasurer.Extent.COMPARED)));
    }

    /**
     * Renders the master to a file, in the background.
     *
     * @param file where to; never one of the inputs
     * @param format which kind of file
     * @param then takes the outcome, or a sentence that says why there is none; on the window's thread
     */
    public void renderTo(Path file, OutputFormat format, BiConsumer<Optional<MasterRender.Outcome>, String> then) {
        Optional<MasterRender> render = render();
        if (render.isEmpty()) {
            then.accept(Optional.empty(), "There is no mix to render yet; add one on Gather.");
            return;
        }
        Optional<Path> input = workspace.tracks().all().stream()
                .map(t -> t.file().path())
                .filter(p -> isSame(p, file))
                .findFirst();
        if (input.isPresent()) {
            then.accept(Optional.empty(), file.getFileName() + " is one of the tracks; choose another name.");
            return;
        }
        Job job = workspace.jobs().start("rendering " + file.getFileName());
        int rate = workspace.tracks().rate().orElseThrow();
        rendering.execute(() -> {
            Optional<MasterRender.Outcome> result = Optional.empty();
            String sentence = "";
            try (AudioWriter writer = format.open(file, rate)) {
                result = Optional.of(render.get().render(writer::write, job));
                writer.commit();
            } catch (CancellationException e) {
                sentence = "Cancelled; nothing was written.";
            } catch (AudioFileException e) {
                LOG.info("render failed", e);
                sentence = e.getMessage();
            } catch (IOException | RuntimeException e) {
                LOG.error("render failed", e);
                sentence = "The master could not be rendered; the log says why.";
            }
            Optional<MasterRender.Outcome> outcomeOrNone = sentence.isEmpty() ? result : Optional.empty();
            String reason = sentence;
            Platform.runLater(() -> {
                workspace.jobs().end(job);
                then.accept(outcomeOrNone, reason);
            });
        });
    }

    private static boolean isSame(Path a, Path b) {
        try {
            return Files.exists(a) && Files.exists(b) && Files.isSameFile(a, b);
        } catch (IOException e) {
            return a.equals(b);
        }
    }

    /**
     * Writes the correction as tables beside each other: the curve and the bands.
     *
     * @throws AudioFileException in one sentence, when they cannot be written
     */
    public void writeTables(Path curve, Path bands) throws AudioFileException {
        TableFiles.writeCurve(curve, workspace.proposalProperty().get());
        TableFiles.writeBands(bands, workspace.proposalProperty().get().bands());
    }

    /** Ends all work. */
    public void close() {
        preview.close();
        rendering.shutdownNow();
        measuring.shutdownNow();
    }
}
