package oakmirror.desk.model.finish;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.correction.AppliedCorrection;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.model.work.Job;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.finish.NormalisedPlayback;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.OutputNames;
import oakmirror.media.work.Background;
import oakmirror.media.work.Kind;
import oakmirror.media.work.Newest;
import oakmirror.media.work.Work;
import oakmirror.zones.Shaped;

/**
 * What the master would be, and rendering it. The corrected mix is measured whenever it has become another; from its thinned form follows at once how it is brought to any target; when
 * nothing has changed for a while, the master is gone through once as it would be written, which shows what it costs.
 */
public final class Finishing {

    private static final long QUIET_MILLIS = 350;

    private final Workspace workspace;
    private final Targets targets;
    private final ReadOnlyObjectWrapper<Optional<Outcome>> outcome = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper pending = new ReadOnlyBooleanWrapper();
    private final BooleanProperty wanted = new SimpleBooleanProperty();
    private final BooleanProperty heard = new SimpleBooleanProperty();
    private final Background background;
    private final Newest<MasterRender.Corrected> preview;
    private final Newest<FinishPlan> planner;
    private final Newest<MasterRender.Rendered> rehearsal;
    private Optional<Corrected> measured = Optional.empty();
    private Optional<Basis> asked = Optional.empty();
    private Optional<FinishSettings> planning = Optional.empty();

    /** What the corrected mix is made of; target and ceiling only choose what is done behind it. */
    private record Basis(StereoSource mix, Shaped shaped, Phase phase) {}

    /** The corrected mix, measured. */
    private record Corrected(Basis of, MasterRender.Corrected what) {}

    /**
     * What would come out.
     *
     * @param corrected the mix through its correction, measured and thinned
     * @param plan how it is brought to the target
     * @param master the master gone through, once that is done
     */
    public record Outcome(MasterRender.Corrected corrected, FinishPlan plan, Optional<MasterRender.Rendered> master) {

        /** Integrated loudness of the master in LUFS, measured once it has been gone through. */
        public double integratedLufs() {
            return master.map(MasterRender.Rendered::integratedLufs).orElse(plan.expectedLufs());
        }

        /** What a player that normalises would turn it by, in dB. */
        public double playbackDb(DeliveryTarget level, Up up) {
            return NormalisedPlayback.gainDb(integratedLufs(), truePeakDbtp(), level, up);
        }

        /** Its true peak in dBTP, the same. */
        public double truePeakDbtp() {
            double driven = corrected.measurement().heard().peaks().truePeakDbtp() + plan.driveDb();
            boolean holds = plan.settings().limiter().isPresent();
            double expected = holds ? Math.min(driven, plan.settings().ceilingDbtp()) : driven;
            return master.map(MasterRender.Rendered::truePeakDbtp).orElse(expected);
        }
    }

    /** Finishes the mix of a workspace. */
    public Finishing(Workspace workspace) {
        this.workspace = workspace;
        background = workspace.background();
        targets = new Targets(background, workspace.messageProperty()::set);
        preview = background.newest(Kind.PREVIEW, "Measuring the corrected mix");
        planner = background.newest(Kind.QUICK, "Working out the drive");
        rehearsal = background.newest(Kind.PREVIEW, "Measuring what the master would be");
        workspace.derivation().shapedProperty().subscribe(p -> refresh());
        workspace.settledProperty().subscribe(p -> refresh());
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        workspace.stems().revisionProperty().subscribe(r -> refresh());
        wanted.subscribe(w -> refresh());
        heard.subscribe(w -> refresh());
    }

    /** What would come out, by the settings as they stand; empty while nothing is ready or it is being measured for the first time. */
    public ReadOnlyObjectProperty<Optional<Outcome>> outcomeProperty() {
        return outcome.getReadOnlyProperty();
    }

    /** The list of delivery targets. */
    public Targets targets() {
        return targets;
    }

    /** Whether the outcome is of what was before, and the new one is on its way. */
    public ReadOnlyBooleanProperty pendingProperty() {
        return pending.getReadOnlyProperty();
    }

    /** Whether somebody looks at the outcome; otherwise it is not measured. */
    public BooleanProperty wantedProperty() {
        return wanted;
    }

    /** Whether somebody hears it. */
    BooleanProperty heardProperty() {
        return heard;
    }

    private boolean isWanted() {
        return wanted.get() || heard.get();
    }

    /** How loud what the limiter takes away is, to be worked out in the background; nothing while there is no outcome. */
    Optional<Work<Double>> takenAwayLufs() {
        return measured.flatMap(m -> outcome.get()
                .filter(this::isOfNow)
                .map(o -> progress -> render(m.of()).takenAwayLufs(o.plan(), progress)));
    }

    /** Whether what somebody looks at is still to be measured. */
    public boolean isWorking() {
        return isWanted()
                && basis().isPresent()
                && (!isKnown() || outcome.get().flatMap(Outcome::master).isEmpty() || pending.get());
    }

    private boolean isKnown() {
        return basis().isPresent() && measured.map(Corrected::of).equals(basis());
    }

    private void refresh() {
        Optional<Basis> basis = basis();
        if (basis.isEmpty()) {
            measured = Optional.empty(); // lets go of the mix
            outcome.set(Optional.empty());
        }
        if (!isWanted() && outcome.get().isEmpty()) {
            return;
        }
        boolean settled = workspace.settledProperty().get();
        boolean planned = isKnown() && outcome.get().filter(this::isOfNow).isPresent();
        pending.set(outcome.get().isPresent() && (!settled || !planned));
        if (!isWanted()) {
            return;
        }
        if (isKnown() && !planned) {
            plan(measured.get());
        } else if (basis.isPresent() && !isKnown() && !basis.equals(asked) && settled) {
            measure(basis.get());
        }
    }

    private boolean isOfNow(Outcome o) {
        return measured.filter(m -> m.what() == o.corrected()).isPresent()
                && o.plan().settings().equals(workspace.session().finish());
    }

    private void measure(Basis basis) {
        asked = Optional.of(basis);
        MasterRender render = render(basis);
        preview.submit(
                render::measureCorrected,
                found -> {
                    asked = Optional.empty();
                    measured = Optional.of(new Corrected(basis, found));
                    planning = Optional.empty();
                    refresh();
                },
                failure -> {
                    background.tell(failure);
                    pending.set(false); // asked stays: it is tried again when something has changed
                });
    }

    private void plan(Corrected corrected) {
        FinishSettings settings = workspace.session().finish();
        if (planning.equals(Optional.of(settings))) {
            return;
        }
        planning = Optional.of(settings);
        planner.submit(progress -> corrected.what().plan(settings), plan -> {
            planning = Optional.empty();
            outcome.set(Optional.of(new Outcome(corrected.what(), plan, Optional.empty())));
            refresh();
            background.later(QUIET_MILLIS, () -> rehearse(corrected, plan));
        });
    }

    /** Goes through the master, when nothing has changed meanwhile. */
    private void rehearse(Corrected corrected, FinishPlan plan) {
        if (outcome.get().filter(o -> o.plan() == plan && isOfNow(o)).isEmpty()) {
            return;
        }
        MasterRender render = render(corrected.of());
        rehearsal.submit(
                progress -> render.rehearse(corrected.what(), plan.settings(), progress),
                master -> {
                    if (outcome.get().filter(o -> o.plan() == plan).isPresent()) {
                        outcome.set(Optional.of(new Outcome(corrected.what(), master.plan(), Optional.of(master))));
                        refresh();
                    }
                },
                background::tell);
    }

    private Optional<Basis> basis() {
        Shaped shaped = workspace.derivation().shapedProperty().get();
        Phase phase = workspace.session().phase();
        return workspace.stems().rendered().map(audio -> new Basis(audio, shaped, phase));
    }

    private MasterRender render(Basis basis) {
        return new MasterRender(basis.mix(), basis.shaped().chain(basis.phase()), background.parts());
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
            Inputs inputs = new Inputs(
                    render(basis.get()),
                    workspace.session().finish(),
                    basis.get().mix().sampleRate(),
                    inputFiles(),
                    applied(basis.get()));
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
    private record Inputs(
            MasterRender render,
            FinishSettings finish,
            int sampleRate,
            List<Path> files,
            Optional<AppliedCorrection> applied) {}

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
        MasterRender.Rendered master = inputs.render()
                .render(inputs.finish(), () -> format.open(file, inputs.sampleRate(), inputs.applied()), progress);
        return new Written(file, master);
    }

    /** Ends all work. */
    public void close() {
        preview.close();
        planner.close();
        rehearsal.close();
    }
}
