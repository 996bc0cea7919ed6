package oakmirror.desk.finish;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.Missing;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.LoudnessLadder;
import oakmirror.desk.plot.TakenStrip;
import oakmirror.desk.words.Words;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.FinishText;
import oakmirror.finish.MasterRender;
import oakmirror.finish.SaneLimits;
import oakmirror.measure.TrackMeasurement;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.mastering.Aims;
import oakmirror.state.mastering.FinishHeard;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.mastering.Finishing.Outcome;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Finish: what the master is brought to, what that costs over the song, and how it stands beside the references. */
public final class FinishPage extends HBox {

    private static final double TWO_LINES = 36;
    private static final double SIDE = 252;

    private final Workspace workspace;
    private final Finishing finishing;
    private final Listening listening;
    private final FinishHeard heard;
    private final Label explanation = new Label("");
    private final TakenStrip strip = new TakenStrip();
    private final LoudnessLadder ladder = new LoudnessLadder();
    private final PricePane price = new PricePane();
    private final Label verdict = Ui.label("", "verdict");
    private final Label advice = Ui.label("", "verdict");
    /** Whether the master shown is of what was before: it stays until the new one has been gone through, so that nothing moves under the pointer. */
    private final BooleanProperty stale = new SimpleBooleanProperty();

    private Optional<Outcome> gone = Optional.empty();

    /** The page of a workspace. */
    public FinishPage(
            Workspace workspace,
            Finishing finishing,
            FinishHeard heard,
            Listening listening,
            Asking asking,
            Settings settings,
            Runnable toGather) {
        this.workspace = workspace;
        this.finishing = finishing;
        this.heard = heard;
        this.listening = listening;
        Aims aims = new Aims(workspace, finishing);
        strip.onSeek(s -> listening.seekIn(0, s));
        listening.positionProperty().subscribe(p -> strip.showPosition(listening.secondsOf(0)));
        verdict.setWrapText(true);
        verdict.setId("verdict");
        verdict.setMinHeight(TWO_LINES);
        verdict.setAlignment(Pos.TOP_LEFT);
        advice.setWrapText(true);
        VBox pictures = new VBox(4, strip, Ui.label(Texts.of("finish.loudnessAndPeaks"), "heading"), ladder);
        StackPane covered = new StackPane(pictures, new Missing(workspace, false, toGather));
        VBox content = new VBox(
                8,
                covered,
                verdict,
                new InsteadPane(finishing, aims),
                price,
                hear(),
                new FinishControls(workspace, settings),
                advice,
                price.crest());
        content.getStyleClass().add("finish");
        content.setMinHeight(
                USE_PREF_SIZE); // where there is more room the picture is taller, where there is less it scrolls
        VBox.setVgrow(strip, Priority.ALWAYS);
        VBox.setVgrow(covered, Priority.ALWAYS);
        ScrollPane scroll = scrolling(content);
        scroll.setFitToHeight(true);
        VBox page = new VBox(10, Ui.head(Texts.of("finish.finish"), explanation, Words.reading("Finish")), scroll);
        page.getStyleClass().add("page");
        page.setMinWidth(0);
        HBox.setHgrow(page, Priority.ALWAYS);
        AimsPane targets = new AimsPane(workspace, finishing, aims, asking);
        getChildren().addAll(page, beside(targets, new ListenerPane(workspace, finishing, heard, listening.monitor())));
        workspace.sessionProperty().subscribe(s -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        finishing.outcomeProperty().subscribe(o -> refresh());
        finishing.pendingProperty().subscribe(p -> refresh());
        Ui.greyWhile(finishing.pendingProperty(), ladder, verdict);
        Ui.greyWhile(stale, strip, price, price.crest(), advice);
    }

    /** The pane at the right: the targets, or what listeners get. */
    private static VBox beside(AimsPane targets, ListenerPane listeners) {
        ToggleButton first = Ui.choice(Texts.of("finish.targets"), Texts.of("finish.targets.tip"));
        ToggleButton second = Ui.choice(Texts.of("finish.asListenersGetIt"), Texts.of("finish.asListenersGetIt.tip"));
        first.setId("as-targets");
        second.setId("as-listeners");
        FlowPane head = Ui.flow(4, first, second, targets.menu());
        VBox content = new VBox(targets);
        BooleanProperty other = new SimpleBooleanProperty();
        Runnable show = Ui.either(first, second, other::get, other::set);
        other.subscribe(is -> {
            content.getChildren().setAll(is ? listeners : targets);
            show.run();
        });
        VBox side = new VBox(10, head, scrolling(content));
        side.getStyleClass().add("findings");
        side.setMinWidth(SIDE);
        side.setPrefWidth(SIDE);
        side.setMaxWidth(SIDE);
        return side;
    }

    private static ScrollPane scrolling(VBox content) {
        ScrollPane scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        return scroll;
    }

    /** What is heard, all as loud as the mix. */
    private HBox hear() {
        ToggleButton corrected = Ui.choice(Texts.of("finish.corrected"), Texts.of("finish.corrected.tip"));
        ToggleButton finished = Ui.choice(Texts.of("finish.finished"), Texts.of("finish.finished.tip"));
        ToggleButton taken = Ui.choice(Texts.of("finish.whatIsTakenAway"), Texts.of("finish.whatIsTakenAway.tip"));
        taken.setId("hear-taken");
        finished.setId("hear-finished");
        corrected.setOnAction(e -> {
            listening.correctedProperty().set(true);
            heard.hear(Ending.NONE);
        });
        finished.setOnAction(e -> heard.hear(Ending.FINISHED));
        taken.setOnAction(e -> heard.hear(Ending.TAKEN_AWAY));
        Runnable show = () -> {
            Ending now = listening.monitor().endingProperty().get();
            boolean is = listening.correctedProperty().get();
            corrected.setSelected(is && now == Ending.NONE);
            finished.setSelected(is && now == Ending.FINISHED);
            taken.setSelected(is && now == Ending.TAKEN_AWAY);
        };
        listening.correctedProperty().subscribe(c -> show.run());
        listening.monitor().endingProperty().subscribe(e -> show.run());
        Label how = Ui.label("", "quiet");
        listening
                .monitor()
                .playbackProperty()
                .subscribe(p -> how.setText(
                        p.isPresent() ? Texts.of("finish.hearAsListenersGet") : Texts.of("finish.hearEquallyLoud")));
        HBox row = new HBox(4, how, corrected, finished, taken);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private void refresh() {
        FinishSettings settings = workspace.session().finish();
        Optional<TrackMeasurement> mix =
                workspace.tracks().mix().flatMap(TrackSlot::imported).map(t -> t.measurement());
        Optional<Outcome> outcome = finishing.outcomeProperty().get();
        rows(settings, mix, outcome);
        gone = outcome.flatMap(Outcome::master).isPresent() ? outcome : outcome.isPresent() ? gone : Optional.empty();
        stale.set(outcome.isPresent() && !gone.equals(outcome)
                || finishing.pendingProperty().get());
        strip.show(scene(settings, mix, gone));
        Optional<MasterRender.Rendered> master = gone.flatMap(Outcome::master);
        verdict.setText(
                mix.isEmpty()
                        ? Texts.of("finish.addAMixOn")
                        : outcome.map(this::verdict).orElse(Texts.of("finish.measuringTheCorrectedMix")));
        explanation.setText(outcome.map(FinishPage::inShort).orElse(Texts.of("finish.theCorrectedMixBrought")));
        price.setVisible(master.isPresent());
        price.setManaged(master.isPresent());
        List<TrackMeasurement> references = new ArrayList<>();
        workspace.tracks().references().forEach(r -> r.imported().ifPresent(t -> references.add(t.measurement())));
        master.ifPresent(m -> price.show(gone.get(), references));
        advice.setText(master.flatMap(m -> FinishText.advice(
                        m.levels().peakToLoudness(),
                        references.stream()
                                .filter(r -> !SaneLimits.isCrushed(
                                        r.heardLufs(), r.heard().peaks().truePeakDbtp()))
                                .map(r -> r.heard().peakToLoudness())
                                .toList()))
                .orElse(""));
        advice.setManaged(!advice.getText().isEmpty());
    }

    private String verdict(Outcome o) {
        String missed = o.master()
                .map(m -> FinishText.missed(
                        finishing.targets().listProperty().get().targets(),
                        o.plan().settings(),
                        m.levels()))
                .orElse("");
        return (FinishText.verdict(o.plan()) + " " + missed).strip();
    }

    private static String inShort(Outcome o) {
        return Texts.of(
                "finish.landsAtLufsDbtp",
                Numbers.level(o.integratedLufs()),
                Numbers.level(o.truePeakDbtp()),
                Numbers.gainDb(o.plan().driveDb()));
    }

    private static TakenStrip.Scene scene(
            FinishSettings settings, Optional<TrackMeasurement> mix, Optional<Outcome> outcome) {
        if (mix.isEmpty()) {
            return TakenStrip.Scene.EMPTY;
        }
        float[] master = outcome.flatMap(Outcome::master)
                .map(m -> m.measurement().contour())
                .orElse(new float[0]);
        float[] taken =
                outcome.flatMap(Outcome::master).map(m -> m.taken().mostDb()).orElse(new float[0]);
        return new TakenStrip.Scene(mix.get().seconds(), mix.get().contour(), master, taken, settings.targetLufs());
    }

    private void rows(FinishSettings settings, Optional<TrackMeasurement> mix, Optional<Outcome> outcome) {
        List<LoudnessLadder.Row> rows = new ArrayList<>();
        mix.ifPresent(m -> rows.add(new LoudnessLadder.Row(
                0,
                Texts.of("finish.mixAsItIs"),
                m.heardLufs(),
                m.heard().peaks().truePeakDbtp(),
                false)));
        outcome.ifPresent(o -> rows.add(
                new LoudnessLadder.Row(0, Texts.of("finish.master"), o.integratedLufs(), o.truePeakDbtp(), true)));
        List<TrackSlot> references = workspace.tracks().references();
        for (int i = 0; i < references.size(); i++) {
            int number = i + 1;
            String name = references.get(i).track().name();
            references.get(i).imported().map(t -> t.measurement()).ifPresent(m -> {
                double peak = m.heard().peaks().truePeakDbtp();
                String crushed = SaneLimits.isCrushed(m.heardLufs(), peak) ? Texts.of("finish.crushed") : "";
                rows.add(new LoudnessLadder.Row(
                        number, number + " " + shortened(name) + crushed, m.heardLufs(), peak, false));
            });
        }
        ladder.show(rows, settings.targetLufs(), settings.ceilingDbtp());
    }

    private static String shortened(String name) {
        return name.length() <= 26 ? name : name.substring(0, 25) + "…";
    }
}
