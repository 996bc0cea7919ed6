package oakmirror.state.mastering;

import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.finish.NormalisedPlayback;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.state.task.Work;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;

/**
 * What the master would be. The corrected mix is measured whenever it has become another; from its thinned form follows at once how it is brought to any target; when
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
    private final Tasks tasks;
    private final Latest<MasterRender.Corrected> preview;
    private final Latest<FinishPlan> planner;
    private final Latest<MasterRender.Rendered> rehearsal;
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
        tasks = workspace.sessionTasks();
        targets = new Targets(workspace.programTasks(), workspace.messageProperty()::set);
        preview = tasks.latest(Kind.PREVIEW, Texts.of("mastering.measuringTheCorrectedMix"));
        planner = tasks.latest(Kind.QUICK, Texts.of("mastering.workingOutTheDrive"));
        rehearsal = tasks.latest(Kind.PREVIEW, Texts.of("mastering.measuringWhatTheMaster"));
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
                    tasks.background().tell(failure);
                    pending.set(false); // asked stays: it is tried again when something has changed
                    asked = failure.isAbandoned() ? Optional.empty() : asked;
                });
    }

    private void plan(Corrected corrected) {
        FinishSettings settings = workspace.session().finish();
        if (planning.equals(Optional.of(settings))) {
            return;
        }
        planning = Optional.of(settings);
        planner.submit(
                progress -> corrected.what().plan(settings),
                plan -> {
                    planning = Optional.empty();
                    outcome.set(Optional.of(new Outcome(corrected.what(), plan, Optional.empty())));
                    refresh();
                    tasks.later(QUIET_MILLIS, () -> rehearse(corrected, plan));
                },
                failure -> {
                    planning = failure.isAbandoned() ? Optional.empty() : planning;
                    tasks.background().tell(failure);
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
                tasks.background()::tell);
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
                tasks.background().parts());
    }
}
