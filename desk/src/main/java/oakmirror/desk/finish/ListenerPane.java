package oakmirror.desk.finish;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.NormalisedPlayback;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.listening.MonitorControls.Playback;
import oakmirror.state.mastering.FinishHeard;
import oakmirror.state.mastering.Finishing;
import oakmirror.state.mastering.Finishing.Outcome;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What players that normalise do to the master and to the references, and hearing it. */
final class ListenerPane extends VBox {

    /** A player that turns nothing down, as everything lies below it. */
    private final DeliveryTarget asDelivered = new DeliveryTarget(
            Texts.of("finish.asDelivered"),
            0,
            Optional.empty(),
            0,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            true,
            "");

    private final Workspace workspace;
    private final Finishing finishing;
    private final FinishHeard heard;
    private final MonitorControls monitor;
    private final VBox levels = new VBox(7);
    private final ChoiceBox<Up> up = new ChoiceBox<>();

    ListenerPane(Workspace workspace, Finishing finishing, FinishHeard heard, MonitorControls monitor) {
        super(8);
        this.workspace = workspace;
        this.finishing = finishing;
        this.heard = heard;
        this.monitor = monitor;
        up.getItems().setAll(Up.values());
        up.setValue(Up.NEVER);
        up.setId("turned-up");
        up.setConverter(Ui.naming(ListenerPane::name));
        Ui.tip(up, Texts.of("finish.howPlayersTurnUp"));
        up.valueProperty().subscribe(u -> {
            monitor.playbackProperty().get().ifPresent(p -> heard.hearAs(p.level(), u));
            refresh();
        });
        setId("listeners");
        getChildren().addAll(up, levels);
        finishing.outcomeProperty().subscribe(o -> refresh());
        finishing.targets().listProperty().subscribe(l -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        monitor.playbackProperty().subscribe(p -> refresh());
    }

    private static String name(Up up) {
        return switch (up) {
            case NEVER -> Texts.of("finish.onlyTurnedDown");
            case UNDER_THE_CEILING -> Texts.of("finish.upAsFarAs");
            case WITH_A_LIMITER -> Texts.of("finish.upWithALimiter");
        };
    }

    private void refresh() {
        Optional<Outcome> outcome = finishing.outcomeProperty().get();
        List<Node> nodes = new ArrayList<>();
        nodes.add(level(asDelivered, outcome, "hear-delivered"));
        for (DeliveryTarget level : finishing.targets().listProperty().get().ofPlayback()) {
            Node node = level(level, outcome, "hear-" + (nodes.size() - 1));
            nodes.add(node);
        }
        levels.getChildren().setAll(nodes);
    }

    private Node level(DeliveryTarget level, Optional<Outcome> outcome, String id) {
        boolean isHeard = monitor.playbackProperty()
                .get()
                .map(Playback::level)
                .filter(level::equals)
                .isPresent();
        ToggleButton hear = Ui.choice(Texts.of("finish.hear"), Texts.of("finish.hear.tip"));
        hear.setId(id);
        hear.getStyleClass().add("tight");
        hear.setSelected(isHeard);
        hear.setDisable(outcome.isEmpty());
        hear.setOnAction(e -> {
            if (isHeard) {
                heard.hearMatched();
            } else {
                heard.hearAs(level, up.getValue());
            }
        });
        boolean delivered = level == asDelivered;
        String name = delivered ? level.name() : Numbers.level(level.integratedLufs()) + " " + level.name();
        Label title = Ui.label(name, "strong", "small");
        title.setMinWidth(0);
        Label detail =
                Ui.label(delivered ? Texts.of("finish.nothingIsTurned") : detail(level, outcome), "quiet", "small");
        detail.setWrapText(true);
        return new VBox(1, new HBox(4, title, Ui.spring(), hear), detail);
    }

    private String detail(DeliveryTarget level, Optional<Outcome> outcome) {
        Up how = up.getValue();
        List<Double> theirs = new ArrayList<>();
        workspace.tracks().references().forEach(r -> r.imported()
                .ifPresent(t ->
                        theirs.add(NormalisedPlayback.gainDb(t.measurement().heard(), level, how))));
        String master = outcome.map(o -> Texts.of("finish.masterGain", Numbers.gainDb(o.playbackDb(level, how))))
                .orElse("");
        String limited = outcome.flatMap(Outcome::master)
                .map(m -> NormalisedPlayback.limitedDb(m.levels(), level, how))
                .filter(db -> db > 0.05)
                .map(db -> Texts.of("finish.dBLimited", Numbers.level(db)))
                .orElse("");
        double low = theirs.stream().mapToDouble(d -> d).min().orElse(Double.NaN);
        double high = theirs.stream().mapToDouble(d -> d).max().orElse(Double.NaN);
        String references = theirs.isEmpty()
                ? ""
                : theirs.size() == 1 || high - low < 0.05
                        ? Texts.of("finish.references", Numbers.gainDb(low))
                        : Texts.of("finish.references2", Numbers.gain(high), Numbers.gainDb(low));
        return master + limited + references;
    }
}
