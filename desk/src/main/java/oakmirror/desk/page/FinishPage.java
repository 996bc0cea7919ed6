package oakmirror.desk.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.finish.Finishing;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.part.Missing;
import oakmirror.desk.plot.LoudnessLadder;
import oakmirror.desk.words.Words;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.measure.TrackMeasurement;
import oakmirror.readings.Readings;

/** Finish: the loudness target and the ceiling, and what they make of the mix. */
public final class FinishPage extends VBox {

    private static final double LOWEST_TARGET = -30;
    private static final double HIGHEST_TARGET = -6;

    private final Workspace workspace;
    private final Finishing finishing;
    private final LabelledSlider target;
    private final LabelledSlider ceiling;
    private final FlowPane goals = new FlowPane(6, 6);
    private List<String> shownGoals = List.of();
    private double shownCeiling;
    private final LoudnessLadder ladder = new LoudnessLadder();
    private final GridPane figures = new GridPane();
    private final Label verdict = Ui.label("", "verdict");

    /** The page of a workspace. */
    public FinishPage(Workspace workspace, Finishing finishing, Runnable toGather) {
        this.workspace = workspace;
        this.finishing = finishing;
        target = new LabelledSlider(
                "Target",
                "Integrated loudness of the master.",
                LOWEST_TARGET,
                HIGHEST_TARGET,
                FinishSettings.DEFAULT.targetLufs(),
                0.1,
                v -> Readings.level(v) + " LUFS",
                v -> change(
                        "change the target",
                        "target",
                        v,
                        workspace.session().finish().ceilingDbtp()),
                workspace::endGesture);
        ceiling = new LabelledSlider(
                "Ceiling",
                "Highest true peak of the master.",
                -6,
                0,
                FinishSettings.DEFAULT.ceilingDbtp(),
                0.1,
                v -> Readings.level(v) + " dBTP",
                v -> change(
                        "change the ceiling",
                        "ceiling",
                        workspace.session().finish().targetLufs(),
                        v),
                workspace::endGesture);
        HBox sliders = new HBox(26, target, ceiling);
        sliders.getChildren().forEach(s -> HBox.setHgrow(s, Priority.ALWAYS));
        goals.setAlignment(Pos.CENTER_LEFT);
        verdict.setWrapText(true);
        figures.getStyleClass().add("figures");
        figures.setHgap(34);
        figures.setVgap(7);
        StackPane picture = new StackPane(ladder, new Missing(workspace, false, toGather));
        picture.getStyleClass().add("card");
        VBox.setVgrow(picture, Priority.ALWAYS);
        Label explanation = new Label("the corrected mix over the whole song, brought to a loudness under a ceiling");
        getChildren()
                .addAll(
                        Ui.head("Finish", explanation, Words.reading("Finish")),
                        sliders,
                        goals,
                        picture,
                        figures,
                        verdict);
        getStyleClass().add("page");
        setSpacing(14);
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        finishing.outcomeProperty().subscribe(o -> refresh());
        Ui.greyWhile(finishing.pendingProperty(), picture, figures, verdict);
    }

    private void change(String action, String gesture, double targetLufs, double ceilingDbtp) {
        workspace.change(action, gesture, s -> s.withFinish(new FinishSettings(targetLufs, ceilingDbtp)));
    }

    private void refresh() {
        FinishSettings settings = workspace.session().finish();
        target.show(settings.targetLufs());
        ceiling.show(settings.ceilingDbtp());
        goals(settings);
        Optional<TrackMeasurement> mix =
                workspace.tracks().mix().flatMap(TrackSlot::imported).map(t -> t.measurement());
        Optional<MasterRender.Outcome> outcome = finishing.outcomeProperty().get();
        rows(settings, mix, outcome);
        figures(mix, outcome);
        verdict.setText(verdict(settings, mix, outcome));
    }

    private void goals(FinishSettings settings) {
        List<Button> buttons = new ArrayList<>();
        for (DeliveryTarget standard : DeliveryTarget.values()) {
            buttons.add(goal(
                    Readings.level(standard.lufs()) + " " + standard.label(),
                    Readings.level(standard.lufs()) + " LUFS, " + Readings.level(standard.ceilingDbtp()) + " dBTP: "
                            + standard.source(),
                    standard.lufs(),
                    standard.ceilingDbtp()));
        }
        List<TrackSlot> references = workspace.tracks().references();
        for (int i = 0; i < references.size(); i++) {
            int number = i + 1;
            references.get(i).imported().ifPresent(t -> {
                double lufs = t.measurement().heardLufs();
                if (lufs >= LOWEST_TARGET && lufs <= HIGHEST_TARGET) {
                    double rounded = Math.round(lufs * 10) / 10.0;
                    buttons.add(goal(
                            Readings.level(rounded) + " as reference " + number,
                            "The integrated loudness of reference " + number + " as it is heard",
                            rounded,
                            settings.ceilingDbtp()));
                }
            });
        }
        List<String> texts = buttons.stream().map(Button::getText).toList();
        if (!texts.equals(shownGoals)
                || settings.ceilingDbtp() != shownCeiling) { // new buttons would take the focus off old ones
            shownGoals = texts;
            shownCeiling = settings.ceilingDbtp();
            goals.getChildren().setAll(Ui.label("as loud as", "quiet"));
            goals.getChildren().addAll(buttons);
        }
    }

    private Button goal(String text, String tooltip, double lufs, double dbtp) {
        return Ui.button(text, tooltip, () -> change("choose a target", "", lufs, dbtp));
    }

    private void rows(FinishSettings settings, Optional<TrackMeasurement> mix, Optional<MasterRender.Outcome> outcome) {
        List<LoudnessLadder.Row> rows = new ArrayList<>();
        mix.ifPresent(m -> rows.add(new LoudnessLadder.Row(
                0, "Mix as it is", m.heardLufs(), m.heard().peaks().truePeakDbtp(), false)));
        outcome.ifPresent(
                o -> rows.add(new LoudnessLadder.Row(0, "Master", o.integratedLufs(), o.truePeakDbtp(), true)));
        List<TrackSlot> references = workspace.tracks().references();
        for (int i = 0; i < references.size(); i++) {
            int number = i + 1;
            String name = references.get(i).track().name();
            references
                    .get(i)
                    .imported()
                    .map(t -> t.measurement())
                    .ifPresent(m -> rows.add(new LoudnessLadder.Row(
                            number,
                            number + " " + shortened(name),
                            m.heardLufs(),
                            m.heard().peaks().truePeakDbtp(),
                            false)));
        }
        ladder.show(rows, settings.targetLufs(), settings.ceilingDbtp());
    }

    private static String shortened(String name) {
        return name.length() <= 30 ? name : name.substring(0, 29) + "…";
    }

    private void figures(Optional<TrackMeasurement> mix, Optional<MasterRender.Outcome> outcome) {
        figures.getChildren().clear();
        String[] heads = {"", "integrated, LUFS", "range, LU", "loudest 3 s, LUFS", "true peak, dBTP", "PLR, dB"};
        for (int c = 0; c < heads.length; c++) {
            figures.add(Ui.label(heads[c], "quiet"), c, 0);
        }
        mix.ifPresent(m -> row(1, "Mix as it is", m, 0));
        outcome.ifPresent(o -> row(2, "Master", o.corrected(), o.plan().gainDb()));
    }

    private void row(int at, String name, TrackMeasurement m, double gainDb) {
        double lufs = m.heard().loudness().integratedLufs() + gainDb;
        double dbtp = m.heard().peaks().truePeakDbtp() + gainDb;
        figures.add(Ui.label(name, "strong"), 0, at);
        figures.add(big(Readings.level(lufs)), 1, at);
        figures.add(big(Readings.level(m.heard().loudness().rangeLu())), 2, at);
        figures.add(big(Readings.level(m.heard().loudness().maxShortTermLufs() + gainDb)), 3, at);
        figures.add(big(Readings.level(dbtp)), 4, at);
        figures.add(big(Readings.level(dbtp - lufs)), 5, at);
    }

    private static Label big(String figure) {
        return Ui.label(figure, "figure");
    }

    private static String verdict(
            FinishSettings settings, Optional<TrackMeasurement> mix, Optional<MasterRender.Outcome> outcome) {
        if (mix.isEmpty()) {
            return "Add a mix on Gather to finish it.";
        }
        if (outcome.isEmpty()) {
            return "Measuring the corrected mix…";
        }
        double held = outcome.get().plan().heldBackDb();
        if (!Double.isFinite(outcome.get().integratedLufs())) {
            return "The mix has no loudness to bring to a target: it is silent, or shorter than 0.4 s. It is only kept under the ceiling.";
        }
        if (held > 0.05) {
            return "Held back by " + Readings.level(held) + " dB: the peaks reach the ceiling of "
                    + Readings.level(settings.ceilingDbtp()) + " dBTP first. The master lands at "
                    + Readings.level(outcome.get().integratedLufs())
                    + " LUFS; choose a lower target, or take the peaks down in the mix.";
        }
        return "The target is reached with a gain of "
                + Readings.gainDb(outcome.get().plan().gainDb())
                + "; peaks stay "
                + Readings.level(settings.ceilingDbtp() - outcome.get().truePeakDbtp())
                + " dB under the ceiling.";
    }
}
