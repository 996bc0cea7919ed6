package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.Compared;
import oakmirror.desk.model.Compared.Member;
import oakmirror.desk.plot.LoudnessAndDynamics;
import oakmirror.desk.plot.TimeCurves;
import oakmirror.desk.plot.ZoneDumbbells;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.loudness.PeakSteps;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.Zone;

/** Dynamics: peak to loudness over time and zone by zone, and together with loudness. */
final class DynamicsPanel extends Panel {

    private static final double SPAN_DB = 15;
    private static final double NO_FLOOR = -200;

    private final Context context;
    private final TimeCurves ratios = new TimeCurves(SPAN_DB, false);
    private final ZoneDumbbells zones = new ZoneDumbbells(true, NO_FLOOR);
    private final ZoneDumbbells smallZones = new ZoneDumbbells(false, NO_FLOOR);
    private final LoudnessAndDynamics together = new LoudnessAndDynamics();
    private final VBox large;
    private final List<Node> tools;

    DynamicsPanel(Context context) {
        super("Dynamics");
        this.context = context;
        ratios.setMinHeight(110);
        zones.setMinHeight(150);
        VBox left = new VBox(
                2,
                Ui.label(
                        "crest factor by zone: dot half of the time, bar 10 to 90 %; wash the references",
                        "quiet", "small"),
                zones);
        VBox right = new VBox(
                2, Ui.label("loudness and PLR together: inside the wash is the aim", "quiet", "small"), together);
        VBox.setVgrow(zones, Priority.ALWAYS);
        VBox.setVgrow(together, Priority.ALWAYS);
        HBox.setHgrow(left, Priority.ALWAYS);
        left.setPrefWidth(420);
        right.setPrefWidth(300);
        HBox row = new HBox(18, left, right);
        VBox.setVgrow(ratios, Priority.ALWAYS);
        VBox.setVgrow(row, Priority.ALWAYS);
        large = new VBox(6, Ui.label("peak to short-term loudness over time, dB", "quiet"), ratios, row);
        ratios.onSeek(s -> context.comparison().comparedProperty().get().mix().ifPresent(m -> context.seek(m, s)));
        tools = List.of(Ui.spring());
    }

    @Override
    Region large() {
        return large;
    }

    @Override
    Region small() {
        return smallZones;
    }

    @Override
    String unit() {
        return "crest by zone, dB";
    }

    @Override
    String explanation(Compared c) {
        return c.isKnown() ? c.what() : "";
    }

    @Override
    List<Node> tools() {
        return tools;
    }

    @Override
    void show(Compared c, boolean isLarge) {
        List<ZoneDumbbells.Row> rows = rows(c);
        smallZones.show(rows);
        if (!isLarge) {
            return;
        }
        zones.show(rows);
        List<TimeCurves.Line> lines = new ArrayList<>();
        List<LoudnessAndDynamics.Point> points = new ArrayList<>();
        double seconds = 0;
        for (Member m : c.members()) {
            seconds = Math.max(seconds, m.measured().seconds());
            points.add(new LoudnessAndDynamics.Point(m.number(), whole(m).heardLufs(), whole(m).peakToLoudness()));
            if (!c.view().hidden().contains(m.number())) {
                float[] values = m.measured().dynamics().peakToShortTerm();
                lines.add(new TimeCurves.Line(m.number(), values, PeakSteps.STEP_SECONDS, 1.5, 0));
            }
        }
        ratios.show(lines, seconds);
        together.show(
                points,
                LoudnessPanel.span(c, m -> whole(m).heardLufs(), 0),
                LoudnessPanel.span(c, m -> whole(m).peakToLoudness(), 0));
    }

    private static TrackMeasurement whole(Member m) {
        return m.slot().imported().map(t -> t.measurement()).orElse(m.measured());
    }

    private static ZoneDynamics zone(Member m, Zone zone) {
        return m.measured().dynamics().zones().get(zone.ordinal());
    }

    private static List<ZoneDumbbells.Row> rows(Compared c) {
        List<ZoneDumbbells.Row> rows = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            List<ZoneDumbbells.Reading> readings = c.members().stream()
                    .map(m -> {
                        ZoneDynamics d = zone(m, zone);
                        return new ZoneDumbbells.Reading(m.number(), d.lowDb(), d.middleDb(), d.highDb());
                    })
                    .toList();
            rows.add(new ZoneDumbbells.Row(
                    zone, readings, LoudnessPanel.span(c, m -> zone(m, zone).middleDb(), 1)));
        }
        return rows;
    }

    @Override
    void tick(Compared c) {
        c.mix().ifPresent(m -> ratios.setPlayed(context.played(m)));
    }

    @Override
    String table(Compared c) {
        Table table = new Table().row("track", "zone", "crest_10_db", "crest_50_db", "crest_90_db");
        for (Member m : c.members()) {
            for (Zone zone : Zone.values()) {
                ZoneDynamics d = zone(m, zone);
                table.row(m.name(), zone.label(), d.lowDb(), d.middleDb(), d.highDb());
            }
        }
        return table.toString();
    }
}
