package oakmirror.state.mastering;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.Instead;
import oakmirror.finish.MasterRender;
import oakmirror.finish.SaneLimits;
import oakmirror.measure.Levels;
import oakmirror.state.mastering.Finishing.Outcome;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What the master can be brought to, each with its reason and with what it would cost. */
public final class Aims {

    /** What an aim comes from. */
    public enum Source {
        REFERENCE,
        MIDDLE,
        SONG,
        LIST,
        SANE,
        LOUDEST,
        CLIPPED
    }

    /**
     * An aim.
     *
     * @param source what it comes from
     * @param number of the reference, or its place in the list; 0 otherwise
     * @param name what it is called
     * @param lufs the loudness
     * @param dbtp the ceiling
     * @param crushed whether it is the loudness of something crushed
     * @param plan what it would take, once that is known
     */
    public record Aim(
            Source source,
            int number,
            String name,
            double lufs,
            double dbtp,
            boolean crushed,
            Optional<FinishPlan> plan) {

        private Aim planned(MasterRender.Corrected mix, FinishSettings settings) {
            return new Aim(
                    source, number, name, lufs, dbtp, crushed, Optional.of(mix.plan(settings.withTarget(lufs, dbtp))));
        }

        private FinishSettings settings(FinishSettings now) {
            return source == Source.CLIPPED ? plan.orElseThrow().settings() : now.withTarget(lufs, dbtp);
        }

        /** Whether it is always there to be chosen, not only where another is too much. */
        public boolean isOfTheList() {
            return source != Source.LOUDEST && source != Source.CLIPPED;
        }

        private boolean isReachable() {
            return lufs >= -60 && lufs <= 0 && dbtp >= -20 && dbtp <= 0;
        }

        /** Whether these settings are its own. */
        public boolean isOf(FinishSettings settings) {
            return source != Source.CLIPPED
                    && Math.abs(settings.targetLufs() - lufs) < 0.005
                    && Math.abs(settings.ceilingDbtp() - dbtp) < 0.005;
        }
    }

    private final Workspace workspace;
    private final Finishing finishing;
    private final Latest<List<Aim>> planner;
    private final ReadOnlyObjectWrapper<List<Aim>> aims = new ReadOnlyObjectWrapper<>(List.of());
    private List<Aim> plannedFor = List.of();
    private Optional<FinishPlan> plannedInstead = Optional.empty();
    private Optional<MasterRender.Corrected> plannedOf = Optional.empty();
    private FinishSettings plannedWith = FinishSettings.DEFAULT;

    /** Those of a workspace. */
    public Aims(Workspace workspace, Finishing finishing) {
        this.workspace = workspace;
        this.finishing = finishing;
        planner = workspace.programTasks().latest(Kind.QUICK, Texts.of("mastering.workingOutWhatTargets"));
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        finishing.outcomeProperty().subscribe(o -> refresh());
        finishing.targets().listProperty().subscribe(l -> refresh());
    }

    /** The aims, in the order they are shown. */
    public ReadOnlyObjectProperty<List<Aim>> listProperty() {
        return aims.getReadOnlyProperty();
    }

    /** Makes an aim the target. */
    public void choose(Aim aim) {
        workspace.change(Texts.of("mastering.chooseATarget"), "", s -> s.withFinish(aim.settings(s.finish())));
    }

    private void refresh() {
        Optional<Outcome> outcome = finishing.outcomeProperty().get();
        List<Aim> bare = bare(outcome);
        FinishSettings settings = workspace.session().finish();
        Optional<MasterRender.Corrected> mix = outcome.map(Outcome::corrected);
        Optional<FinishPlan> tooMuch = outcome.map(Outcome::plan).filter(FinishPlan::isTooMuch);
        boolean same = bare.equals(plannedFor)
                && tooMuch.map(FinishPlan::settings).equals(plannedInstead.map(FinishPlan::settings))
                && mix.equals(plannedOf)
                && settings.limiter().equals(plannedWith.limiter());
        if (same) {
            return;
        }
        plannedFor = bare;
        plannedInstead = tooMuch;
        plannedOf = mix;
        plannedWith = settings;
        if (mix.isEmpty()) {
            aims.set(bare);
            return;
        }
        if (aims.get().stream().filter(Aim::isOfTheList).count() != bare.size()) {
            aims.set(bare);
        }
        planner.submit(
                progress -> {
                    List<Aim> all = new ArrayList<>();
                    bare.forEach(a -> all.add(a.planned(mix.get(), settings)));
                    tooMuch.flatMap(p -> Instead.of(mix.get(), p)).ifPresent(i -> all.addAll(instead(i)));
                    return List.copyOf(all);
                },
                planned -> {
                    if (names(bare).equals(names(plannedFor))) { // not what was there before another came in
                        aims.set(planned);
                    }
                });
    }

    private static List<String> names(List<Aim> list) {
        return list.stream().map(Aim::name).toList();
    }

    private static List<Aim> instead(Instead instead) {
        List<Aim> both = new ArrayList<>();
        FinishPlan loudest = instead.loudest();
        both.add(aim(Source.LOUDEST, Texts.of("mastering.loudestOfAll"), loudest.expectedLufs(), loudest));
        instead.clipped().ifPresent(c -> {
            String clip = Numbers.level(c.clipDb());
            both.add(aim(Source.CLIPPED, Texts.of("mastering.asAskedWithClip", clip), c.expectedLufs(), c));
        });
        return both;
    }

    private static Aim aim(Source source, String name, double lufs, FinishPlan plan) {
        double ceiling = plan.settings().ceilingDbtp();
        return new Aim(source, 0, name, hundredths(lufs), ceiling, false, Optional.of(plan));
    }

    private List<Aim> bare(Optional<Outcome> outcome) {
        double ceiling = workspace.session().finish().ceilingDbtp();
        List<Aim> all = new ArrayList<>();
        List<Double> sane = new ArrayList<>();
        List<TrackSlot> references = workspace.tracks().references();
        for (int i = 0; i < references.size(); i++) {
            int number = i + 1;
            references.get(i).imported().ifPresent(t -> {
                Levels heard = t.measurement().heard();
                Aim aim = aim(Source.REFERENCE, number, Texts.of("mastering.asReference", number), heard, ceiling);
                if (!aim.crushed()) {
                    sane.add(aim.lufs());
                }
                all.add(aim);
            });
        }
        if (sane.size() > 1) {
            double[] sorted = sane.stream().mapToDouble(d -> d).sorted().toArray();
            double middle = (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]) / 2;
            all.add(new Aim(
                    Source.MIDDLE,
                    0,
                    Texts.of("mastering.middleOfTheReferences"),
                    hundredths(middle),
                    ceiling,
                    false,
                    Optional.empty()));
        }
        workspace
                .session()
                .delivery()
                .song()
                .ifPresent(s -> all.add(new Aim(
                        Source.SONG,
                        0,
                        Texts.of("mastering.songOfTheRecord", s.name()),
                        hundredths(s.integratedLufs()),
                        ceiling,
                        SaneLimits.isCrushed(s.integratedLufs(), s.truePeakDbtp()),
                        Optional.empty())));
        List<DeliveryTarget> list = finishing.targets().listProperty().get().targets();
        for (int i = 0; i < list.size(); i++) {
            DeliveryTarget t = list.get(i);
            all.add(new Aim(Source.LIST, i, t.name(), t.integratedLufs(), t.ceilingDbtp(), false, Optional.empty()));
        }
        outcome.map(o -> o.plan().loudestSaneLufs())
                .filter(Double::isFinite)
                .ifPresent(l -> all.add(new Aim(
                        Source.SANE,
                        0,
                        Texts.of("mastering.loudestThatIsSane"),
                        hundredths(l),
                        ceiling,
                        false,
                        Optional.empty())));
        return all.stream().filter(Aim::isReachable).toList();
    }

    private static Aim aim(Source source, int number, String name, Levels heard, double ceiling) {
        double lufs = heard.loudness().integratedLufs();
        boolean crushed = SaneLimits.isCrushed(lufs, heard.peaks().truePeakDbtp());
        return new Aim(source, number, name, hundredths(lufs), ceiling, crushed, Optional.empty());
    }

    private static double hundredths(double value) {
        return Math.round(100 * value) / 100.0;
    }
}
