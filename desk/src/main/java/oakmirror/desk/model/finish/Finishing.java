package oakmirror.desk.model.finish;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.correction.AppliedCorrection;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.model.work.Job;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.OutputNames;
import oakmirror.media.work.Background;
import oakmirror.media.work.Kind;
import oakmirror.media.work.Newest;
import oakmirror.zones.Shaped;

/** What the master would be, and rendering it. */
public final class Finishing {

    private final Workspace workspace;
    private final ObjectProperty<Optional<MasterRender.Outcome>> outcome = new SimpleObjectProperty<>(Optional.empty());
    private final ReadOnlyBooleanWrapper pending = new ReadOnlyBooleanWrapper();
    private final BooleanProperty wanted = new SimpleBooleanProperty();
    private final Background background;
    private final Newest<TrackMeasurement> preview;
    private Optional<Corrected> measured = Optional.empty();
    private Optional<Basis> asked = Optional.empty();

    /** What the corrected mix is made of; target and ceiling only choose its gain. */
    private record Basis(StereoSource mix, Shaped shaped, Phase phase) {}

    /** The corrected mix, measured. */
    private record Corrected(Basis of, TrackMeasurement measurement) {}

    /** Finishes the mix of a workspace. */
    public Finishing(Workspace workspace) {
        this.workspace = workspace;
        background = workspace.background();
        preview = background.newest(Kind.PREVIEW, "Measuring what the master would be");
        workspace.derivation().shapedProperty().subscribe(p -> refresh());
        workspace.settledProperty().subscribe(p -> refresh());
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        workspace.stems().revisionProperty().subscribe(r -> refresh());
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
        Optional<Basis> basis = basis();
        if (basis.isEmpty()) {
            measured = Optional.empty(); // lets go of the mix
        }
        if (!wanted.get()) {
            return;
        }
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
                render::measureCorrected,
                found -> {
                    asked = Optional.empty();
                    measured = Optional.of(new Corrected(basis, found));
                    refresh();
                },
                failure -> {
                    background.tell(failure);
                    pending.set(false); // asked stays: it is tried again when something has changed
                });
    }

    private Optional<Basis> basis() {
        Shaped shaped = workspace.derivation().shapedProperty().get();
        Phase phase = workspace.session().phase();
        return workspace.stems().rendered().map(audio -> new Basis(audio, shaped, phase));
    }

    private MasterRender render(Basis basis) {
        return new MasterRender(
                basis.mix(),
                basis.shaped().chain(basis.phase()),
                workspace.session().finish(),
                background.parts());
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
                boolean byStems =
                        workspace.tracks().mix().flatMap(TrackSlot::audio).isPresent();
                then.accept(
                        Optional.empty(),
                        byStems
                                ? "A stem that is tried at another level cannot be read; Shape says which."
                                : "The mix could not be read; Gather says why.");
                return;
            }
            Inputs inputs =
                    new Inputs(render(basis.get()), basis.get().mix().sampleRate(), inputFiles(), applied(basis.get()));
            background.submit(
                    Kind.RENDER,
                    "Rendering " + file.getFileName(),
                    job,
                    progress -> write(inputs, file, format, progress),
                    written -> {
                        workspace.jobs().end(job);
                        then.accept(Optional.of(written), "");
                    },
                    failure -> {
                        workspace.jobs().end(job);
                        then.accept(
                                Optional.empty(),
                                failure.isCancelled() ? "Cancelled; nothing was written." : failure.sentence());
                    });
        });
    }

    /** What a render needs, taken together at one moment. */
    private record Inputs(MasterRender render, int sampleRate, List<Path> files, Optional<AppliedCorrection> applied) {}

    /** What the master will have been corrected by, for it to carry. */
    private Optional<AppliedCorrection> applied(Basis basis) {
        return workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::imported)
                .filter(m -> basis.shaped().isKnown())
                .map(m -> basis.shaped().applied(m.measurement().tone().spectrum(), basis.phase(), m.applied()));
    }

    private List<Path> inputFiles() {
        return workspace.session().files();
    }

    private static Written write(Inputs inputs, Path wanted, OutputFormat format, Progress progress)
            throws IOException {
        if (OutputNames.inputAt(wanted, inputs.files()).isPresent()) {
            throw new AudioFileException(wanted.getFileName() + " is one of the tracks; choose another name.");
        }
        Path file = OutputNames.free(wanted);
        try (AudioWriter writer = format.open(file, inputs.sampleRate(), inputs.applied())) {
            MasterRender.Rendered master = inputs.render().render(writer::write, progress);
            writer.commit();
            return new Written(file, master);
        }
    }

    /** Ends all work. */
    public void close() {
        preview.close();
    }
}
