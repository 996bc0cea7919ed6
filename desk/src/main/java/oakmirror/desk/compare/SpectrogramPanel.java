package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.SpectrogramPlot;
import oakmirror.files.Csv;
import oakmirror.spectrum.Spectrogram;
import oakmirror.state.comparing.Sheet;
import oakmirror.text.Texts;

/** The spectrogram pair: the mix above the reference that faces it, on one scale, scrubbed together. */
final class SpectrogramPanel extends Panel {

    private final Context context;
    private final SpectrogramPlot.Cursor cursor = new SpectrogramPlot.Cursor();
    private final SpectrogramPlot mixPlot = new SpectrogramPlot(cursor, true);
    private final SpectrogramPlot referencePlot = new SpectrogramPlot(cursor, true);
    private final SpectrogramPlot smallPlot = new SpectrogramPlot(cursor, false);

    SpectrogramPanel(Context context) {
        super("Spectrogram", Texts.of("compare.panelSpectrogram"), Texts.of("compare.theMix"));
        this.context = context;
        VBox.setVgrow(mixPlot, Priority.ALWAYS);
        VBox.setVgrow(referencePlot, Priority.ALWAYS);
        for (SpectrogramPlot plot : List.of(mixPlot, referencePlot)) {
            plot.setMinHeight(110);
            plot.setPrefHeight(220);
        }
        mixPlot.onSeek(part -> seek(context.comparing().comparison().mix(), part));
        referencePlot.onSeek(part ->
                seek(context.comparing().comparison().reference(context.facing().get()), part));
        make(new VBox(6, mixPlot, referencePlot), smallPlot, List.of(Ui.spring(), Choices.facing(context)));
    }

    private void seek(Optional<Member> member, double part) {
        member.ifPresent(m -> context.seek(m, part * seconds(m)));
    }

    private double seconds(Member m) {
        return context.comparing().sheet().range(m).seconds();
    }

    @Override
    String explanation(Sheet sheet) {
        Comparison c = sheet.comparison();
        return c.isKnown() ? Texts.of("compare.onOneScalePress", sheet.what()) : "";
    }

    @Override
    void show(Sheet sheet, boolean isLarge) {
        Comparison c = sheet.comparison();
        Optional<Member> facing = c.reference(context.facing().get());
        Optional<Spectrogram> own = c.mix().flatMap(this::picture);
        double ownTop = top(own, c.mix());
        smallPlot.show(own, 0, "", 0, ownTop);
        if (!isLarge) {
            return;
        }
        Optional<Spectrogram> theirs = facing.flatMap(this::picture);
        double top = Math.max(ownTop, top(theirs, facing));
        mixPlot.show(
                own,
                0,
                c.mix().map(Member::name).orElse(Texts.of("compare.theMix")),
                c.mix().map(Member::offsetDb).orElse(0.0),
                top);
        referencePlot.show(
                theirs,
                facing.map(Member::number).orElse(1),
                facing.map(m -> m.number() + " " + m.name()).orElse(""),
                facing.map(Member::offsetDb).orElse(0.0),
                top);
    }

    private Optional<Spectrogram> picture(Member m) {
        Sheet sheet = context.comparing().sheet();
        return context.comparing().pictures().spectrogram(sheet.slot(m), sheet.range(m));
    }

    private static double top(Optional<Spectrogram> picture, Optional<Member> member) {
        return picture.map(
                        p -> SpectrogramPlot.highestDb(p) + member.orElseThrow().offsetDb())
                .orElse(Double.NEGATIVE_INFINITY);
    }

    @Override
    void tick(Sheet sheet) {
        Comparison c = sheet.comparison();
        c.mix().ifPresent(m -> mixPlot.setPlayed(context.played(m) / seconds(m)));
        c.reference(context.facing().get()).ifPresent(m -> referencePlot.setPlayed(context.played(m) / seconds(m)));
    }

    @Override
    String table(Sheet sheet) {
        Comparison c = sheet.comparison();
        List<Object> titles = new ArrayList<>(List.of("track", "seconds"));
        for (int row = 0; row < Spectrogram.ROWS; row++) {
            titles.add(String.format(java.util.Locale.ROOT, "%.1f_hz_db", Spectrogram.rowHz(row)));
        }
        Csv table = new Csv(titles);
        List<Member> shown = new ArrayList<>();
        c.mix().ifPresent(shown::add);
        c.reference(context.facing().get()).ifPresent(shown::add);
        for (Member m : shown) {
            picture(m).ifPresent(p -> {
                for (int column = 0; column < p.levelsDb().length; column++) {
                    double at = p.range().startSeconds()
                            + (column + 0.5) * p.range().seconds() / p.levelsDb().length;
                    List<Object> cells = new ArrayList<>(List.of(m.name(), at));
                    for (float db : p.levelsDb()[column]) {
                        cells.add(db + m.offsetDb());
                    }
                    table.row(cells);
                }
            });
        }
        return table.toString();
    }
}
