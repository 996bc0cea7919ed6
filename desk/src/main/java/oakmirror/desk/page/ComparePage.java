package oakmirror.desk.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.DoubleProperty;
import javafx.geometry.Pos;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.correction.Gap;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.Listening;
import oakmirror.desk.model.MonitorControls;
import oakmirror.desk.model.Settings;
import oakmirror.desk.model.TrackSlot;
import oakmirror.desk.model.Workspace;
import oakmirror.desk.plot.GapStrip;
import oakmirror.desk.plot.ToneCurve;
import oakmirror.desk.plot.TonePlot;
import oakmirror.desk.plot.ZoneRow;
import oakmirror.level.LevelMatch;
import oakmirror.measure.TrackMeasurement;
import oakmirror.readings.Readings;
import oakmirror.session.Comparing.Scope;
import oakmirror.spectrum.FractionalOctave;

/** Compare: tone of mix and references over each other at equal loudness, and the gap between them. */
public final class ComparePage extends VBox {

    private static final List<Double> RESOLUTIONS = List.of(1.0 / 24, 1.0 / 12, 1.0 / 6, 1.0 / 3, 1.0);
    private static final List<Double> TILTS = List.of(0.0, 3.0, 4.5);

    private final Workspace workspace;
    private final TonePlot tone;
    private final GapStrip gap;
    private final ZoneRow zones = new ZoneRow();
    private final Label explanation = new Label();
    private final ChoiceBox<Double> resolution;
    private final ChoiceBox<Double> tilt;

    /** The page of a workspace. */
    public ComparePage(Workspace workspace, Listening listening, Settings settings) {
        this.workspace = workspace;
        DoubleProperty cursor = TonePlot.sharedCursor();
        tone = new TonePlot(cursor);
        tone.setId("tone");
        gap = new GapStrip(cursor);
        resolution = choice(
                RESOLUTIONS,
                settings.number("compare.resolution", 1.0 / 3),
                Readings::octaves,
                "Width of the bands that are drawn");
        tilt = choice(
                TILTS,
                settings.number("compare.tilt", 4.5),
                t -> t == 0 ? "no tilt" : "tilt " + Readings.level(t) + " dB/oct",
                "Raises the picture by so much an octave, so that a falling spectrum lies level");
        resolution.valueProperty().subscribe(v -> {
            settings.keep("compare.resolution", v);
            refresh();
        });
        tilt.valueProperty().subscribe(v -> {
            settings.keep("compare.tilt", v);
            refresh();
        });
        HBox gapHead = new HBox(
                10,
                Ui.label("Gap", "subheading"),
                Ui.label("reference minus mix: hatched where the mix lacks, plain where it has too much", "quiet"));
        gapHead.setAlignment(Pos.BASELINE_LEFT);
        gap.setMinHeight(110);
        gap.setPrefHeight(150);
        zones.setMinHeight(26);
        zones.setPrefHeight(26);
        tone.setMinHeight(180);
        setVgrow(tone, Priority.ALWAYS);
        getChildren()
                .addAll(
                        Ui.head("Tone", explanation, ScopeChoice.of(workspace), resolution, tilt),
                        tone,
                        gapHead,
                        gap,
                        zones);
        getStyleClass().add("page");
        setSpacing(6);
        tone.onBand((low, high) -> listening
                .monitor()
                .bandProperty()
                .set(
                        high < low * MonitorControls.NARROWEST_BAND
                                ? Optional.empty()
                                : Optional.of(new MonitorControls.Band(low, high))));
        listening
                .monitor()
                .bandProperty()
                .subscribe(b -> tone.showBand(b.map(band -> new double[] {band.lowHz(), band.highHz()})));
        workspace.sessionProperty().map(s -> s.comparing().scope()).subscribe(s -> refresh());
        workspace.proposalProperty().subscribe(p -> refresh());
        workspace.levelsProperty().subscribe(l -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
    }

    private static ChoiceBox<Double> choice(
            List<Double> values, double start, java.util.function.DoubleFunction<String> text, String tooltip) {
        ChoiceBox<Double> box = new ChoiceBox<>();
        box.getItems().setAll(values);
        box.setConverter(Ui.naming(text::apply));
        double nearest = values.stream()
                .min((a, b) -> Double.compare(Math.abs(a - start), Math.abs(b - start)))
                .orElseThrow();
        box.setValue(nearest);
        box.setTooltip(new Tooltip(tooltip));
        box.setFocusTraversable(false);
        return box;
    }

    private void refresh() {
        if (tilt == null || tilt.getValue() == null) {
            return;
        }
        var scope = workspace.session().comparing().scope();
        List<TrackSlot> all = workspace.tracks().all();
        boolean hasMix = workspace.tracks().mix().isPresent();
        // At one loudness, whatever is done to the levels for listening: the picture shows balance.
        double level = all.stream()
                .findFirst()
                .flatMap(t -> t.measured(scope))
                .map(TrackMeasurement::heardLufs)
                .orElse(Double.NaN);
        List<ToneCurve> curves = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            int number = hasMix ? i : i + 1;
            TrackSlot slot = all.get(i);
            slot.measured(scope).ifPresent(m -> {
                double offset = LevelMatch.difference(level, m.heardLufs());
                double[] levels = FractionalOctave.tiltedDb(m.spectrum(), resolution.getValue(), tilt.getValue());
                for (int b = 0; b < levels.length; b++) {
                    levels[b] += offset;
                }
                curves.add(new ToneCurve(number, slot.file().name(), levels));
            });
        }
        Gap known = workspace.gapAt(resolution.getValue());
        tone.show(curves, known.gapDb());
        gap.show(known.gapDb());
        zones.show(known);
        explanation.setText(
                known.isKnown()
                        ? what(all, scope) + ", all at " + Readings.level(level) + " LUFS; drag to hear a band alone"
                        : "add a mix and a reference on Gather to compare them");
    }

    /** What the figures are of. */
    private static String what(List<TrackSlot> all, Scope scope) {
        long passages = scope == Scope.WHOLE_TRACKS
                ? 0
                : all.stream().filter(t -> t.chosenRange().isPresent()).count();
        return passages == 0
                ? "whole tracks"
                : passages == all.size() ? "passages" : "passages, and whole tracks where none is chosen";
    }
}
