package oakmirror.desk.shape;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.DoubleFunction;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.GuardKind;
import oakmirror.desk.control.Foldout;
import oakmirror.desk.control.LabelledSlider;
import oakmirror.desk.look.Ui;
import oakmirror.dsp.PreRinging;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.FaultPrior;
import oakmirror.session.Session;
import oakmirror.state.catalogue.KeptHabits;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;

/** How much of what is proposed is applied, in sight; how it is found, limited and applied, on request, and in a line what of it is not as usual. */
final class ShapeSettings extends VBox {

    private static final double STRENGTH_WIDTH = 240;
    private static final double[] RESOLUTIONS = {1.0 / 12, 1.0 / 9, 1.0 / 6, 1.0 / 4, 1.0 / 3, 1.0 / 2, 2.0 / 3, 1};

    private final Workspace workspace;
    private final KeptHabits habits;
    private final LabelledSlider caution;
    private final LabelledSlider resolution;
    private final LabelledSlider strength;
    private final LabelledSlider boost;
    private final LabelledSlider cut;
    private final Foldout rest;
    private final Latest<Optional<PreRinging>> ringing;
    private Optional<PreRinging> heardAhead = Optional.empty();

    ShapeSettings(Workspace workspace, Settings settings, KeptHabits habits) {
        super(8);
        this.workspace = workspace;
        this.habits = habits;
        CorrectionSettings usual = CorrectionSettings.DEFAULT;
        caution = slider(
                "caution",
                Texts.of("shape.caution"),
                Texts.of("shape.howMuchEvidenceIs"),
                0,
                100,
                100 * FaultPrior.USUAL_CAUTION,
                1,
                ShapeSettings::caution,
                (s, v) -> s.withCaution(v / 100));
        resolution = slider(
                "resolution",
                Texts.of("shape.resolution"),
                Texts.of("shape.howFinelyTheGap"),
                0,
                RESOLUTIONS.length - 1.0,
                0,
                1,
                v -> octaves(RESOLUTIONS[(int) Math.round(v)]),
                (s, v) -> s.withResolution(RESOLUTIONS[(int) Math.round(v)]));
        strength = slider(
                "strength",
                Texts.of("shape.strength"),
                Texts.of("shape.howMuchOfIt"),
                0,
                100,
                100 * usual.strength(),
                1,
                v -> Math.round(v) + " %",
                (s, v) -> s.withStrength(v / 100));
        boost = slider(
                "most-boost",
                Texts.of("shape.mostBoost"),
                Texts.of("shape.noRiseGetsHigher"),
                1,
                12,
                usual.mostBoostDb(),
                0.5,
                Numbers::gainDb,
                (s, v) -> s.withLimits(v, s.mostCutDb()));
        cut = slider(
                "most-cut",
                Texts.of("shape.mostCut"),
                Texts.of("shape.noDipGetsDeeper"),
                1,
                12,
                usual.mostCutDb(),
                0.5,
                v -> Numbers.gainDb(-v),
                (s, v) -> s.withLimits(s.mostBoostDb(), v));
        VBox appliedAs = new VBox(4, Ui.label(Texts.of("shape.appliedAs"), "quiet"), phase(), sides());
        appliedAs.setMinWidth(USE_PREF_SIZE);
        VBox follows = new VBox(4, Ui.label(Texts.of("shape.follows"), "quiet"), basis(), guards());
        follows.setMinWidth(USE_PREF_SIZE);
        HBox more = new HBox(18, follows, caution, resolution, boost, cut, appliedAs);
        more.setAlignment(Pos.TOP_LEFT);
        for (LabelledSlider s : new LabelledSlider[] {caution, resolution, boost, cut}) {
            HBox.setHgrow(s, Priority.ALWAYS);
            s.managedProperty().bind(s.visibleProperty());
        }
        rest = new Foldout("shape-settings", settings, more);
        strength.setPrefWidth(STRENGTH_WIDTH);
        strength.setMinWidth(STRENGTH_WIDTH);
        HBox line = new HBox(24, strength, rest.button());
        line.setAlignment(Pos.BOTTOM_LEFT);
        getChildren().addAll(line, more);
        setPadding(new Insets(0, 0, 4, 0));
        ringing = workspace.sessionTasks().latest(Kind.QUICK, Texts.of("shape.preRinging"));
        workspace.sessionProperty().subscribe(this::showSettings);
        workspace.sessionProperty().map(Session::phase).subscribe(p -> listenAhead());
        workspace.derivation().shapedProperty().subscribe(s -> listenAhead());
    }

    /** Works out what linear phase lets be heard ahead of attacks. */
    private void listenAhead() {
        if (workspace.session().phase() != Phase.LINEAR) {
            return;
        }
        Shaped shaped = workspace.derivation().shapedProperty().get();
        workspace
                .tracks()
                .rate()
                .ifPresent(
                        rate -> ringing.submit(progress -> PreRinging.of(shaped.filter(Phase.LINEAR), rate), found -> {
                            heardAhead = found;
                            showSettings(workspace.session());
                        }));
    }

    private interface Change {
        CorrectionSettings apply(CorrectionSettings settings, double value);
    }

    private LabelledSlider slider(
            String id,
            String name,
            String tooltip,
            double low,
            double high,
            double usual,
            double step,
            DoubleFunction<String> text,
            Change change) {
        return new LabelledSlider(
                id,
                name,
                tooltip,
                low,
                high,
                usual,
                step,
                text,
                v -> workspace.change(
                        Texts.of("shape.change", Texts.inside(name)),
                        name,
                        s -> s.withCorrection(change.apply(s.correction(), v))),
                workspace::endGesture);
    }

    private static String caution(double percent) {
        double usual = 100 * FaultPrior.USUAL_CAUTION;
        String word = Math.abs(percent - usual) < 1
                ? "shape.usual"
                : percent < usual - 30
                        ? "shape.bold"
                        : percent < usual ? "shape.bolder" : percent > 85 ? "shape.careful" : "shape.moreCareful";
        return Texts.of(word) + " " + Math.round(percent);
    }

    private static String octaves(double octaves) {
        return Math.abs(octaves - 2.0 / 3) < 1e-9 ? Texts.of("shape.23Octave") : Numbers.octaves(octaves);
    }

    private HBox basis() {
        ToggleButton evidence = Ui.choice(Texts.of("shape.byEvidence"), Texts.of("shape.byEvidence.tip"));
        ToggleButton exact = Ui.choice(Texts.of("shape.exact"), Texts.of("shape.exact.tip"));
        evidence.setId("by-evidence");
        exact.setId("exact");
        ToggleButton usual = Ui.choice(Texts.of("shape.asIWould"), Texts.of("shape.asIWould.tip"));
        usual.setId("as-i-would");
        ToggleGroup group = new ToggleGroup();
        group.getToggles().addAll(evidence, exact, usual);
        Runnable show = () -> {
            Session s = workspace.session();
            List.of(evidence, exact, usual)
                    .forEach(b -> b.setDisable(s.shaping().wanted().isPresent()));
            boolean isTempered = s.correction().tempered().isPresent();
            group.selectToggle(s.correction().basis() == Basis.EXACT ? exact : isTempered ? usual : evidence);
            Ui.shown(isTempered || habits.agreedProperty().get(), usual);
        };
        evidence.setOnAction(e -> follow(show, c -> c.withBasis(Basis.EVIDENCE).withTempered(Optional.empty())));
        exact.setOnAction(e -> follow(show, c -> c.withBasis(Basis.EXACT).withTempered(Optional.empty())));
        // how much is taken says it all: strength is in it
        usual.setOnAction(e -> habits.tempering(t -> follow(
                show,
                c -> c.withBasis(Basis.EVIDENCE).withTempered(Optional.of(t)).withStrength(1))));
        workspace.sessionProperty().subscribe(s -> show.run());
        habits.agreedProperty().subscribe(a -> show.run());
        return new HBox(4, evidence, exact, usual);
    }

    private void follow(Runnable show, UnaryOperator<CorrectionSettings> how) {
        workspace.change(Texts.of("shape.followSomethingElse"), s -> s.withCorrection(how.apply(s.correction())));
        show.run();
    }

    /** Which guards hold. */
    private MenuButton guards() {
        MenuButton button = new MenuButton(Texts.of("shape.guards"));
        button.setId("guards");
        button.getStyleClass().add("framed");
        Ui.tip(button, Texts.of("shape.whatIsHeldBack"));
        for (GuardKind guard : GuardKind.values()) {
            CheckMenuItem item = new CheckMenuItem(Texts.of("shape.holdBack", guard.label()));
            item.setOnAction(e -> workspace.change(
                    Texts.of("shape.letAGuardGo"),
                    s -> s.withCorrection(s.correction().withReleased(guard, !item.isSelected()))));
            workspace
                    .sessionProperty()
                    .subscribe(s -> item.setSelected(!s.correction().released().contains(guard)));
            button.getItems().add(item);
        }
        return button;
    }

    private HBox phase() {
        ToggleButton minimum = Ui.choice(Texts.of("shape.bands"), Texts.of("shape.bands.tip"));
        ToggleButton linear = Ui.choice(Texts.of("shape.linearPhase"), Texts.of("shape.linearPhase.tip"));
        return choice(
                minimum,
                linear,
                s -> s.phase() == Phase.LINEAR,
                is -> workspace.change(
                        Texts.of("shape.changeThePhase"), s -> s.withPhase(is ? Phase.LINEAR : Phase.MINIMUM)));
    }

    private HBox sides() {
        ToggleButton alike = Ui.choice(Texts.of("shape.stereo"), Texts.of("shape.stereo.tip"));
        ToggleButton apart = Ui.choice(Texts.of("shape.middleAndSide"), Texts.of("shape.middleAndSide.tip"));
        apart.setId("apart");
        alike.setId("alike");
        return choice(
                alike,
                apart,
                s -> s.shaping().apart(),
                is -> workspace.change(
                        Texts.of("shape.correctMiddleAndSide", is ? Texts.of("shape.apart") : Texts.of("shape.alike")),
                        s -> s.withApart(is)));
    }

    private HBox choice(
            ToggleButton usual, ToggleButton other, Predicate<Session> isOther, Consumer<Boolean> onChoose) {
        Runnable show = Ui.either(usual, other, () -> isOther.test(workspace.session()), onChoose);
        workspace.sessionProperty().subscribe(s -> show.run());
        return new HBox(4, usual, other);
    }

    private void showSettings(Session s) {
        boolean exact = s.shaping().asked().settings().basis() == Basis.EXACT;
        caution.setVisible(!exact);
        resolution.setVisible(exact);
        caution.show(100 * s.correction().caution());
        resolution.show(nearestResolution(s.correction().resolutionOctaves()));
        strength.show(100 * s.correction().strength());
        boost.show(s.correction().mostBoostDb());
        cut.show(s.correction().mostCutDb());
        rest.say(summary(s));
    }

    /** What is not at its default, in a line. */
    private String summary(Session s) {
        CorrectionSettings now = s.correction();
        CorrectionSettings usual = CorrectionSettings.DEFAULT;
        List<String> parts = new ArrayList<>();
        if (now.basis() == Basis.EXACT) {
            parts.add(Texts.of("shape.exact") + ", " + octaves(now.resolutionOctaves()));
        } else if (now.caution() != usual.caution()) {
            parts.add(Texts.of("shape.caution") + " " + caution(100 * now.caution()));
        }
        if (now.tempered().isPresent()) {
            parts.add(Texts.of("shape.asIWould"));
        }
        if (now.mostBoostDb() != usual.mostBoostDb() || now.mostCutDb() != usual.mostCutDb()) {
            parts.add(Texts.of("shape.upTo", Numbers.gainDb(now.mostBoostDb()), Numbers.gainDb(-now.mostCutDb())));
        }
        if (!now.released().isEmpty()) {
            parts.add(Texts.of("shape.guardsReleased", now.released().size()));
        }
        if (s.phase() == Phase.LINEAR) {
            parts.add(Texts.of("shape.linearPhase"));
            heardAhead.ifPresent(r -> parts.add(r.brief()));
        }
        if (s.shaping().apart()) {
            parts.add(Texts.of("shape.middleAndSide"));
        }
        return parts.isEmpty() ? Texts.of("shape.allAtDefaults") : String.join(" · ", parts);
    }

    private static int nearestResolution(double octaves) {
        int nearest = 0;
        for (int i = 1; i < RESOLUTIONS.length; i++) {
            if (Math.abs(RESOLUTIONS[i] - octaves) < Math.abs(RESOLUTIONS[nearest] - octaves)) {
                nearest = i;
            }
        }
        return nearest;
    }
}
