package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.Span;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.LoudnessAndDynamics;
import oakmirror.desk.plot.TimeCurves;
import oakmirror.desk.plot.ZoneRangePlot;
import oakmirror.dynamics.Quantiles;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.files.Csv;
import oakmirror.findings.DynamicsAssessment;
import oakmirror.loudness.PeakSteps;
import oakmirror.spectrum.Zone;
import oakmirror.state.comparing.Sheet;
import oakmirror.text.Texts;

/** Dynamics: peak to loudness over time and zone by zone, and together with loudness. */
final class DynamicsPanel extends Panel {

    private static final double NO_FLOOR = -200;

    private final Context context;
    private final TimeCurves ratios = new TimeCurves(false);
    private final ZoneRangePlot zones = new ZoneRangePlot(true, NO_FLOOR);
    private final ZoneRangePlot smallZones = new ZoneRangePlot(false, NO_FLOOR);
    private final LoudnessAndDynamics together = new LoudnessAndDynamics();
    private final HitsByZone hits;
    private final Label words = Ui.label("", "strong");

    DynamicsPanel(Context context) {
        super("Dynamics", Texts.of("compare.panelDynamics"), Texts.of("compare.crestByZoneDb"));
        this.context = context;
        ratios.setMinHeight(110);
        zones.setMinHeight(150);
        Label caption = Ui.wrapped(Texts.of("compare.crestFactorByZone"), "quiet", "small");
        VBox left = new VBox(2, caption, zones);
        VBox right = new VBox(2, Ui.wrapped(Texts.of("compare.loudnessAndPlrTogether"), "quiet", "small"), together);
        VBox.setVgrow(zones, Priority.ALWAYS);
        VBox.setVgrow(together, Priority.ALWAYS);
        HBox.setHgrow(left, Priority.ALWAYS);
        left.setPrefWidth(420);
        right.setPrefWidth(300);
        hits = new HitsByZone(context.listening().hitsAndTones(), caption);
        HBox.setHgrow(hits, Priority.ALWAYS);
        hits.setPrefWidth(360);
        HBox row = new HBox(18, left, hits, right);
        VBox.setVgrow(ratios, Priority.ALWAYS);
        VBox.setVgrow(row, Priority.ALWAYS);
        VBox large = new VBox(6, Ui.wrapped(Texts.of("compare.peakToShortTerm"), "quiet"), ratios, row);
        ratios.onSeek(s -> context.comparing().comparison().mix().ifPresent(m -> context.seek(m, s)));
        words.setId("dynamics-words");
        context.comparing()
                .dynamicsProperty()
                .subscribe(d -> words.setText(d.map(DynamicsAssessment::words).orElse("")));
        make(large, smallZones, List.of(words));
    }

    @Override
    void show(Sheet sheet, boolean isLarge) {
        Comparison c = sheet.comparison();
        List<ZoneRangePlot.Row> rows = rows(c);
        smallZones.show(rows);
        if (!isLarge) {
            return;
        }
        zones.show(rows);
        hits.show(sheet);
        List<TimeCurves.Line> lines = new ArrayList<>();
        List<LoudnessAndDynamics.Point> points = new ArrayList<>();
        double seconds = 0;
        for (Member m : c.members()) {
            seconds = Math.max(seconds, m.measured().seconds());
            points.add(new LoudnessAndDynamics.Point(
                    m.number(), m.whole().heardLufs(), m.whole().heard().peakToLoudness()));
            if (context.draws(sheet, m.number())) {
                float[] values = m.measured().dynamics().peakToShortTerm();
                lines.add(new TimeCurves.Line(m.number(), values, PeakSteps.STEP_SECONDS, 1.5, 0));
            }
        }
        ratios.show(lines, seconds);
        together.show(
                points,
                c.span(m -> m.whole().heardLufs(), 0),
                c.span(m -> m.whole().heard().peakToLoudness(), 0));
    }

    private static ZoneDynamics zone(Member m, Zone zone) {
        return m.measured().dynamics().zones().get(zone.ordinal());
    }

    private static double[] of(Comparison c, Zone zone, ToDoubleFunction<ZoneDynamics> figure) {
        return c.references().stream()
                .mapToDouble(m -> figure.applyAsDouble(zone(m, zone)))
                .toArray();
    }

    private static List<ZoneRangePlot.Row> rows(Comparison c) {
        List<ZoneRangePlot.Row> rows = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            List<ZoneRangePlot.Reading> readings = c.members().stream()
                    .map(m -> {
                        ZoneDynamics d = zone(m, zone);
                        return new ZoneRangePlot.Reading(m.number(), d.lowDb(), d.middleDb(), d.highDb());
                    })
                    .toList();
            double[] lows = of(c, zone, ZoneDynamics::lowDb);
            double[] highs = of(c, zone, ZoneDynamics::highDb);
            Span reach = new Span(
                    Quantiles.of(lows, 0), Quantiles.of(highs, 1)); // from the lowest tenth to the highest nine tenths
            rows.add(new ZoneRangePlot.Row(
                    zone, readings, c.span(m -> zone(m, zone).middleDb(), 1), reach));
        }
        return rows;
    }

    @Override
    void tick(Sheet sheet) {
        Comparison c = sheet.comparison();
        c.mix().ifPresent(m -> ratios.setPlayed(context.played(m)));
    }

    @Override
    String table(Sheet sheet) {
        Comparison c = sheet.comparison();
        Csv table =
                new Csv(List.of("track", "zone", "crest_10_db", "crest_50_db", "crest_90_db", "hits_over_tones_db"));
        for (Member m : c.members()) {
            for (Zone zone : Zone.values()) {
                ZoneDynamics d = zone(m, zone);
                table.row(
                        m.name(),
                        zone.written(),
                        d.lowDb(),
                        d.middleDb(),
                        d.highDb(),
                        hits.hitsOverTonesDb(sheet, m, zone));
            }
        }
        return table.toString();
    }
}
