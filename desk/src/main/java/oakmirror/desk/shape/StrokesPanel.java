package oakmirror.desk.shape;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.correction.AddedMove;
import oakmirror.correction.Strokes;
import oakmirror.correction.Strokes.Range;
import oakmirror.desk.look.Ui;
import oakmirror.levelmatch.LevelFigures;
import oakmirror.measure.TrackMeasurement;
import oakmirror.session.Session;
import oakmirror.session.Stem;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Workspace;
import oakmirror.stems.StrokeMeaning;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Lows, mids and highs turned up and down as a whole, at equal loudness, and what that says about the mix. Turning the wheel over the plot does the same. */
final class StrokesPanel extends HBox {

    private static final double STEP_DB = 0.5;
    private static final double K14 = 14;
    private static final double K12 = 12;

    private final Workspace workspace;
    private final Listening listening;
    private final Map<Range, Label> gains = new EnumMap<>(Range.class);
    private final Label levels = Ui.label("", "quiet", "small");
    private final Label meaning = Ui.label("", "quiet");
    private final Button keep;
    private final Button clear;
    private final ToggleButton opener = Ui.choice(Texts.of("shape.strokes"), Texts.of("shape.strokes.tip"));

    StrokesPanel(Workspace workspace, Listening listening) {
        super(10);
        this.workspace = workspace;
        this.listening = listening;
        setId("strokes");
        getStyleClass().add("move");
        setAlignment(Pos.CENTER_LEFT);
        for (Range range : Range.values()) {
            getChildren().add(cell(range));
        }
        keep = Ui.button(Texts.of("shape.keep"), Texts.of("shape.keep.tip"), this::keep);
        keep.setId("keep-strokes");
        clear = Ui.button(Texts.of("shape.clear"), Texts.of("shape.clear.tip"), () -> set(Strokes.NONE));
        clear.setId("clear-strokes");
        meaning.setId("stroke-meaning");
        meaning.textProperty().subscribe(text -> Ui.tip(meaning, text));
        meaning.setWrapText(true);
        Ui.tip(levels, Texts.of("shape.rmsOfWhatIs"));
        VBox words = new VBox(1, meaning, levels);
        words.setMinWidth(120);
        words.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(words, Priority.ALWAYS);
        for (Button button : List.of(keep, clear)) {
            button.setMinWidth(USE_PREF_SIZE);
        }
        getChildren().addAll(words, keep, clear);
        opener.setId("open-strokes");
        visibleProperty().bind(opener.selectedProperty());
        Runnable refresh = Ui.coalesced(this, this::refresh);
        listening.monitor().strokesProperty().subscribe(s -> {
            if (!s.isNone()) {
                opener.setSelected(true); // made by keys
            }
            refresh.run();
        });
        workspace.stems().revisionProperty().subscribe(r -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        workspace.sessionProperty().subscribe(s -> refresh.run());
        refresh();
    }

    /** Opens and closes the panel. */
    ToggleButton opener() {
        return opener;
    }

    private HBox cell(Range range) {
        String name = range.name().toLowerCase(Locale.ROOT);
        Label gain = Ui.label("", "strong");
        gain.setId("stroke-" + name);
        gain.setMinWidth(54);
        gain.setAlignment(Pos.CENTER);
        gains.put(range, gain);
        Button less = Ui.button("−", Texts.of("shape.halfADecibelLess", about(range)), () -> nudge(range, -STEP_DB));
        Button more = Ui.button("+", Texts.of("shape.halfADecibelMore", about(range)), () -> nudge(range, STEP_DB));
        less.setId(name + "-less");
        more.setId(name + "-more");
        HBox cell = new HBox(3, Ui.label(range.label(), "quiet"), less, gain, more);
        cell.setAlignment(Pos.CENTER_LEFT);
        cell.setMinWidth(USE_PREF_SIZE);
        cell.setOnScroll(e -> nudge(range, Math.signum(e.getDeltaY()) * STEP_DB));
        return cell;
    }

    private static String about(Range range) {
        return switch (range) {
            case LOW -> Texts.of("shape.below", Numbers.about(range.highHz()));
            case MID -> Texts.of("shape.fromTo", Numbers.about(range.lowHz()), Numbers.about(range.highHz()));
            case HIGH -> Texts.of("shape.above", Numbers.about(range.lowHz()));
        };
    }

    /** The wheel over the plot. */
    void turn(double hz, boolean up) {
        nudge(Range.at(hz), up ? STEP_DB : -STEP_DB);
    }

    private Strokes strokes() {
        return listening.monitor().strokesProperty().get();
    }

    private void set(Strokes next) {
        listening.monitor().strokesProperty().set(next);
        listening.hear(0);
    }

    private void nudge(Range range, double db) {
        set(strokes().with(range, strokes().gainDb(range) + db));
    }

    private void keep() {
        List<AddedMove> made = strokes().moves();
        workspace.change(Texts.of("shape.keepStrokes"), s -> {
            Session kept = s;
            for (Part part : s.shaping().apart() ? List.of(Part.MID, Part.SIDE) : List.of(Part.STEREO)) {
                List<AddedMove> added = new ArrayList<>(s.moves(part).added());
                added.addAll(made);
                kept = kept.withMoves(part, s.moves(part).withAdded(added));
            }
            return kept;
        });
        listening.correctedProperty().set(true);
        set(Strokes.NONE);
    }

    private void refresh() {
        Strokes now = strokes();
        gains.forEach((range, label) -> label.setText(Numbers.gainDb(now.gainDb(range))));
        keep.setDisable(now.isNone());
        clear.setDisable(now.isNone());
        meaning.setText(StrokeMeaning.sentence(
                now,
                workspace.stems().powers(),
                workspace.session().stems().all().stream().map(Stem::name).toList()));
        Optional<TrackMeasurement> mix = workspace
                .tracks()
                .mix()
                .flatMap(m -> m.measured(workspace.session().comparing().scope()));
        levels.setText(mix.map(m -> levels(m, now)).orElse(""));
    }

    private static String levels(TrackMeasurement mix, Strokes now) {
        double[] power = mix.spectrum().power();
        double before = mix.heard().rmsDbfs() + LevelFigures.SINE_DB;
        double after = before + now.rmsChangeDb(power) - now.loudnessChangeLu(power);
        return Texts.of(
                "shape.k14K12",
                Numbers.gainDb(after + K14),
                Numbers.gainDb(after + K12),
                Numbers.gainDb(-now.loudnessChangeLu(power)));
    }
}
