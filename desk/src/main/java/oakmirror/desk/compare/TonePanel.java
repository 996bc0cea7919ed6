package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.DoubleProperty;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.CorridorSettings;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.FrequencyView;
import oakmirror.desk.plot.GapStrip;
import oakmirror.desk.plot.PlaceRow;
import oakmirror.desk.plot.ToneCurve;
import oakmirror.desk.plot.TonePlot;
import oakmirror.desk.plot.ToneScene;
import oakmirror.desk.plot.ToneSketch;
import oakmirror.desk.plot.ZoneRow;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.TonePeak;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.MovingPicture;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.comparing.Sheet;
import oakmirror.state.comparing.ToneView;
import oakmirror.state.listening.MonitorControls;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Tone: the spectra over each other with the corridor, and the gap beneath. */
final class TonePanel extends Panel {

    private static final int NAMED_PEAKS = 6;
    /** As far as a low window needs it; lower still beside the panel of a place that is listened to. */
    private static final double PLOT_HEIGHT = 108;

    private static final double HIGHEST_GAP = 116;
    private static final double GAP_PART = 0.25;
    private static final double GAP_HEIGHT = 84;
    private static final double LISTENING = 0.6;

    private final Context context;
    private final FrequencyView view = new FrequencyView();
    private final TonePlot plot;
    private final GapStrip gap;
    private final ZoneRow zones = new ZoneRow(view);
    private final ToneSketch sketch = new ToneSketch();
    private final Label gapWords = Ui.label("", "quiet");
    private final Button sense;
    private final ToggleButton hold;
    private final MovingPicture moving;
    private Optional<double[]> held = Optional.empty();

    TonePanel(Context context) {
        super("Tone", Texts.of("compare.panelTone"), Texts.of("compare.atOneLoudness"));
        this.context = context;
        moving = new MovingPicture(context.workspace().sessionTasks(), context.listening());
        DoubleProperty cursor = TonePlot.sharedCursor();
        plot = new TonePlot(cursor, view);
        plot.setId("tone");
        plot.setMinHeight(PLOT_HEIGHT);
        gap = new GapStrip(cursor, view);
        gap.setMinHeight(GAP_HEIGHT);
        gap.setPrefHeight(HIGHEST_GAP);
        zones.setMinHeight(24);
        zones.setPrefHeight(24);
        Comparing comparing = context.comparing();
        sense = Ui.link(
                Texts.of("compare.turnOver"),
                Texts.of("compare.turnOver.tip"),
                () -> comparing.look(v -> v.withAsExcess(!v.asExcess())));
        sense.setId("gap-sense");
        HBox gapHead = new HBox(10, Ui.name(Texts.of("compare.gap")), gapWords, sense);
        gapHead.setAlignment(Pos.BASELINE_LEFT);
        gapWords.setMinWidth(Region.USE_PREF_SIZE);
        sense.setMinWidth(Region.USE_PREF_SIZE);
        Ui.giveWay(gapHead, gapWords);
        comparing
                .sheetProperty()
                .subscribe(s -> gapHead.setVisible(s.comparison().isKnown()));
        VBox.setVgrow(plot, Priority.ALWAYS);
        PlaceRow places = new PlaceRow(view, context.places()::focus);
        Runnable show = () -> places.show(
                context.places().itemsProperty().get(),
                context.places().focusProperty().get().map(PlacesToHear.Focus::place));
        context.places().itemsProperty().subscribe(i -> show.run());
        context.places().focusProperty().subscribe(f -> {
            show.run();
            Optional<double[]> range =
                    f.map(l -> PlacesToHear.band(l.place())).map(b -> new double[] {b.lowHz(), b.highHz()});
            plot.setMinHeight(PLOT_HEIGHT * (f.isPresent() ? LISTENING : 1));
            gap.setMinHeight(GAP_HEIGHT * (f.isPresent() ? LISTENING : 1));
            plot.wash(range);
            gap.wash(range);
        });
        VBox large = new VBox(4, plot, gapHead, gap, places, zones);
        large.heightProperty()
                .subscribe(h -> gap.setPrefHeight(Math.max(
                        GAP_HEIGHT,
                        Math.min(HIGHEST_GAP, GAP_PART * h.doubleValue())))); // a low window leaves room for the tone
        listenByDrawing();
        Button all = Ui.link(Texts.of("compare.allFrequencies"), Texts.of("compare.allFrequencies.tip"), view::reset);
        all.visibleProperty().bind(view.zoomedProperty());
        all.managedProperty().bind(view.zoomedProperty());
        hold = Choices.toggle(
                "hold", Texts.of("compare.hold"), Texts.of("compare.keepTheMixsCurve"), false, this::hold);
        make(large, sketch, new ToneTools(context, hold, all).all());
    }

    private void listenByDrawing() {
        MonitorControls monitor = context.listening().monitor();
        plot.onBand((low, high) -> monitor.bandProperty()
                .set(
                        high < low * MonitorControls.NARROWEST_BAND
                                ? Optional.empty()
                                : Optional.of(new MonitorControls.Band(low, high))));
        monitor.bandProperty().subscribe(b -> plot.showBand(b.map(band -> new double[] {band.lowHz(), band.highHz()})));
    }

    /** Holds the mix's curve, or lets it go. */
    void toggleHold() {
        hold.setSelected(!hold.isSelected());
    }

    private void hold(boolean on) {
        Sheet sheet = context.comparing().sheet();
        Comparison compared = sheet.comparison();
        // Kept without the tilt it is drawn with, which may change.
        held = on && compared.mix().isPresent()
                ? Optional.of(FractionalOctave.tiltedBack(
                        plot.shownLevels(
                                compared.members().indexOf(compared.mix().get())),
                        sheet.view().tilt()))
                : Optional.empty();
        show(sheet, true);
    }

    /** Brings a range of frequencies into view. */
    void look(double lowHz, double highHz) {
        boolean inView = lowHz >= view.lowHz() * 0.99 && highHz <= view.highHz() * 1.01;
        if (!inView) {
            view.showRange(lowHz, highHz);
        }
    }

    @Override
    String explanation(Sheet sheet) {
        Comparison c = sheet.comparison();
        if (!c.isKnown()) {
            return "";
        }
        String matched = Texts.of("compare.allAtLufs", sheet.what(), Numbers.level(c.lufs()));
        return sheet.view().averaging().moves()
                ? Texts.of("compare.curvesMoveCorridorAnd", matched)
                : Texts.of("compare.dragToHearA", matched);
    }

    @Override
    void show(Sheet sheet, boolean isLarge) {
        Comparison c = sheet.comparison();
        ToneScene scene = scene(sheet);
        sketch.show(scene);
        if (!isLarge) {
            return;
        }
        plot.show(scene);
        gap.show(c.gap().gapDb(), sheet.view().asExcess());
        zones.show(c.gap(), c.zonesInside());
        gapWords.setText(
                sheet.view().asExcess()
                        ? Texts.of("compare.mixMinusReferencePlain")
                        : Texts.of("compare.referenceMinusMixHatched"));
    }

    private ToneScene scene(Sheet sheet) {
        Comparison c = sheet.comparison();
        ToneView v = sheet.view();
        List<ToneCurve> curves = new ArrayList<>();
        List<ToneScene.Peak> peaks = new ArrayList<>();
        for (Member m : c.members()) {
            boolean drawn = context.draws(sheet, m.number());
            curves.add(new ToneCurve(m.number(), m.name(), tilted(m.levelsDb(), v), drawn));
            boolean named = v.peaks()
                    && (m.number() == 0 || m.number() == context.facing().get());
            if (named) {
                for (TonePeak peak :
                        m.peaks().subList(0, Math.min(NAMED_PEAKS, m.peaks().size()))) {
                    peaks.add(new ToneScene.Peak(m.number(), peak));
                }
            }
        }
        boolean hasCorridor = c.corridor().isKnown();
        Optional<double[][]> corridor = hasCorridor
                ? Optional.of(new double[][] {
                    tilted(c.corridor().lowDb(), v), tilted(c.corridor().highDb(), v)
                })
                : Optional.empty();
        Optional<double[]> mean = (v.mean() || isMany(c)) && c.isKnown()
                ? Optional.of(tilted(c.gap().referenceDb(), v))
                : Optional.empty();
        return new ToneScene(
                curves,
                corridor,
                mean,
                held.map(h -> tilted(h, v)),
                peaks,
                c.gap().gapDb(),
                v.bars(),
                v.legend(),
                isMany(c)
                        ? Texts.of(
                                "compare.corridorOf",
                                c.references().size(),
                                c.settings().kind().label())
                        : "");
    }

    private static boolean isMany(Comparison c) {
        return c.references().size() >= CorridorSettings.MANY;
    }

    private static double[] tilted(double[] levels, ToneView v) {
        return FractionalOctave.tilted(levels, v.tilt());
    }

    @Override
    void tick(Sheet sheet) {
        ToneView v = sheet.view();
        Optional<List<double[]>> levels =
                v.averaging().moves() && sheet.isComplete() ? moving.levels(sheet) : Optional.empty();
        plot.move(levels.map(all -> all.stream().map(l -> tilted(l, v)).toList()));
    }

    @Override
    String table(Sheet sheet) {
        Comparison c = sheet.comparison();
        List<Table.Extra> more = List.of(
                new Table.Extra("corridor_low_db", c.corridor().lowDb()),
                new Table.Extra("corridor_high_db", c.corridor().highDb()),
                new Table.Extra("gap_db", c.gap().gapDb()));
        return Table.ofCurves(c, "db", Member::levelsDb, more);
    }
}
