package oakmirror.desk.shape;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.RowConstraints;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.candidate.Candidate;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.MoveDecision;
import oakmirror.correction.Outcome;
import oakmirror.correction.Proposal;
import oakmirror.correction.Treatment;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.FileDrop;
import oakmirror.desk.control.Missing;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.CorrectionPlot;
import oakmirror.desk.plot.FrequencyView;
import oakmirror.desk.plot.OutcomeStrip;
import oakmirror.desk.plot.PlaceRow;
import oakmirror.desk.plot.ZoneRow;
import oakmirror.desk.words.Words;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.media.ImportedTrack;
import oakmirror.media.file.ToneFile;
import oakmirror.session.Session;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.catalogue.KeptHabits;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.PartShown;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;

/** Shape: what of the gap the evidence supports, as moves that are taken, tempered and refused, and where that brings the mix. */
public final class ShapePage extends VBox {

    /** Bands that miss the curve by more than this, in dB RMS, are told. */
    private final Workspace workspace;

    private final PlacesToHear places;
    private final CorrectionPlot plot = new CorrectionPlot(new Gestures());
    /** In a lower page the room is the curve's; the zones tell the outcome in figures. */
    private static final double HEIGHT_WITH_OUTCOME = 560;

    /** From here on the outcome stands beside the curve, as in a window of 1920 pixels. */
    private static final double WIDTH_BESIDE = 1400;

    private static final double OUTCOME_PERCENT = 42;

    private final OutcomeStrip outcomeStrip = new OutcomeStrip();
    private final BooleanProperty compared = new SimpleBooleanProperty();
    /** Whether the outcome stands beside the curve, and not below it. */
    private final BooleanProperty beside = new SimpleBooleanProperty();

    private final ZoneRow zones = new ZoneRow(new FrequencyView());
    private final TowardsMenu towards;
    private final PartShown parts;
    private final MovePanel panel;
    private final StrokesPanel strokes;
    private final Label explanation = Ui.wrapped("");
    private final Label fit = Ui.label("", "quiet");
    /** The move that is chosen, wherever it goes when something changes. */
    private Optional<MoveDecision> chosen = Optional.empty();

    /** The page of a workspace. */
    public ShapePage(
            Workspace workspace,
            Listening listening,
            PlacesToHear places,
            Asking asking,
            Consumer<Candidate> onListen,
            Runnable toGather,
            Settings settings,
            KeptHabits habits,
            Node library) {
        this.workspace = workspace;
        this.places = places;
        towards = new TowardsMenu(workspace, asking);
        parts = new PartShown(workspace);
        panel = new MovePanel(workspace, parts, listening, this::choose);
        strokes = new StrokesPanel(workspace, listening);
        plot.setId("correction");
        plot.setMinHeight(130);
        outcomeStrip.setId("outcome");
        outcomeStrip.setMinHeight(52);
        outcomeStrip.setPrefHeight(88);
        outcomeStrip.setMaxHeight(Double.MAX_VALUE);
        beside.bind(widthProperty().greaterThanOrEqualTo(WIDTH_BESIDE).and(compared));
        outcomeStrip
                .managedProperty()
                .bind(heightProperty()
                        .greaterThan(HEIGHT_WITH_OUTCOME)
                        .and(compared)
                        .or(beside));
        outcomeStrip.visibleProperty().bind(outcomeStrip.managedProperty());
        zones.setMinHeight(34);
        zones.setPrefHeight(34);
        PlaceRow offered = new PlaceRow(new FrequencyView(), onListen);
        places.itemsProperty().subscribe(i -> {
            offered.show(i, Optional.empty());
            showAgain();
        });
        VBox.setVgrow(plot, Priority.ALWAYS);
        Node drawn = drawn(new VBox(4, plot, offered), new VBox(4, outcomeStrip, zones));
        StackPane picture = new StackPane(drawn, new Missing(workspace, true, toGather));
        setVgrow(picture, Priority.ALWAYS);
        explanation.getStyleClass().add("quiet");
        explanation.setMinWidth(0);
        explanation.textProperty().subscribe(text -> Ui.tip(explanation, text));
        HBox.setHgrow(explanation, Priority.ALWAYS);
        explanation.setMaxWidth(Double.MAX_VALUE);
        fit.setMinWidth(USE_PREF_SIZE);
        HBox said = new HBox(14, explanation, fit);
        VBox head = new VBox(
                2, Ui.head(Texts.of("shape.shape"), new Label(), Words.reading("Shape"), choices(), library), said);
        panel.visibleProperty().bind(strokes.visibleProperty().not());
        panel.managedProperty().bind(panel.visibleProperty());
        strokes.managedProperty().bind(strokes.visibleProperty());
        getChildren()
                .addAll(head, picture, new StackPane(panel, strokes), new ShapeSettings(workspace, settings, habits));
        FileDrop.onto(this, files -> files.stream()
                .filter(ToneFile::looksLikeTone)
                .findFirst()
                .ifPresentOrElse(
                        towards::read, () -> workspace.messageProperty().set(Texts.of("shape.shapeTakesAWanted"))));
        getStyleClass().add("page");
        setSpacing(8);
        Ui.greyWhile(workspace.settledProperty().map(is -> !is), drawn, panel);
        workspace.derivation().shapedProperty().subscribe(p -> showAgain());
        // What is proposed follows from the rest; these change what is seen of it.
        parts.partProperty().subscribe(p -> showAgain());
        workspace.sessionProperty().map(Session::phase).subscribe(p -> showAgain());
        workspace.sessionProperty().map(s -> s.comparing().corridor()).subscribe(c -> showAgain());
    }

    /** The correction with its outcome below it, in a wide page beside it. */
    private Node drawn(VBox correction, VBox outcome) {
        GridPane drawn = new GridPane(18, 4);
        RowConstraints high = new RowConstraints();
        high.setVgrow(Priority.ALWAYS);
        GridPane.setHgrow(correction, Priority.ALWAYS);
        GridPane.setHgrow(outcome, Priority.ALWAYS);
        widthProperty().map(w -> w.doubleValue() >= WIDTH_BESIDE).subscribe(beside -> {
            drawn.getChildren().clear();
            drawn.add(correction, 0, 0);
            drawn.add(outcome, beside ? 1 : 0, beside ? 0 : 1);
            drawn.getRowConstraints().setAll(high);
            drawn.getColumnConstraints().setAll(percent(beside ? 100 - OUTCOME_PERCENT : 100));
            if (beside) {
                drawn.getColumnConstraints().add(percent(OUTCOME_PERCENT));
            }
            VBox.setVgrow(outcomeStrip, beside ? Priority.ALWAYS : Priority.NEVER);
        });
        return drawn;
    }

    private static ColumnConstraints percent(double of) {
        ColumnConstraints column = new ColumnConstraints();
        column.setPercentWidth(of);
        return column;
    }

    /** What is done with the chosen move. */
    MovePanel moves() {
        return panel;
    }

    /** The plot, for watching how often it is drawn. */
    public CorrectionPlot plot() {
        return plot;
    }

    private HBox choices() {
        HBox choices = new HBox(4, partChoice(), strokes.opener(), towards);
        choices.setAlignment(Pos.BASELINE_LEFT);
        return choices;
    }

    /** Which part is looked at, where middle and side are corrected apart. */
    private HBox partChoice() {
        ToggleButton middle = Ui.choice(Texts.of("shape.middle"), Texts.of("shape.middle.tip"));
        ToggleButton side = Ui.choice(Texts.of("shape.side"), Texts.of("shape.side.tip"));
        middle.setId("part-middle");
        side.setId("part-side");
        Runnable show = Ui.either(middle, side, () -> parts.part() == Part.SIDE, parts::showSide);
        HBox choice = new HBox(4, middle, side);
        choice.setPadding(new Insets(0, 10, 0, 0));
        choice.setAlignment(Pos.BASELINE_LEFT);
        choice.managedProperty().bind(choice.visibleProperty());
        parts.partProperty().subscribe(p -> {
            choice.setVisible(p != Part.STEREO);
            show.run();
        });
        return choice;
    }

    private void showAgain() {
        show(parts.proposal(), workspace.derivation().shapedProperty().get(), workspace.session());
    }

    private void choose(int move) {
        var moves = parts.proposal().correction().moves();
        chosen = move < 0 || move >= moves.size()
                ? Optional.empty()
                : Optional.of(moves.get(move).decision(Treatment.NONE));
        showChosen(parts.proposal());
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

    private void show(Proposal proposal, Shaped shaped, Session session) {
        Part part = parts.part();
        double madeUp = -shaped.loudnessChangeLu(session.phase());
        double[] applied = shaped.appliedDb(part == Part.STEREO ? Part.MID : part, session.phase());
        plot.show(proposal, applied, session.shaping().asked().settings());
        boolean known = proposal.gap().isKnown();
        explanation.setText(
                known
                        ? ShapeWords.sentence(proposal, part, session, madeUp, correctedBefore())
                                + ShapeWords.offered(places.itemsProperty().get())
                        : Texts.of("shape.noCorrectionYet"));
        CorrectionSettings c = session.correction();
        double miss = proposal.fitErrorDb(c.lowHz(), c.highHz());
        boolean far = known && session.phase() == Phase.MINIMUM && proposal.isFarOff(c);
        fit.getStyleClass().setAll("label", far ? "warning" : "quiet");
        fit.setText(
                !known || session.phase() == Phase.LINEAR
                        ? ""
                        : Texts.of(
                                far ? "shape.offBy" : "shape.within",
                                Texts.of("counts.bands", proposal.bands().size()),
                                Numbers.fixed(miss, far ? 1 : 2)));
        compared.set(known);
        zones.setVisible(known);
        if (known) {
            Outcome outcome = Outcome.of(
                    workspace.derivation().gapAt(Outcome.OCTAVES, part),
                    session.comparing().corridor(),
                    part == Part.STEREO ? shaped.appliedDb(session.phase()) : applied,
                    madeUp);
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
