package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.Span;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.HalfViolins;
import oakmirror.desk.plot.ReadingsTable;
import oakmirror.desk.plot.ReadingsTable.Cell;
import oakmirror.desk.plot.TimeCurves;
import oakmirror.dynamics.Distribution;
import oakmirror.files.Csv;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.TargetList;
import oakmirror.loudness.LiveMeter;
import oakmirror.measure.TrackMeasurement;
import oakmirror.state.comparing.Sheet;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Loudness: over time, how often which level, and every figure with its distance. */
final class LoudnessPanel extends Panel {

    private static final int INTEGRATED = 0;
    private static final int TRUE_PEAK = 4;

    private static List<String> titles() {
        return List.of(
                Texts.of("compare.integrated"),
                Texts.of("compare.range2"),
                Texts.of("compare.maxS"),
                Texts.of("compare.maxM"),
                Texts.of("compare.truePeak"),
                "PLR",
                "PSR");
    }

    private final Context context;
    private final TimeCurves contours = new TimeCurves(true);
    private final HalfViolins violins = new HalfViolins(true);
    private final HalfViolins ratioViolins = new HalfViolins(true);
    private final ReadingsTable figures = new ReadingsTable();
    private final Label live = Ui.label("", "quiet");
    /** In less than this beside the words they say nothing. */
    private static final double ROOM_FOR_RANGES = 72;

    private static final double ROOM_FOR_VIOLINS = 24;

    private final HalfViolins smallViolins = new HalfViolins(false);
    private final Label smallMix = Ui.label("", "strong");
    private final Label smallMixRange = Ui.label("", "quiet", "small");
    private final Label smallReferences = Ui.label("");
    private final Label smallReferenceRange = Ui.label("", "quiet", "small");
    private DeliveryTarget target;

    LoudnessPanel(Context context) {
        super("Loudness", Texts.of("compare.panelLoudness"), "LUFS");
        this.context = context;
        target = remembered();
        figures.setId("loudness-figures");
        VBox spread = titled(Texts.of("compare.shortTermMatchedLufs"), violins);
        VBox ratios = titled(Texts.of("compare.psrDb"), ratioViolins);
        VBox.setVgrow(contours, Priority.ALWAYS);
        contours.setMinHeight(120);
        contours.setPrefHeight(160);
        HBox violinRow = new HBox(16, contours, spread, ratios);
        HBox.setHgrow(contours, Priority.ALWAYS);
        VBox.setVgrow(violinRow, Priority.ALWAYS);
        ScrollPane scroll = new ScrollPane(figures);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        scroll.setMinHeight(122);
        scroll.setPrefViewportHeight(142);
        VBox large = new VBox(
                8,
                Ui.wrapped(Texts.of("compare.shortTermLoudnessOver"), "quiet"),
                violinRow,
                Ui.wrapped(Texts.of("compare.loudnessInLufsRange"), "quiet", "small"),
                scroll);
        contours.onSeek(s -> mix().ifPresent(m -> context.seek(m, s)));
        VBox words = new VBox(1, smallMix, smallMixRange, smallReferences, smallReferenceRange);
        words.setMinWidth(Region.USE_PREF_SIZE);
        HBox.setHgrow(smallViolins, Priority.ALWAYS);
        HBox small = new HBox(4, words, smallViolins);
        small.widthProperty()
                .subscribe(w -> smallViolins.setVisible(w.doubleValue() - words.prefWidth(-1) > ROOM_FOR_VIOLINS));
        small.heightProperty()
                .subscribe(h -> Ui.shown(h.doubleValue() > ROOM_FOR_RANGES, smallMixRange, smallReferenceRange));
        ChoiceBox<DeliveryTarget> targets = Choices.box(
                "delivery-target",
                Texts.of("compare.whatDeliveriesAreAsked"),
                context.targets().listProperty().get().targets(),
                target,
                t -> Texts.of("compare.lufs", t.name(), Numbers.brief(t.integratedLufs())),
                this::take);
        context.targets().listProperty().subscribe(l -> {
            if (!targets.getItems().equals(l.targets())) {
                targets.getItems().setAll(l.targets());
                targets.setValue(remembered());
            }
        });
        live.setId("live");
        Button restart = Ui.link(Texts.of("compare.restart"), Texts.of("compare.restart.tip"), () -> context.listening()
                .meter()
                .reset());
        restart.setId("restart");
        restart.setMinWidth(Region.USE_PREF_SIZE);
        HBox line = new HBox(5, live, restart, Ui.spring(), Choices.facing(context), targets);
        line.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(line, Priority.ALWAYS);
        Ui.giveWay(line, live);
        make(large, small, List.of(line));
    }

    /** The one that was chosen last, or the first of the list. */
    private DeliveryTarget remembered() {
        String name = context.settings().text("compare.target", "");
        List<DeliveryTarget> all = context.targets().listProperty().get().targets();
        return all.stream()
                .filter(t -> t.name().equals(name))
                .findFirst()
                .orElseGet(() -> (all.isEmpty() ? TargetList.shipped().targets() : all).get(0));
    }

    private static VBox titled(String title, HalfViolins plot) {
        VBox.setVgrow(plot, Priority.ALWAYS);
        plot.setMinWidth(118);
        plot.setPrefWidth(150);
        return new VBox(2, Ui.wrapped(title, "quiet", "small"), plot);
    }

    private void take(DeliveryTarget next) {
        target = next;
        context.settings().keep("compare.target", next.name());
        show(context.comparing().sheet(), true);
    }

    private Optional<Member> mix() {
        return context.comparing().comparison().mix();
    }

    @Override
    void show(Sheet sheet, boolean isLarge) {
        Comparison c = sheet.comparison();
        Optional<Member> facing = c.reference(context.facing().get());
        int number = facing.map(Member::number).orElse(1);
        Optional<Distribution> mixSpread = c.mix().map(LoudnessPanel::spread);
        Optional<Distribution> theirs = facing.map(LoudnessPanel::spread);
        smallViolins.show(mixSpread, theirs, number);
        smallMix.setText(
                Texts.of("compare.mix", c.mix().map(m -> Numbers.level(lufs(m))).orElse("–")));
        smallMixRange.setText(
                c.mix().map(m -> Texts.of("compare.range", range(m))).orElse(""));
        Span span = c.span(LoudnessPanel::lufs, 0);
        smallReferences.setText(Texts.of("compare.refs", span.isKnown() ? Numbers.span(span.low(), span.high()) : "–"));
        Span ranges = c.span(m -> m.measured().heard().loudness().rangeLu(), 0);
        smallReferenceRange.setText(
                ranges.isKnown() ? Texts.of("compare.range", Numbers.span(ranges.low(), ranges.high())) : "");
        if (!isLarge) {
            return;
        }
        violins.show(mixSpread, theirs, number);
        ratioViolins.show(c.mix().map(LoudnessPanel::ratios), facing.map(LoudnessPanel::ratios), number);
        List<TimeCurves.Line> lines = new ArrayList<>();
        double seconds = 0;
        for (Member m : c.members()) {
            seconds = Math.max(seconds, m.measured().seconds());
            if (context.draws(sheet, m.number())) {
                // Each value is of the 3 s that begin there: drawn in their middle.
                lines.add(new TimeCurves.Line(
                        m.number(), m.measured().shortTerm(), TrackMeasurement.CONTOUR_SECONDS, 1.5, m.offsetDb()));
            }
        }
        contours.show(lines, seconds);
        figures.show(titles(), rows(c));
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

    private static String range(Member m) {
        return Numbers.level(m.measured().heard().loudness().rangeLu());
    }

    private static double[] figures(Member m) {
        TrackMeasurement t = m.measured();
        return new double[] {
            t.heardLufs(),
            t.heard().loudness().rangeLu(),
            t.heard().loudness().maxShortTermLufs(),
            t.heard().loudness().maxMomentaryLufs(),
            t.heard().peaks().truePeakDbtp(),
            t.heard().peakToLoudness(),
            t.dynamics().middlePeakToShortTerm()
        };
    }

    /** The mix, how it stands to corridor and target, and then the references, of which there may be many. */
    private List<ReadingsTable.Row> rows(Comparison c) {
        List<ReadingsTable.Row> rows = new ArrayList<>();
        Optional<double[]> mix = c.mix().map(LoudnessPanel::figures);
        c.mix().ifPresent(m -> {
            List<Cell> cells = Arrays.stream(figures(m))
                    .mapToObj(f -> Cell.of(Numbers.level(f)))
                    .toList();
            rows.add(new ReadingsTable.Row(0, m.name(), cells));
            if (!c.references().isEmpty()) {
                rows.add(corridorRow(c, figures(m)));
            }
            rows.add(targetRow(figures(m)));
        });
        for (Member m : c.references()) {
            List<Cell> cells = new ArrayList<>();
            double[] theirs = figures(m);
            for (int f = 0; f < theirs.length; f++) {
                double own = mix.isPresent() ? mix.get()[f] : Double.NaN;
                String beside = Double.isFinite(own - theirs[f]) ? Numbers.gain(own - theirs[f]) : "";
                cells.add(new Cell(Numbers.level(theirs[f]), beside, false));
            }
            rows.add(new ReadingsTable.Row(m.number(), m.number() + " " + m.name(), cells));
        }
        return rows;
    }

    /** How far the mix lies outside what the references span, figure by figure. */
    private static ReadingsTable.Row corridorRow(Comparison c, double[] mix) {
        List<Cell> cells = new ArrayList<>();
        for (int f = 0; f < mix.length; f++) {
            int figure = f;
            double outside = c.span(r -> figures(r)[figure], 0).outside(mix[f]);
            boolean marked = Math.abs(outside) >= 0.05;
            cells.add(new Cell(marked ? Numbers.gain(outside) : Texts.of("compare.inside"), "", marked));
        }
        return new ReadingsTable.Row(-1, Texts.of("compare.outsideTheCorridorBy"), cells);
    }

    private ReadingsTable.Row targetRow(double[] mix) {
        List<Cell> cells = new ArrayList<>(java.util.Collections.nCopies(mix.length, Cell.of("")));
        double toLoudness = mix[INTEGRATED] - target.integratedLufs();
        double toCeiling = mix[TRUE_PEAK] - target.ceilingDbtp();
        cells.set(
                INTEGRATED,
                new Cell(
                        Numbers.gain(toLoudness),
                        "",
                        Math.abs(toLoudness) > target.toleranceLu().orElse(0.05)));
        cells.set(TRUE_PEAK, new Cell(Numbers.gain(toCeiling), "", toCeiling > 0));
        return new ReadingsTable.Row(-1, Texts.of("compare.offTheTargetBy"), cells);
    }

    @Override
    void tick(Sheet sheet) {
        Comparison c = sheet.comparison();
        LiveMeter meter = context.listening().meter();
        String text = Texts.of(
                "compare.liveMSSince",
                Numbers.level(meter.momentaryLufs()),
                Numbers.level(meter.shortTermLufs()),
                Numbers.level(meter.integratedLufs()),
                Numbers.level(meter.highestPeakDbtp()));
        if (!text.equals(live.getText())) {
            live.setText(text);
        }
        c.mix().ifPresent(m -> contours.setPlayed(context.played(m)));
    }

    @Override
    String table(Sheet sheet) {
        Comparison c = sheet.comparison();
        Csv table = new Csv(List.of(
                "track",
                "integrated_lufs",
                "range_lu",
                "max_short_term_lufs",
                "max_momentary_lufs",
                "true_peak_dbtp",
                "plr_db",
                "psr_db"));
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
