package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.Span;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.ZoneRangePlot;
import oakmirror.hits.StruckShare;
import oakmirror.spectrum.Zone;
import oakmirror.state.comparing.Sheet;
import oakmirror.state.listening.HitsAndTones;
import oakmirror.text.Texts;

/** How far hits lie over tones, zone by zone: of tracks that have been taken apart; the others are when it is asked for. */
final class HitsByZone extends VBox {

    private final HitsAndTones apart;
    private final ZoneRangePlot plot = new ZoneRangePlot(true, -StruckShare.MOST_DB);
    private final Button ask =
            Ui.link(Texts.of("compare.takeApart"), Texts.of("compare.takeApartTip"), this::takeApart);
    private final Label unknown = Ui.wrapped(Texts.of("compare.notTakenApart"), "small");
    private Sheet shown;

    /**
     * Nothing known yet.
     *
     * @param caption what is written over the picture beside it, so that the rows of both lie side by side
     */
    HitsByZone(HitsAndTones apart, Label caption) {
        super(2);
        this.apart = apart;
        ask.setId("take-apart");
        ask.getStyleClass().add("accented");
        plot.setId("hits-by-zone");
        plot.setMinHeight(150);
        plot.setPrefHeight(150);
        VBox.setVgrow(plot, Priority.ALWAYS);
        Label own = Ui.wrapped(Texts.of("compare.hitsOverTones"), "quiet", "small");
        own.setAlignment(Pos.TOP_LEFT);
        own.minHeightProperty().bind(caption.heightProperty());
        getChildren().addAll(own, plot, unknown, ask);
        apart.revisionProperty().subscribe(r -> draw());
    }

    void show(Sheet sheet) {
        shown = sheet;
        draw();
    }

    private void takeApart() {
        for (Member m : shown.comparison().members()) {
            apart.want(shown.slot(m));
        }
        draw();
    }

    private void draw() {
        if (shown == null) {
            return;
        }
        Comparison c = shown.comparison();
        List<ZoneRangePlot.Row> rows = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            List<ZoneRangePlot.Reading> readings = new ArrayList<>();
            for (Member m : c.members()) {
                double db = hitsOverTonesDb(shown, m, zone);
                if (Double.isFinite(db)) {
                    readings.add(new ZoneRangePlot.Reading(m.number(), Double.NaN, db, Double.NaN));
                }
            }
            double[] ofReferences = c.references().stream()
                    .mapToDouble(m -> hitsOverTonesDb(shown, m, zone))
                    .toArray();
            Span span = Span.of(ofReferences, c.settings().kind(), 1);
            rows.add(new ZoneRangePlot.Row(zone, readings, span, Span.UNKNOWN));
        }
        boolean isKnown = rows.stream().anyMatch(r -> !r.readings().isEmpty());
        Ui.shown(isKnown, plot);
        Ui.shown(!isKnown, unknown);
        plot.show(rows);
        boolean isMissing = c.members().stream()
                .map(shown::slot)
                .anyMatch(s -> s.audio().isPresent() && apart.share(s).isEmpty() && !apart.isTakingApart(s));
        Ui.shown(isMissing, ask);
    }

    /** How far a member's hits lie over its tones in a zone, in dB; NaN where that is not known. */
    double hitsOverTonesDb(Sheet sheet, Member m, Zone zone) {
        TimeRange range = sheet.range(m);
        return apart.share(sheet.slot(m))
                .map(s -> s.hitsOverTonesDb(zone, range.startSeconds(), range.endSeconds()))
                .orElse(Double.NaN);
    }
}
