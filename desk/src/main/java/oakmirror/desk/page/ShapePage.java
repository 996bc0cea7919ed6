package oakmirror.desk.page;

import java.util.Locale;
import java.util.Optional;
import java.util.function.DoubleFunction;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.GuardKind;
import oakmirror.correction.MoveDecision;
import oakmirror.correction.Outcome;
import oakmirror.correction.Proposal;
import oakmirror.correction.Treatment;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.listen.Listening;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.part.Missing;
import oakmirror.desk.plot.CorrectionPlot;
import oakmirror.desk.plot.FrequencyView;
import oakmirror.desk.plot.OutcomeStrip;
import oakmirror.desk.plot.ZoneRow;
import oakmirror.desk.words.Words;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.FaultPrior;
import oakmirror.media.ImportedTrack;
import oakmirror.readings.Readings;
import oakmirror.session.Session;

/** Shape: what of the gap the evidence supports, as moves that are taken, tempered and refused, and where that brings the mix. */
public final class ShapePage extends VBox {

    private static final double[] RESOLUTIONS = {1.0 / 12, 1.0 / 9, 1.0 / 6, 1.0 / 4, 1.0 / 3, 1.0 / 2, 2.0 / 3, 1};

    /** Bands that miss the curve by more than this, in dB RMS, are told. */
    private static final double FAR_OFF_DB = 0.7;

    private final Workspace workspace;
    private final CorrectionPlot plot = new CorrectionPlot(new Gestures());
    private final OutcomeStrip outcomeStrip = new OutcomeStrip();
    private final ZoneRow zones = new ZoneRow(new FrequencyView());
    private final MovePanel panel;
    private final StrokesPanel strokes;
    private final Label explanation = new Label();
    private final Label fit = Ui.label("", "quiet");
    private final LabelledSlider caution;
    private final LabelledSlider resolution;
    private final LabelledSlider strength;
    private final LabelledSlider boost;
    private final LabelledSlider cut;
    /** The move that is chosen, wherever it goes when something changes. */
    private Optional<MoveDecision> chosen = Optional.empty();

    /** The page of a workspace. */
    public ShapePage(Workspace workspace, Listening listening, Runnable toGather) {
        this.workspace = workspace;
        panel = new MovePanel(workspace, listening, this::choose);
        strokes = new StrokesPanel(workspace, listening);
        CorrectionSettings usual = CorrectionSettings.DEFAULT;
        plot.setId("correction");
        plot.setMinHeight(220);
        outcomeStrip.setId("outcome");
        outcomeStrip.setMinHeight(60);
        outcomeStrip.setPrefHeight(88);
        zones.setMinHeight(34);
        zones.setPrefHeight(34);
        VBox drawn = new VBox(4, plot, outcomeStrip, zones);
        VBox.setVgrow(plot, Priority.ALWAYS);
        StackPane picture = new StackPane(drawn, new Missing(workspace, true, toGather));
        setVgrow(picture, Priority.ALWAYS);
        caution = slider(
                "Caution",
                "How much evidence is asked for before a difference is taken for a fault, from bold to careful.",
                0,
                100,
                100 * FaultPrior.USUAL_CAUTION,
                1,
                ShapePage::caution,
                (s, v) -> s.withCaution(v / 100));
        resolution = slider(
                "Resolution",
                "How finely the gap is followed.",
                0,
                RESOLUTIONS.length - 1.0,
                0,
                1,
                v -> octaves(RESOLUTIONS[(int) Math.round(v)]),
                (s, v) -> s.withResolution(RESOLUTIONS[(int) Math.round(v)]));
        strength = slider(
                "Strength",
                "How much of it is applied.",
                0,
                100,
                100 * usual.strength(),
                1,
                v -> Math.round(v) + " %",
                (s, v) -> s.withStrength(v / 100));
        boost = slider(
                "Most boost",
                "No rise gets higher.",
                1,
                12,
                usual.mostBoostDb(),
                0.5,
                Readings::gainDb,
                (s, v) -> s.withLimits(v, s.mostCutDb()));
        cut = slider(
                "Most cut",
                "No dip gets deeper.",
                1,
                12,
                usual.mostCutDb(),
                0.5,
                v -> Readings.gainDb(-v),
                (s, v) -> s.withLimits(s.mostBoostDb(), v));
        VBox appliedAs = new VBox(4, Ui.label("Applied as", "quiet"), phase());
        appliedAs.setMinWidth(USE_PREF_SIZE);
        HBox sliders = new HBox(18, caution, resolution, strength, boost, cut, appliedAs);
        for (LabelledSlider s : new LabelledSlider[] {caution, resolution, strength, boost, cut}) {
            HBox.setHgrow(s, Priority.ALWAYS);
            s.managedProperty().bind(s.visibleProperty());
        }
        sliders.setAlignment(Pos.TOP_LEFT);
        sliders.setPadding(new Insets(0, 0, 4, 0));
        explanation.getStyleClass().add("quiet");
        explanation.setMinWidth(0);
        explanation.textProperty().subscribe(text -> Ui.tip(explanation, text));
        fit.setMinWidth(USE_PREF_SIZE);
        HBox said = new HBox(14, explanation, Ui.spring(), fit);
        VBox head = new VBox(2, Ui.head("Shape", new Label(), Words.reading("Shape"), basis()), said);
        panel.visibleProperty().bind(strokes.visibleProperty().not());
        getChildren().addAll(head, picture, new StackPane(panel, strokes), sliders);
        getStyleClass().add("page");
        setSpacing(8);
        Ui.greyWhile(workspace.settledProperty().map(is -> !is), drawn, panel);
        workspace.sessionProperty().subscribe(this::showSettings);
        workspace.proposalProperty().subscribe(p -> show(p, workspace.session()));
        // A proposal follows from the rest; these two change what is seen of it.
        workspace.sessionProperty().map(Session::phase).subscribe(p -> showAgain());
        workspace.sessionProperty().map(s -> s.comparing().corridor()).subscribe(c -> showAgain());
    }

    /** The plot, for watching how often it is drawn. */
    public CorrectionPlot plot() {
        return plot;
    }

    private interface Change {
        CorrectionSettings apply(CorrectionSettings settings, double value);
    }

    private LabelledSlider slider(
            String name,
            String tooltip,
            double low,
            double high,
            double usual,
            double step,
            DoubleFunction<String> text,
            Change change) {
        return new LabelledSlider(
                name,
                tooltip,
                low,
                high,
                usual,
                step,
                text,
                v -> workspace.change(
                        "change " + name.toLowerCase(Locale.ROOT),
                        name,
                        s -> s.withCorrection(change.apply(s.correction(), v))),
                workspace::endGesture);
    }

    private static String caution(double percent) {
        double usual = 100 * FaultPrior.USUAL_CAUTION;
        String word = Math.abs(percent - usual) < 1
                ? "usual"
                : percent < usual - 30
                        ? "bold"
                        : percent < usual ? "bolder" : percent > 85 ? "careful" : "more careful";
        return word + " " + Math.round(percent);
    }

    private static String octaves(double octaves) {
        return Math.abs(octaves - 2.0 / 3) < 1e-9 ? "2/3 octave" : Readings.octaves(octaves);
    }

    private HBox basis() {
        ToggleGroup group = new ToggleGroup();
        ToggleButton evidence = Ui.choice("by evidence", "What of the gap is likely a fault, and not just other music");
        ToggleButton exact = Ui.choice("exact", "The gap as it is, for two versions of one recording");
        evidence.setId("by-evidence");
        exact.setId("exact");
        evidence.setToggleGroup(group);
        exact.setToggleGroup(group);
        evidence.setOnAction(e -> follow(Basis.EVIDENCE));
        exact.setOnAction(e -> follow(Basis.EXACT));
        workspace
                .sessionProperty()
                .subscribe(s -> group.selectToggle(s.correction().basis() == Basis.EXACT ? exact : evidence));
        HBox choices = new HBox(4, strokes.opener(), guards(), evidence, exact);
        HBox.setMargin(evidence, new Insets(0, 0, 0, 10));
        choices.setAlignment(Pos.BASELINE_LEFT);
        return choices;
    }

    private void follow(Basis basis) {
        workspace.change(
                "follow something else", s -> s.withCorrection(s.correction().withBasis(basis)));
        showSettings(workspace.session());
    }

    /** Which guards hold. */
    private MenuButton guards() {
        MenuButton button = new MenuButton("Guards");
        button.setId("guards");
        button.getStyleClass().add("framed");
        Ui.tip(button, "What is held back whatever the evidence says; each can be let go");
        for (GuardKind guard : GuardKind.values()) {
            CheckMenuItem item = new CheckMenuItem("hold back " + guard.label());
            item.setOnAction(e -> workspace.change(
                    "let a guard go or hold",
                    s -> s.withCorrection(s.correction().withReleased(guard, !item.isSelected()))));
            workspace
                    .sessionProperty()
                    .subscribe(s -> item.setSelected(!s.correction().released().contains(guard)));
            button.getItems().add(item);
        }
        return button;
    }

    private HBox phase() {
        ToggleGroup group = new ToggleGroup();
        ToggleButton minimum = Ui.choice("bands", "As an equaliser does: minimum phase, no delay, no pre-ringing");
        ToggleButton linear = Ui.choice("linear phase", "The curve exactly, phase untouched, with some pre-ringing");
        minimum.setToggleGroup(group);
        linear.setToggleGroup(group);
        minimum.setOnAction(e -> setPhase(Phase.MINIMUM));
        linear.setOnAction(e -> setPhase(Phase.LINEAR));
        workspace.sessionProperty().subscribe(s -> group.selectToggle(s.phase() == Phase.LINEAR ? linear : minimum));
        return new HBox(4, minimum, linear);
    }

    private void showAgain() {
        show(workspace.proposalProperty().get(), workspace.session());
    }

    private void setPhase(Phase phase) {
        workspace.change("change the phase", s -> s.withPhase(phase));
        showSettings(workspace.session());
    }

    private void showSettings(Session s) {
        boolean exact = s.correction().basis() == Basis.EXACT;
        caution.setVisible(!exact);
        resolution.setVisible(exact);
        caution.show(100 * s.correction().caution());
        resolution.show(nearestResolution(s.correction().resolutionOctaves()));
        strength.show(100 * s.correction().strength());
        boost.show(s.correction().mostBoostDb());
        cut.show(s.correction().mostCutDb());
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

    private void choose(int move) {
        var moves = workspace.proposalProperty().get().correction().moves();
        chosen = move < 0 || move >= moves.size()
                ? Optional.empty()
                : Optional.of(moves.get(move).decision(Treatment.NONE));
        showChosen(workspace.proposalProperty().get());
    }

    private void showChosen(Proposal proposal) {
        var moves = proposal.correction().moves();
        int best = -1;
        for (int i = 0; i < moves.size() && chosen.isPresent(); i++) {
            double fits = chosen.get().fits(moves.get(i));
            if (fits > 0 && (best < 0 || fits > chosen.get().fits(moves.get(best)))) {
                best = i;
            }
        }
        plot.choose(best);
        panel.show(best, proposal);
    }

    private void show(Proposal proposal, Session session) {
        double madeUp = -proposal.loudnessChangeLu(session.phase());
        double[] applied = proposal.appliedDb(session.phase());
        plot.show(proposal, applied, session.correction());
        boolean known = proposal.gap().isKnown();
        explanation.setText(
                known ? ShapeWords.sentence(proposal, session, madeUp, correctedBefore()) : "no correction yet");
        CorrectionSettings c = session.correction();
        double miss = proposal.fitErrorDb(c.lowHz(), c.highHz());
        boolean far = known && session.phase() == Phase.MINIMUM && miss > FAR_OFF_DB;
        fit.getStyleClass().setAll("label", far ? "warning" : "quiet");
        fit.setText(
                !known || session.phase() == Phase.LINEAR
                        ? ""
                        : String.format(
                                Locale.ROOT,
                                far ? "%s off by %.1f dB; linear phase follows it" : "%s, within %.2f dB",
                                Readings.count(proposal.bands().size(), "band"),
                                miss));
        outcomeStrip.setVisible(known);
        zones.setVisible(known);
        if (known) {
            Outcome outcome = Outcome.of(
                    workspace.gapAt(Outcome.OCTAVES), session.comparing().corridor(), applied, madeUp);
            outcomeStrip.show(outcome);
            zones.show(outcome);
        }
        showChosen(proposal);
    }

    private boolean correctedBefore() {
        return workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::imported)
                .flatMap(ImportedTrack::applied)
                .isPresent();
    }

    /** What is done on the plot. */
    private final class Gestures implements CorrectionPlot.Listener {

        @Override
        public void choose(int move) {
            ShapePage.this.choose(move);
        }

        @Override
        public void treat(int move, Treatment treatment) {
            panel.treat(Optional.of(treatment), true);
        }

        @Override
        public void settle() {
            workspace.endGesture();
        }

        @Override
        public void add(double hz, double db) {
            panel.add(hz, db);
        }

        @Override
        public void turn(double hz, boolean up) {
            if (strokes.isVisible()) {
                strokes.turn(hz, up);
            }
        }
    }
}
