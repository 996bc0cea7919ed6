package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.Compared;
import oakmirror.desk.model.Compared.Member;
import oakmirror.desk.plot.HalfViolins;
import oakmirror.desk.plot.ReadingsTable;
import oakmirror.desk.plot.TimeCurves;
import oakmirror.dynamics.Distribution;
import oakmirror.finish.DeliveryTarget;
import oakmirror.loudness.LiveMeter;
import oakmirror.measure.TrackMeasurement;
import oakmirror.profile.CorridorSettings;
import oakmirror.profile.Span;
import oakmirror.readings.Readings;

/** Loudness: over time, how often which level, and every figure with its distance. */
final class LoudnessPanel extends Panel {

    private static final double SPAN_LU = 24;
    private static final List<String> TITLES =
            List.of("", "integrated", "range", "max S", "max M", "true peak", "PLR", "PSR", "mix minus it");

    private final Context context;
    private final TimeCurves contours = new TimeCurves(SPAN_LU, true);
    private final HalfViolins violins = new HalfViolins(true);
    private final HalfViolins ratioViolins = new HalfViolins(true);
    private final ReadingsTable figures = new ReadingsTable();
    private final Label live = Ui.label("", "quiet");
    private final VBox large;
    private final HBox small;
    private final HalfViolins smallViolins = new HalfViolins(false);
    private final Label smallMix = Ui.label("", "strong");
    private final Label smallReferences = Ui.label("", "quiet");
    private final List<Node> tools = new ArrayList<>();
    private DeliveryTarget target;

    LoudnessPanel(Context context) {
        super("Loudness");
        this.context = context;
        target = DeliveryTarget.valueOf(context.settings().text("compare.target", DeliveryTarget.STREAMING.name()));
        figures.setId("loudness-figures");
        VBox spread = titled("short-term, matched", violins);
        VBox ratios = titled("PSR", ratioViolins);
        VBox.setVgrow(contours, Priority.ALWAYS);
        HBox.setHgrow(figures, Priority.ALWAYS);
        contours.setMinHeight(120);
        contours.setPrefHeight(160);
        HBox violinRow = new HBox(16, contours, spread, ratios);
        HBox.setHgrow(contours, Priority.ALWAYS);
        VBox.setVgrow(violinRow, Priority.ALWAYS);
        figures.setPrefHeight(130);
        large = new VBox(
                8,
                Ui.label("short-term loudness over time, matched, from where the passages begin", "quiet"),
                violinRow,
                figures);
        contours.onSeek(s -> mix().ifPresent(m -> context.seek(m, s)));
        VBox words = new VBox(1, smallMix, smallReferences);
        smallReferences.setWrapText(true);
        HBox.setHgrow(smallViolins, Priority.ALWAYS);
        small = new HBox(4, words, smallViolins);
        ChoiceBox<DeliveryTarget> targets = Choices.box(
                "delivery-target",
                "What deliveries are asked to have",
                List.of(DeliveryTarget.values()),
                target,
                t -> t.label() + ", " + Readings.level(t.lufs()).replace(".0", "") + " LUFS",
                this::take);
        tools.add(live);
        tools.add(Ui.link("restart", "Start the live readings over (R)", () -> context.listening()
                .meter()
                .reset()));
        tools.add(Ui.spring());
        tools.add(Choices.facing(context));
        tools.add(targets);
    }

    private static VBox titled(String title, HalfViolins plot) {
        VBox.setVgrow(plot, Priority.ALWAYS);
        plot.setMinWidth(118);
        plot.setPrefWidth(150);
        return new VBox(2, Ui.label(title, "quiet", "small"), plot);
    }

    private void take(DeliveryTarget next) {
        target = next;
        context.settings().keep("compare.target", next.name());
        show(context.comparison().comparedProperty().get(), true);
    }

    private Optional<Member> mix() {
        return context.comparison().comparedProperty().get().mix();
    }

    @Override
    Region large() {
        return large;
    }

    @Override
    Region small() {
        return small;
    }

    @Override
    String unit() {
        return "LUFS";
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
        Optional<Member> facing = c.reference(context.facing().get());
        int number = facing.map(Member::number).orElse(1);
        Optional<Distribution> mixSpread = c.mix().map(LoudnessPanel::spread);
        Optional<Distribution> theirs = facing.map(LoudnessPanel::spread);
        smallViolins.show(mixSpread, theirs, number);
        smallMix.setText(c.mix().map(m -> "mix " + Readings.level(lufs(m))).orElse("–"));
        Span span = span(c, LoudnessPanel::lufs, 0);
        smallReferences.setText(span.isKnown() ? "refs " + words(span) + "\nmatched\nbeside it" : "");
        if (!isLarge) {
            return;
        }
        violins.show(mixSpread, theirs, number);
        ratioViolins.show(c.mix().map(LoudnessPanel::ratios), facing.map(LoudnessPanel::ratios), number);
        List<TimeCurves.Line> lines = new ArrayList<>();
        double seconds = 0;
        for (Member m : c.members()) {
            seconds = Math.max(seconds, m.measured().seconds());
            if (!c.view().hidden().contains(m.number())) {
                // Each value is of the 3 s that begin there: drawn in their middle.
                lines.add(new TimeCurves.Line(
                        m.number(), m.measured().shortTerm(), TrackMeasurement.CONTOUR_SECONDS, 1.5, m.offsetDb()));
            }
        }
        contours.show(lines, seconds);
        figures.show(TITLES, rows(c));
    }

    private static Distribution spread(Member m) {
        return Distribution.of(m.measured().shortTerm(), m.offsetDb());
    }

    private static Distribution ratios(Member m) {
        return Distribution.of(m.measured().dynamics().peakToShortTerm(), 0);
    }

    static double lufs(Member m) {
        return m.measured().heardLufs();
    }

    static Span span(Compared c, java.util.function.ToDoubleFunction<Member> reading, double tolerance) {
        double[] values = c.references().stream().mapToDouble(reading).toArray();
        return Span.of(values, CorridorSettings.Kind.EXTREMES, tolerance);
    }

    static String words(Span span) {
        String low = Readings.level(span.low());
        String high = Readings.level(span.high());
        return low.equals(high) ? low : low + " … " + high;
    }

    private static double[] figures(Member m) {
        TrackMeasurement t = m.measured();
        return new double[] {
            t.heardLufs(),
            t.loudness().rangeLu(),
            t.loudness().maxShortTermLufs(),
            t.loudness().maxMomentaryLufs(),
            t.peaks().truePeakDbtp(),
            t.peakToLoudness(),
            t.dynamics().middlePeakToShortTerm()
        };
    }

    private List<ReadingsTable.Row> rows(Compared c) {
        List<ReadingsTable.Row> rows = new ArrayList<>();
        for (Member m : c.members()) {
            List<String> cells = new ArrayList<>(List.of(m.number() == 0 ? m.name() : m.number() + " " + m.name()));
            for (double figure : figures(m)) {
                cells.add(Readings.level(figure));
            }
            cells.add(
                    m.number() == 0
                            ? ""
                            : c.mix()
                                    .map(x -> Readings.gain(lufs(x) - lufs(m)) + " LU")
                                    .orElse(""));
            rows.add(new ReadingsTable.Row(m.number(), cells, List.of()));
        }
        if (!c.references().isEmpty()) {
            rows.add(corridorRow(c));
        }
        c.mix().ifPresent(m -> rows.add(targetRow(m)));
        return rows;
    }

    /** How far the mix lies outside what the references span, figure by figure. */
    private static ReadingsTable.Row corridorRow(Compared c) {
        List<String> cells = new ArrayList<>(List.of("mix outside corridor"));
        List<Integer> marked = new ArrayList<>();
        int count = c.references().isEmpty() ? 0 : figures(c.references().get(0)).length;
        for (int f = 0; f < count; f++) {
            int figure = f;
            double outside = c.mix()
                    .map(m -> span(c, r -> figures(r)[figure], 0).outside(figures(m)[figure]))
                    .orElse(0.0);
            cells.add(Math.abs(outside) < 0.05 ? "in" : Readings.gain(outside));
            if (Math.abs(outside) >= 0.05) {
                marked.add(f + 1);
            }
        }
        cells.add("");
        return new ReadingsTable.Row(-1, cells, marked);
    }

    private ReadingsTable.Row targetRow(Member m) {
        double toLoudness = lufs(m) - target.lufs();
        double toCeiling = m.measured().peaks().truePeakDbtp() - target.ceilingDbtp();
        List<Integer> marked = new ArrayList<>();
        if (Math.abs(toLoudness) > target.toleranceLu()) {
            marked.add(1);
        }
        if (toCeiling > 0) {
            marked.add(5);
        }
        List<String> cells = List.of(
                "mix against target", Readings.gain(toLoudness), "", "", "", Readings.gain(toCeiling), "", "", "");
        return new ReadingsTable.Row(-1, cells, marked);
    }

    @Override
    void tick(Compared c) {
        LiveMeter meter = context.listening().meter();
        String text =
                "live: M " + Readings.level(meter.momentaryLufs()) + "   S " + Readings.level(meter.shortTermLufs())
                        + "   since restart I " + Readings.level(meter.integratedLufs()) + " LUFS, "
                        + Readings.level(meter.highestPeakDbtp()) + " dBTP";
        if (!text.equals(live.getText())) {
            live.setText(text);
        }
        c.mix().ifPresent(m -> contours.setPlayed(context.played(m)));
    }

    @Override
    String table(Compared c) {
        Table table = new Table()
                .row(
                        "track",
                        "integrated_lufs",
                        "range_lu",
                        "max_short_term_lufs",
                        "max_momentary_lufs",
                        "true_peak_dbtp",
                        "plr_db",
                        "psr_db");
        for (Member m : c.members()) {
            List<Object> cells = new ArrayList<>(List.of(m.name()));
            for (double figure : figures(m)) {
                cells.add(figure);
            }
            table.row(cells);
        }
        return table.toString();
    }
}
