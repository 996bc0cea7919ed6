package oakmirror.desk.model.finish;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.function.BiConsumer;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.StereoSource;
import oakmirror.correction.Proposal;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.model.work.Job;
import oakmirror.desk.model.work.Latest;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.Workers;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.OutputNames;
import oakmirror.media.file.TableFiles;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What the master would be, and rendering it. */
public final class Finishing {

    private static final Logger LOG = LoggerFactory.getLogger(Finishing.class);

    private final Workspace workspace;
    private final ObjectProperty<Optional<MasterRender.Outcome>> outcome = new SimpleObjectProperty<>(Optional.empty());
    private final ReadOnlyBooleanWrapper pending = new ReadOnlyBooleanWrapper();
    private final BooleanProperty wanted = new SimpleBooleanProperty();
    private final Latest<Optional<TrackMeasurement>> preview = new Latest<>("oakmirror-finish");
    private final ExecutorService rendering = Workers.fixed("oakmirror-render", 1);
    private final ExecutorService measuring = Workers.perProcessor("oakmirror-finish-measure");
    private Optional<Corrected> measured = Optional.empty();
    private Optional<Basis> asked = Optional.empty();

    /** What the corrected mix is made of; target and ceiling only choose its gain. */
    private record Basis(StereoSource mix, Proposal proposal, Phase phase) {}

    /** The corrected mix, measured. */
    private record Corrected(Basis of, TrackMeasurement measurement) {}

    /** Finishes the mix of a workspace. */
    public Finishing(Workspace workspace) {
        this.workspace = workspace;
        workspace.proposalProperty().subscribe(p -> refresh());
        workspace.settledProperty().subscribe(p -> refresh());
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        wanted.subscribe(w -> refresh());
    }

    /** What would come out, by the settings as they stand; empty while nothing is ready or it is being measured for the first time. */
    public ObjectProperty<Optional<MasterRender.Outcome>> outcomeProperty() {
        return outcome;
    }

    /** Whether the outcome is of what was before, and the new one is on its way. */
    public ReadOnlyBooleanProperty pendingProperty() {
        return pending.getReadOnlyProperty();
    }

    /** Whether somebody looks at the outcome; otherwise it is not measured. */
    public BooleanProperty wantedProperty() {
        return wanted;
    }

    /** Whether what somebody looks at is still to be measured. */
    public boolean isWorking() {
        return wanted.get()
                && basis().isPresent()
                && !measured.map(Corrected::of).equals(basis());
    }

    private void refresh() {
        if (!wanted.get()) {
            return;
        }
        Optional<Basis> basis = basis();
        boolean known = basis.isPresent() && measured.map(Corrected::of).equals(basis);
        if (known) {
            FinishSettings settings = workspace.session().finish();
            outcome.set(measured.map(m -> MasterRender.Outcome.of(m.measurement(), settings)));
        } else if (basis.isEmpty()) {
            outcome.set(Optional.empty());
        }
        pending.set(outcome.get().isPresent() && (!workspace.settledProperty().get() || !known));
        if (basis.isPresent()
                && !known
                && !basis.equals(asked)
                && workspace.settledProperty().get()) {
            measure(basis.get());
        }
    }

    private void measure(Basis basis) {
        asked = Optional.of(basis);
        MasterRender render = render(basis);
        preview.submit(
                progress -> {
                    try {
                        return Optional.of(render.measureCorrected(progress));
                    } catch (IOException e) {
                        LOG.error("measuring the corrected mix failed", e);
                        return Optional.empty();
                    }
                },
                found -> {
                    asked = Optional.empty();
                    measured = found.map(m -> new Corrected(basis, m));
                    if (found.isPresent()) {
                        refresh();
                    }
                },
                () -> asked = Optional.empty());
    }

    private Optional<Basis> basis() {
        Proposal proposal = workspace.proposalProperty().get();
        Phase phase = workspace.session().phase();
        return workspace.tracks().mix().flatMap(TrackSlot::audio).map(audio -> new Basis(audio, proposal, phase));
    }

    private MasterRender render(Basis basis) {
        return new MasterRender(
                basis.mix(),
                Chain.of(basis.proposal().filter(basis.phase())),
                workspace.session().finish(),
                measuring);
    }

    /**
     * A master that was written.
     *
     * @param file where; beside one of that name that was there before, under the next number
     * @param master what it reaches
     */
    public record Written(Path file, MasterRender.Rendered master) {}

    /**
     * Renders the master to a file, in the background, as soon as everything is of the session as it stands.
     *
     * @param file where to; never one of the inputs, and never over what is there
     * @param format which kind of file
     * @param then takes what was written, or a sentence that says why there is nothing; on the window's thread
     */
    public void renderTo(Path file, OutputFormat format, BiConsumer<Optional<Written>, String> then) {
        if (workspace.session().mix().isEmpty()) {
            then.accept(Optional.empty(), "There is no mix to render yet; add one on Gather.");
            return;
        }
        Job job = workspace.jobs().start("rendering " + file.getFileName());
        workspace.derivation().whenSettled(() -> {
            Optional<Basis> basis = basis();
            if (basis.isEmpty()) {
                workspace.jobs().end(job);
                then.accept(Optional.empty(), "The mix could not be read; Gather says why.");
                return;
            }
            Inputs inputs = new Inputs(render(basis.get()), basis.get().mix().sampleRate(), inputFiles());
            rendering.execute(() -> {
                Optional<Written> result = Optional.empty();
                String sentence = "";
                try {
                    result = Optional.of(write(inputs, file, format, job));
                } catch (CancellationException e) {
                    sentence = "Cancelled; nothing was written.";
                } catch (AudioFileException e) {
                    LOG.info("render failed", e);
                    sentence = e.getMessage();
                } catch (IOException | RuntimeException | Error e) {
                    LOG.error("render failed", e);
                    sentence = "The master could not be rendered; the log says why.";
                }
                Optional<Written> written = result;
                String reason = sentence;
                Platform.runLater(() -> {
                    workspace.jobs().end(job);
                    then.accept(written, reason);
                });
            });
        });
    }

    /** What a render needs, taken together at one moment. */
    private record Inputs(MasterRender render, int sampleRate, List<Path> files) {}

    private List<Path> inputFiles() {
        return workspace.session().tracks().stream()
                .flatMap(t -> t.file().stream())
                .toList();
    }

    private static Written write(Inputs inputs, Path wanted, OutputFormat format, Job job) throws IOException {
        job.check(0);
        if (OutputNames.inputAt(wanted, inputs.files()).isPresent()) {
            throw new AudioFileException(wanted.getFileName() + " is one of the tracks; choose another name.");
        }
        Path file = OutputNames.free(wanted);
        try (AudioWriter writer = format.open(file, inputs.sampleRate())) {
            MasterRender.Rendered master = inputs.render().render(writer::write, job);
            writer.commit();
            return new Written(file, master);
        }
    }

    /**
     * Writes the correction as tables beside each other, the curve and the bands, in the background and as soon as it is of the session as it
     * stands. Files of those names stay; the new ones take the next number.
     *
     * @param then takes the files, or a sentence that says why there are none; on the window's thread
     */
    public void writeTables(Path curve, Path bands, BiConsumer<List<Path>, String> then) {
        workspace.derivation().whenSettled(() -> {
            Proposal proposal = workspace.proposalProperty().get();
            rendering.execute(() -> {
                List<Path> written = List.of();
                String sentence = "";
                try {
                    written = List.of(OutputNames.free(curve), OutputNames.free(bands));
                    TableFiles.writeCurve(written.get(0), proposal);
                    TableFiles.writeBands(written.get(1), proposal.bands());
                } catch (AudioFileException e) {
                    LOG.info("tables not written", e);
                    sentence = e.getMessage();
                }
                List<Path> files = sentence.isEmpty() ? written : List.of();
                String reason = sentence;
                Platform.runLater(() -> then.accept(files, reason));
            });
        });
    }

    /** Ends all work. */
    public void close() {
        preview.close();
        rendering.shutdownNow();
        measuring.shutdownNow();
    }
}
