package oakmirror.desk.page;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.TilePane;
import javafx.scene.layout.VBox;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.EqBand;
import oakmirror.correction.Proposal;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.part.Missing;
import oakmirror.desk.plot.CorrectionPlot;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.readings.Readings;
import oakmirror.session.Session;

/** Shape: from the gap to a correction, tempered as a whole and move by move. */
public final class ShapePage extends VBox {

    private static final double[] RESOLUTIONS = {1.0 / 12, 1.0 / 9, 1.0 / 6, 1.0 / 4, 1.0 / 3, 1.0 / 2, 2.0 / 3, 1};
    private static final double NARROWEST_CARD = 216;
    private static final double CARD_GAP = 8;
    private static final double SCROLL_BAR = 12;

    private final Workspace workspace;
    private final CorrectionPlot plot;
    private final TilePane moves = new TilePane(CARD_GAP, CARD_GAP);
    private final Label explanation = new Label();
    private final Label fit = Ui.label("", "quiet");
    private final LabelledSlider strength;
    private final LabelledSlider resolution;
    private final LabelledSlider boost;
    private final LabelledSlider cut;

    /** The page of a workspace. */
    public ShapePage(Workspace workspace, Runnable toGather) {
        this.workspace = workspace;
        CorrectionSettings usual = CorrectionSettings.DEFAULT;
        plot = new CorrectionPlot(this::toggle);
        plot.setId("correction");
        plot.setMinHeight(230);
        StackPane picture = new StackPane(plot, new Missing(workspace, true, toGather));
        setVgrow(picture, Priority.ALWAYS);
        strength = slider(
                "Strength",
                "How much of the gap is closed.",
                0,
                100,
                100 * usual.strength(),
                1,
                v -> Math.round(v) + " %",
                (s, v) -> s.withStrength(v / 100));
        resolution = slider(
                "Resolution",
                "How finely the gap is followed: broad moves are nearly always better.",
                0,
                RESOLUTIONS.length - 1.0,
                4,
                1,
                v -> octaves(RESOLUTIONS[(int) Math.round(v)]),
                (s, v) -> s.withResolution(RESOLUTIONS[(int) Math.round(v)]));
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
        HBox sliders = new HBox(26, strength, resolution, boost, cut);
        sliders.getChildren().forEach(s -> HBox.setHgrow(s, Priority.ALWAYS));
        ScrollPane scroll = new ScrollPane(moves);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        scroll.widthProperty().subscribe(w -> fitCards(w.doubleValue() - SCROLL_BAR));
        scroll.setMinHeight(118);
        scroll.setPrefHeight(190);
        HBox movesHead = movesHead();
        getChildren().addAll(Ui.head("Shape", explanation, phase()), picture, sliders, movesHead, scroll);
        getStyleClass().add("page");
        setSpacing(10);
        Ui.greyWhile(workspace.settledProperty().map(is -> !is), plot, movesHead, scroll);
        workspace.proposalProperty().subscribe(p -> show(p, workspace.session()));
        workspace.sessionProperty().subscribe(this::showSettings);
    }

    private HBox movesHead() {
        HBox head = new HBox(12, Ui.label("Moves", "subheading"), Ui.spring(), fit);
        head.setAlignment(Pos.BASELINE_LEFT);
        return head;
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
            java.util.function.DoubleFunction<String> text,
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
                        "change " + name.toLowerCase(java.util.Locale.ROOT),
                        name,
                        s -> s.withCorrection(change.apply(s.correction(), v))),
                workspace::endGesture);
    }

    private static String octaves(double octaves) {
        return Math.abs(octaves - 2.0 / 3) < 1e-9 ? "2/3 octave" : Readings.octaves(octaves);
    }

    private HBox phase() {
        ToggleGroup group = new ToggleGroup();
        ToggleButton minimum =
                Ui.choice("minimum phase", "The bands as an equaliser applies them: no delay, no pre-ringing");
        ToggleButton linear = Ui.choice("linear phase", "The curve exactly, phase untouched, with some pre-ringing");
        minimum.setToggleGroup(group);
        linear.setToggleGroup(group);
        minimum.setOnAction(e -> setPhase(Phase.MINIMUM));
        linear.setOnAction(e -> setPhase(Phase.LINEAR));
        workspace.sessionProperty().subscribe(s -> group.selectToggle(s.phase() == Phase.LINEAR ? linear : minimum));
        return new HBox(4, minimum, linear);
    }

    private void setPhase(Phase phase) {
        workspace.change("change the phase", s -> s.withPhase(phase));
        showSettings(workspace.session());
    }

    /** As many cards in a row as there is room for, filling it. */
    private void fitCards(double width) {
        int columns = (int) Math.max(1, Math.floor((width + CARD_GAP) / (NARROWEST_CARD + CARD_GAP)));
        moves.setPrefTileWidth(Math.floor((width - CARD_GAP * (columns - 1)) / columns));
    }

    private void toggle(int move) {
        workspace.change("refuse or take a move", s -> {
            List<Integer> refused = new ArrayList<>(s.refusedMoves());
            if (!refused.remove(Integer.valueOf(move))) {
                refused.add(move);
            }
            return s.withRefusedMoves(refused);
        });
    }

    private void showSettings(Session s) {
        strength.show(100 * s.correction().strength());
        resolution.show(nearestResolution(s.correction().resolutionOctaves()));
        boost.show(s.correction().mostBoostDb());
        cut.show(s.correction().mostCutDb());
        plot.show(workspace.proposalProperty().get(), s.phase());
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

    private void show(Proposal proposal, Session session) {
        plot.show(proposal, session.phase());
        boolean known = proposal.gap().isKnown();
        long references = workspace.tracks().references().stream()
                .filter(r -> r.imported().isPresent())
                .count();
        double madeUp = workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::imported)
                .map(t -> -proposal.loudnessChangeLu(t.measurement().spectrum(), session.phase()))
                .orElse(0.0);
        explanation.setText(
                known
                        ? "correction from " + references + (references == 1 ? " reference" : " references")
                                + " · level made up " + Readings.gainDb(madeUp)
                        : "no correction yet");
        CorrectionSettings c = session.correction();
        fit.setText(
                known
                        ? proposal.bands().size() + " bands · they miss the curve by "
                                + String.format(
                                        java.util.Locale.ROOT, "%.2f", proposal.fitErrorDb(c.lowHz(), c.highHz()))
                                + " dB RMS"
                        : "");
        while (moves.getChildren().size() > proposal.bands().size()) {
            moves.getChildren().remove(moves.getChildren().size() - 1);
        }
        while (moves.getChildren().size() < proposal.bands().size()) {
            moves.getChildren().add(new MoveCard(moves.getChildren().size()));
        }
        for (int i = 0; i < proposal.bands().size(); i++) {
            ((MoveCard) moves.getChildren().get(i)).show(proposal.bands().get(i));
        }
    }

    /** One move: shape, frequency, gain, width, and whether it is taken. */
    private final class MoveCard extends VBox {
        private final Label what = new Label();
        private final Label gain = Ui.label("", "strong");
        private final Label width = Ui.label("", "quiet");
        private final ToggleButton taken = Ui.choice("taken", "Refuse this move, or take it again");

        MoveCard(int index) {
            getStyleClass().add("move");
            setId("move-" + index);
            Label number = Ui.label(String.valueOf(index + 1), "strong", "accent");
            number.setMinWidth(20);
            HBox first = new HBox(8, number, what, Ui.spring(), gain);
            HBox second = new HBox(8, width, Ui.spring(), taken);
            second.setAlignment(Pos.CENTER_LEFT);
            Ui.tip(width, "Q: centre over bandwidth");
            width.setPadding(new javafx.geometry.Insets(0, 0, 0, 28));
            getChildren().addAll(first, second);
            taken.setOnAction(e -> toggle(index));
            setOnMouseEntered(e -> plot.choose(index));
            setOnMouseExited(e -> plot.choose(-1));
        }

        void show(EqBand band) {
            String shape =
                    switch (band.type()) {
                        case BELL -> "bell ";
                        case LOW_SHELF -> "low shelf ";
                        case HIGH_SHELF -> "high shelf ";
                    };
            what.setText(shape + Readings.frequency(band.frequencyHz()));
            gain.setText(Readings.gainDb(band.gainDb()));
            width.setText(String.format(java.util.Locale.ROOT, "Q %.1f", band.q()));
            taken.setSelected(band.enabled());
            taken.setText(band.enabled() ? "taken" : "refused");
            setOpacity(band.enabled() ? 1 : 0.6);
        }
    }
}
