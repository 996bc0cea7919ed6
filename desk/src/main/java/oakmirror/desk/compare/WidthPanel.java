package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.Corridor;
import oakmirror.compare.Span;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.PhaseScopePlot;
import oakmirror.desk.plot.ToneCurve;
import oakmirror.desk.plot.TonePlot;
import oakmirror.desk.plot.WidthPlot;
import oakmirror.desk.plot.ZoneRangePlot;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Zone;
import oakmirror.state.comparing.Sheet;
import oakmirror.stereo.Comb;
import oakmirror.stereo.Width;
import oakmirror.stereo.WidthCurve;
import oakmirror.stereo.WidthCurve.Reading;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.ZoneDifferences;

/** Width: side to mid, correlation, what mono leaves and balance by frequency, phase scopes, and combs. */
final class WidthPanel extends Panel {

    private static final double SMALL_FLOOR_DB = -40;
    private static final int MOST_NOTCHES = 24;
    private static final double LOW_END_HZ = Zone.BASS.highHz();

    private final Context context;
    private final WidthPlot plot = new WidthPlot(TonePlot.sharedCursor());
    private final PhaseScopePlot mixScope = new PhaseScopePlot();
    private final PhaseScopePlot referenceScope = new PhaseScopePlot();
    private final ZoneRangePlot smallZones = new ZoneRangePlot(false, SMALL_FLOOR_DB);
    private final ZoneRangePlot zones = new ZoneRangePlot(true, SMALL_FLOOR_DB);
    private final Label comb = Ui.wrapped("", "quiet");
    private final Label lows = Ui.wrapped("", "quiet");
    private Reading reading = Reading.SIDE_TO_MID;

    WidthPanel(Context context) {
        super("Width", Texts.of("compare.panelWidth"), Texts.of("compare.sideMidDb"));
        this.context = context;
        plot.setMinHeight(130);
        for (PhaseScopePlot scope : List.of(mixScope, referenceScope)) {
            scope.setMinSize(130, 130);
            scope.setPrefSize(190, 190);
        }
        comb.setId("comb");
        VBox words = new VBox(4, Ui.wrapped(Texts.of("compare.sideMidByZone"), "quiet", "small"), zones, lows, comb);
        VBox.setVgrow(zones, Priority.ALWAYS);
        HBox.setHgrow(words, Priority.ALWAYS);
        words.setPrefWidth(300);
        HBox row = new HBox(14, mixScope, referenceScope, words);
        VBox.setVgrow(plot, Priority.ALWAYS);
        VBox large = new VBox(8, plot, row);
        ToggleGroup group = new ToggleGroup();
        List<Node> tools = new ArrayList<>();
        for (Reading r : Reading.values()) {
            ToggleButton button = Ui.choice(r.label(), tooltip(r));
            button.setId("width-" + r.name().toLowerCase(java.util.Locale.ROOT));
            button.getStyleClass().add("tight");
            button.setToggleGroup(group);
            button.setSelected(r == reading);
            button.setOnAction(e -> {
                button.setSelected(true);
                reading = r;
                show(context.comparing().sheet(), true);
            });
            tools.add(button);
        }
        tools.add(Ui.spring());
        tools.add(Choices.facing(context));
        make(large, smallZones, tools);
    }

    private static String tooltip(Reading r) {
        return switch (r) {
            case SIDE_TO_MID -> Texts.of("compare.powerOfSideOver");
            case CORRELATION -> Texts.of("compare.1IsMono0");
            case FOLD_DOWN -> Texts.of("compare.whatFoldingToMono");
            case BALANCE -> Texts.of("compare.rightOverLeft");
        };
    }

    @Override
    String explanation(Sheet sheet) {
        Comparison c = sheet.comparison();
        return c.isKnown() ? Texts.of("compare.byThirdsOfAn", sheet.what()) : "";
    }

    private static StereoSpectrum spectrum(Member m) {
        return m.measured().tone().spectrum();
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
        List<ToneCurve> curves = new ArrayList<>();
        List<double[]> theirs = new ArrayList<>();
        for (Member m : c.members()) {
            double[] values = WidthCurve.of(spectrum(m), reading);
            curves.add(new ToneCurve(m.number(), m.name(), values, context.draws(sheet, m.number())));
            if (m.number() > 0) {
                theirs.add(values);
            }
        }
        Corridor corridor = Corridor.of(theirs, c.settings().withTolerance(0));
        Optional<Comb> found = c.mix().flatMap(m -> m.measured().comb());
        plot.show(
                reading,
                curves,
                corridor.isKnown()
                        ? Optional.of(new double[][] {corridor.lowDb(), corridor.highDb()})
                        : Optional.empty(),
                found.map(WidthPanel::notches).orElse(List.of()));
        mixScope.show(
                c.mix().flatMap(m -> context.comparing().pictures().phaseScope(sheet.slot(m), sheet.range(m))), 0);
        Optional<Member> facing = c.reference(context.facing().get());
        referenceScope.show(
                facing.flatMap(m -> context.comparing().pictures().phaseScope(sheet.slot(m), sheet.range(m))),
                facing.map(Member::number).orElse(1));
        comb.setText(
                found.map(WidthPanel::words).orElse(c.mix().isPresent() ? Texts.of("compare.noCombMonoCarves") : ""));
        lows.setText(c.mix()
                .map(m -> Texts.of(
                        "compare.below120HzCorrelation",
                        Numbers.signed(Width.of(spectrum(m), 20, LOW_END_HZ).correlation()),
                        facing.map(f -> Texts.of(
                                        "compare.reference",
                                        f.number(),
                                        Numbers.signed(Width.of(spectrum(f), 20, LOW_END_HZ)
                                                .correlation())))
                                .orElse("")))
                .orElse(""));
    }

    private static List<Double> notches(Comb comb) {
        List<Double> notches = new ArrayList<>();
        for (int i = 0; i < MOST_NOTCHES; i++) {
            notches.add(comb.firstNotchHz() + i * comb.spacingHz());
        }
        return notches;
    }

    private static String words(Comb c) {
        return Texts.of(
                "compare.aCombTheSide",
                Texts.of(c.delaySeconds() > 0 ? "compare.rightChannel" : "compare.leftChannel"),
                Numbers.milliseconds(Math.abs(c.delaySeconds())),
                c.inverted() ? Texts.of("compare.andTurnedOver") : "",
                Numbers.about(c.firstNotchHz()),
                Numbers.about(c.spacingHz()),
                Numbers.level(c.depthDb()));
    }

    private static double sideToMid(Member m, Zone zone) {
        return Reading.SIDE_TO_MID.of(Width.of(spectrum(m), zone));
    }

    private static List<ZoneRangePlot.Row> rows(Comparison c) {
        List<ZoneRangePlot.Row> rows = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            List<ZoneRangePlot.Reading> readings = c.members().stream()
                    .map(m -> new ZoneRangePlot.Reading(m.number(), Double.NaN, sideToMid(m, zone), Double.NaN))
                    .toList();
            Span span = c.span(m -> sideToMid(m, zone), ZoneDifferences.WIDTH_TOLERANCE_DB);
            boolean lowEnd = zone.highHz() <= LOW_END_HZ; // the nearer to mono the better there
            Span left = lowEnd && span.isKnown() ? new Span(Double.NEGATIVE_INFINITY, span.high()) : span;
            rows.add(new ZoneRangePlot.Row(zone, readings, left, Span.UNKNOWN));
        }
        return rows;
    }

    @Override
    String table(Sheet sheet) {
        Comparison c = sheet.comparison();
        List<Table.Extra> more = new ArrayList<>();
        for (Reading r : Reading.values()) {
            for (Member m : c.members()) {
                if (r != Reading.SIDE_TO_MID) {
                    more.add(new Table.Extra(
                            Table.column(m, r.name().toLowerCase(java.util.Locale.ROOT)),
                            WidthCurve.of(spectrum(m), r)));
                }
            }
        }
        return Table.ofCurves(c, "side_to_mid_db", m -> WidthCurve.of(spectrum(m), Reading.SIDE_TO_MID), more);
    }
}
