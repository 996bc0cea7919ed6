package oakmirror.desk.plot;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.beans.property.DoubleProperty;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Note;

/** Tone of the mix over that of its references, at equal loudness: references dashed in their colours, the mix in ink on top. */
public final class TonePlot extends FrequencyPlot {

    private static final double RANGE_DB = 48;
    private static final double STEP_DB = 12;

    private List<ToneCurve> curves = List.of();
    private Optional<double[]> band = Optional.empty();
    private Optional<double[]> drawn = Optional.empty();
    private double[] gapDb = new double[BandGrid.SIZE];

    /** A plot that shares a cursor. */
    public TonePlot(DoubleProperty cursorHz) {
        super(cursorHz);
    }

    /** Tells of a band that is drawn over the plot, its edges in Hz; a press alone is a band of no width. */
    public void onBand(BiConsumer<Double, Double> consumer) {
        double[] pressed = {0};
        boolean[] dragged = {false};
        setOnMousePressed(e -> {
            pressed[0] = scale().hz(Math.max(scale().left(), Math.min(scale().right(), e.getX())));
            dragged[0] = false;
        });
        setOnMouseDragged(e -> {
            double now = scale().hz(Math.max(scale().left(), Math.min(scale().right(), e.getX())));
            dragged[0] = true;
            drawn = Optional.of(new double[] {Math.min(pressed[0], now), Math.max(pressed[0], now)});
            redraw();
        });
        setOnMouseReleased(e -> {
            double[] band = drawn.filter(b -> dragged[0]).orElse(new double[] {pressed[0], pressed[0]});
            drawn = Optional.empty();
            consumer.accept(band[0], band[1]);
            redraw();
        });
    }

    /** Marks the band that is heard alone: its edges in Hz. */
    public void showBand(Optional<double[]> edges) {
        band = edges;
        redraw();
    }

    private void markBand(GraphicsContext g, Palette p) {
        drawn.or(() -> band).ifPresent(b -> {
            double left = Math.max(scale().left(), scale().x(b[0]));
            double right = Math.min(scale().right(), scale().x(b[1]));
            g.setFill(Palette.faint(p.ink(), 0.10));
            g.fillRect(scale().left(), top(), left - scale().left(), bottom() - top());
            g.fillRect(right, top(), scale().right() - right, bottom() - top());
            line(g, left, top(), left, bottom(), p.ink());
            line(g, right, top(), right, bottom(), p.ink());
        });
    }

    /** A cursor for plots to share. */
    public static DoubleProperty sharedCursor() {
        return newCursor();
    }

    /** Shows other curves, and the gap that the cursor reads. */
    public void show(List<ToneCurve> next, double[] nextGapDb) {
        curves = List.copyOf(next);
        gapDb = nextGapDb;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double highest = curves.stream()
                .flatMapToDouble(c -> Arrays.stream(c.levelsDb(), BandGrid.bandOf(30), BandGrid.bandOf(16000)))
                .max()
                .orElse(0);
        double topDb = Math.ceil((highest + 2) / 6) * 6;
        place(w, 8, h - 6, topDb, topDb - RANGE_DB);
        grid(g, p, STEP_DB, false, false);
        clip(g);
        span().ifPresent(s -> between(g, s[0], s[1], Palette.faint(p.accent(), 0.14)));
        for (ToneCurve c : curves) {
            if (c.index() > 0) {
                curve(g, c.levelsDb(), p.reference(c.index() - 1), 1.6, Palette.dash(c.index() - 1));
            }
        }
        markBand(g, p);
        mix().ifPresent(c -> curve(g, c.levelsDb(), p.ink(), 2.4));
        g.restore();
        cursor(g, p);
        if (cursorHz() > 0 && !curves.isEmpty()) {
            reading(g, p);
        }
    }

    private Optional<ToneCurve> mix() {
        return curves.stream().filter(c -> c.index() == 0).findFirst();
    }

    /** Lowest and highest of the references in each band. */
    private Optional<double[][]> span() {
        List<ToneCurve> references = curves.stream().filter(c -> c.index() > 0).toList();
        if (references.size() < 2) {
            return Optional.empty();
        }
        double[][] span = {
            references.get(0).levelsDb().clone(), references.get(0).levelsDb().clone()
        };
        for (ToneCurve c : references) {
            for (int b = 0; b < BandGrid.SIZE; b++) {
                span[0][b] = Math.min(span[0][b], c.levelsDb()[b]);
                span[1][b] = Math.max(span[1][b], c.levelsDb()[b]);
            }
        }
        return Optional.of(span);
    }

    private void reading(GraphicsContext g, Palette p) {
        double hz = cursorHz();
        Note note = Note.nearest(hz);
        String cents = note.cents() == 0 ? "" : (note.cents() > 0 ? " +" : " −") + Math.abs(note.cents()) + " c";
        double width = 176;
        double height = 42 + 16 * curves.size();
        double x = scale().x(hz) + 10;
        if (x + width > scale().right()) {
            x = scale().x(hz) - 10 - width;
        }
        g.setFill(p.paper());
        double top = bottom() - height - 10;
        g.fillRoundRect(x, top, width, height, 6, 6);
        g.setStroke(p.hairline());
        g.setLineWidth(1);
        g.strokeRoundRect(x + .5, top + .5, width, height, 6, 6);
        double y = top + 14;
        text(
                g,
                Readings.frequency(hz) + "  " + note.name() + cents,
                x + 10,
                y,
                TextAlignment.LEFT,
                Fonts.BOLD,
                p.ink());
        for (ToneCurve c : curves) {
            y += 16;
            Color colour = c.index() == 0 ? p.ink() : p.reference(c.index() - 1);
            text(
                    g,
                    c.index() == 0 ? "mix" : c.index() + " " + shortened(c.name()),
                    x + 10,
                    y,
                    TextAlignment.LEFT,
                    Fonts.TEXT,
                    colour);
            String level = Readings.level(BandGrid.interpolate(c.levelsDb(), hz));
            text(g, level, x + width - 10, y, TextAlignment.RIGHT, Fonts.TEXT, colour);
        }
        double gap = BandGrid.interpolate(gapDb, hz);
        text(g, "gap", x + 10, y + 16, TextAlignment.LEFT, Fonts.BOLD, gap < 0 ? p.warning() : p.accent());
        text(
                g,
                Readings.gainDb(gap),
                x + width - 10,
                y + 16,
                TextAlignment.RIGHT,
                Fonts.BOLD,
                gap < 0 ? p.warning() : p.accent());
    }

    private static String shortened(String name) {
        return name.length() <= 16 ? name : name.substring(0, 15) + "…";
    }
}
