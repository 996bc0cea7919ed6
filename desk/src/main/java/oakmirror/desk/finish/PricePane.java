package oakmirror.desk.finish;

import java.util.List;
import java.util.function.ToDoubleFunction;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.finish.SaneLimits;
import oakmirror.finish.ToneMoved;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.Zone;
import oakmirror.state.mastering.Finishing.Outcome;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What a master costs: figures before and after, and the references' beside them. */
final class PricePane extends VBox {

    private final FlowPane figures = new FlowPane(26, 8);
    private final GridPane zones = new GridPane(18, 2);

    private final VBox crest = new VBox(4, Ui.label(Texts.of("finish.crestFactorByZone"), "quiet", "small"), zones);

    PricePane() {
        getChildren().add(figures);
        setId("price");
        crest.setId("crest");
        crest.visibleProperty().bind(visibleProperty());
        crest.managedProperty().bind(managedProperty());
    }

    /** The zones, which are shown apart. */
    VBox crest() {
        return crest;
    }

    void show(Outcome outcome, List<TrackMeasurement> references) {
        TrackMeasurement before = outcome.corrected().measurement();
        TrackMeasurement after = outcome.master().orElseThrow().measurement();
        ToDoubleFunction<TrackMeasurement> plr = m -> m.heard().peakToLoudness();
        ToDoubleFunction<TrackMeasurement> psr = m -> m.dynamics().middlePeakToShortTerm();
        ToDoubleFunction<TrackMeasurement> range = m -> m.heard().loudness().rangeLu();
        ToneMoved moved = ToneMoved.between(before, after);
        figures.getChildren()
                .setAll(
                        figure(Texts.of("finish.plrDb"), change(plr, before, after), refs(span(plr, references))),
                        figure(Texts.of("finish.psrDb"), change(psr, before, after), refs(span(psr, references))),
                        figure(Texts.of("finish.rangeLu"), change(range, before, after), refs(span(range, references))),
                        figure(
                                Texts.of("finish.takenAwayDb"),
                                Numbers.level(outcome.master().get().taken().most()),
                                Texts.of(
                                        "finish.onAverage",
                                        Numbers.level(
                                                outcome.master().get().taken().average()))),
                        figure(
                                Texts.of("finish.overDb", Numbers.brief(SaneLimits.MUCH_DB / 2)),
                                percent(outcome.master().get().taken().shareOver(SaneLimits.MUCH_DB / 2)),
                                Texts.of("finish.ofTheTime")),
                        figure(
                                Texts.of("finish.toneMovedDb"),
                                Numbers.level(Math.abs(moved.mostDb())),
                                Texts.of("finish.mostAt", Numbers.frequency(moved.hz()))));
        zones.getChildren().clear();
        for (Zone zone : Zone.values()) {
            ToDoubleFunction<TrackMeasurement> crest =
                    m -> m.dynamics().zones().get(zone.ordinal()).middleDb();
            zones.addColumn(
                    zone.ordinal(),
                    Ui.label(zone.label(), "quiet", "small"),
                    Ui.label(change(crest, before, after), "plain"),
                    Ui.label(span(crest, references), "quiet", "small"));
        }
    }

    private static VBox figure(String title, String value, String beside) {
        Label figure = Ui.label(value, "figure");
        return new VBox(1, Ui.label(title, "quiet", "small"), figure, Ui.label(beside, "quiet", "small"));
    }

    private static String change(
            ToDoubleFunction<TrackMeasurement> what, TrackMeasurement before, TrackMeasurement after) {
        return Numbers.level(what.applyAsDouble(before)) + " → " + Numbers.level(what.applyAsDouble(after));
    }

    private static String refs(String span) {
        return span.isEmpty() ? "" : Texts.of("finish.refs", span);
    }

    private static String span(ToDoubleFunction<TrackMeasurement> what, List<TrackMeasurement> references) {
        double[] values = references.stream()
                .mapToDouble(what)
                .filter(Double::isFinite)
                .sorted()
                .toArray();
        return values.length == 0 ? "" : Numbers.span(values[0], values[values.length - 1]);
    }

    private static String percent(double part) {
        return Numbers.level(100 * part) + " %";
    }
}
