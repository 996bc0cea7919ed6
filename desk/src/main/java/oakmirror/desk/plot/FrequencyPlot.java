package oakmirror.desk.plot;

import java.util.Optional;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A plot over frequency with a scale in dB. Several can share one cursor. */
abstract class FrequencyPlot extends PlotPane {

    /** No cursor. */
    static final double NOWHERE = -1;

    /** Where the cursor begins when it is moved by keys. */
    private static final double HATCH_STEP = 6;

    private static final double START_HZ = 1000;

    private static final double ZOOM_STEP = 0.8;
    private static final double PAN_STEP = 0.08;

    private final DoubleProperty cursorHz;
    private final FrequencyView view;
    private final double[] centres = BandGrid.centresHz();
    private FrequencyScale scale = new FrequencyScale(100);
    private double top;
    private double bottom;
    private double topDb = 1;
    private double bottomDb;
    private Optional<double[]> washed = Optional.empty();

    FrequencyPlot(DoubleProperty cursorHz) {
        this(cursorHz, new FrequencyView());
    }

    FrequencyPlot(DoubleProperty cursorHz, FrequencyView view) {
        this.cursorHz = cursorHz;
        this.view = view;
        view.onChange(this::redraw);
        cursorHz.subscribe(hz -> redraw());
        setOnMouseMoved(e -> cursorHz.set(scale.holds(e.getX()) ? scale.hz(e.getX()) : NOWHERE));
        setOnMouseExited(e -> cursorHz.set(NOWHERE));
        addEventHandler(KeyEvent.KEY_PRESSED, this::step);
    }

    /** Left and right move the cursor by a band, with Shift by a third of an octave. */
    private void step(KeyEvent e) {
        int way = e.getCode() == KeyCode.RIGHT ? 1 : e.getCode() == KeyCode.LEFT ? -1 : 0;
        if (way != 0 && e.getTarget() == this && takesArrows() && movesCursor()) {
            double from = cursorHz.get() > 0 ? cursorHz.get() : START_HZ;
            int band = BandGrid.bandOf(from) + way * (e.isShiftDown() ? BandGrid.BANDS_PER_OCTAVE / 3 : 1);
            cursorHz.set(BandGrid.centreHz(Math.max(0, Math.min(BandGrid.SIZE - 1, band))));
            spoken();
            e.consume();
        }
    }

    /** Whether the arrows move the cursor, and nothing else. */
    boolean movesCursor() {
        return true;
    }

    /** The cursor's frequency in words, "at 147 Hz"; without a cursor, where it would begin. */
    final String atCursor() {
        return Texts.of("plot.at", Numbers.frequency(readHz()));
    }

    /** What the cursor reads of a curve; without a cursor, where it would begin. */
    final double atCursor(double[] curveDb) {
        return BandGrid.interpolate(curveDb, readHz());
    }

    private double readHz() {
        return cursorHz.get() > 0 ? cursorHz.get() : START_HZ;
    }

    @Override
    public boolean takesArrows() {
        return isFocusTraversable();
    }

    /** The wheel zooms about the pointer; with Shift, or turned sideways, it moves along. */
    final void zoomByWheel() {
        setOnScroll(e -> {
            double along = e.getDeltaX() != 0 ? e.getDeltaX() : e.isShiftDown() ? e.getDeltaY() : 0;
            if (along != 0) {
                view.pan(-PAN_STEP * Math.signum(along));
            } else if (e.getDeltaY() != 0 && scale.holds(e.getX())) {
                view.zoom(e.getDeltaY() > 0 ? ZOOM_STEP : 1 / ZOOM_STEP, scale.hz(e.getX()));
            }
            e.consume();
        });
    }

    static DoubleProperty newCursor() {
        return new SimpleDoubleProperty(NOWHERE);
    }

    final FrequencyScale scale() {
        return scale;
    }

    final double cursorHz() {
        return cursorHz.get();
    }

    /** Sets where things lie; to be called first when drawing. */
    final void place(double width, double topY, double bottomY, double highDb, double lowDb) {
        scale = new FrequencyScale(width, view.lowHz(), view.highHz());
        top = topY;
        bottom = bottomY;
        topDb = highDb;
        bottomDb = lowDb;
    }

    final double top() {
        return top;
    }

    final double bottom() {
        return bottom;
    }

    final double y(double db) {
        return top + (topDb - db) / (topDb - bottomDb) * (bottom - top);
    }

    final double clampedY(double db) {
        return Math.max(top, Math.min(bottom, y(db)));
    }

    final void grid(GraphicsContext g, Palette p, double stepDb, boolean signed, boolean frequencyLabels) {
        for (double hz : scale.ticks()) {
            line(g, scale.x(hz), top, scale.x(hz), bottom, p.hairline());
            if (frequencyLabels) {
                text(
                        g,
                        FrequencyScale.label(hz),
                        scale.x(hz),
                        bottom + 12,
                        TextAlignment.CENTER,
                        Fonts.SMALL,
                        p.quiet());
            }
        }
        for (double db : Ticks.between(bottomDb, topDb, stepDb)) {
            line(g, scale.left(), y(db), scale.right(), y(db), p.hairline());
            String label = (signed && db > 0 ? "+" : "") + Numbers.brief(db);
            text(g, label, scale.left() - 7, y(db), TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
        if (frequencyLabels) {
            text(g, "Hz", scale.left() - 14, bottom + 12, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
    }

    /** Lays a pale wash over a range, as over the place that is listened to; empty takes it away. */
    public final void wash(Optional<double[]> edgesHz) {
        washed = edgesHz;
        redraw();
    }

    /** Draws the wash; to be called behind everything else. */
    final void drawWash(GraphicsContext g, Palette p) {
        washed.ifPresent(edges -> {
            double left = Math.max(scale.left(), scale.x(edges[0]));
            double right = Math.min(scale.right(), scale.x(edges[1]));
            g.setFill(Palette.faint(p.accent(), 0.16));
            g.fillRect(left, top, Math.max(0, right - left), bottom - top);
        });
    }

    /** Writes the unit of the scale at its upper end, beside the figures. */
    final void unit(GraphicsContext g, Palette p, String unit) {
        text(g, unit, scale.left() + 5, top + 8, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
    }

    final void cursor(GraphicsContext g, Palette p) {
        if (cursorHz.get() > 0 && scale.holds(scale.x(cursorHz.get()))) {
            g.setLineDashes(3, 3);
            line(g, scale.x(cursorHz.get()), top, scale.x(cursorHz.get()), bottom, p.quiet());
            g.setLineDashes();
        }
    }

    /** Clips what follows to the plot; to be undone with {@code g.restore()}. */
    final void clip(GraphicsContext g) {
        g.save();
        g.beginPath();
        g.rect(scale.left(), top - 1, scale.right() - scale.left(), bottom - top + 2);
        g.clip();
    }

    final void curve(GraphicsContext g, double[] db, Color colour, double width, double... dash) {
        g.setStroke(colour);
        g.setLineWidth(width);
        g.setLineDashes(dash);
        g.beginPath();
        boolean drawing = false;
        for (int i = 0; i < db.length; i++) {
            if (Double.isNaN(db[i])) {
                drawing = false;
                continue;
            }
            if (drawing) {
                segment(g, scale.x(centres[i - 1]), y(db[i - 1]), scale.x(centres[i]), y(db[i]));
            } else {
                g.moveTo(scale.x(centres[i]), clampedY(db[i]));
                drawing = true;
            }
        }
        g.stroke();
        g.setLineDashes();
    }

    /** Goes on with a path by what of a segment lies between the plot's upper and lower edge. */
    private void segment(GraphicsContext g, double x1, double y1, double x2, double y2) {
        if (Math.max(y1, y2) < top || Math.min(y1, y2) > bottom) {
            return;
        }
        double start = Math.max(top, Math.min(bottom, y1));
        double end = Math.max(top, Math.min(bottom, y2));
        if (start != y1) {
            g.moveTo(x1 + (x2 - x1) * (start - y1) / (y2 - y1), start);
        }
        g.lineTo(end == y2 ? x2 : x1 + (x2 - x1) * (end - y1) / (y2 - y1), end);
    }

    /** Fills between two curves, as far as both are known. */
    final void between(GraphicsContext g, double[] one, double[] other, Color colour) {
        g.setFill(colour);
        for (int from = 0; from < one.length; from++) {
            int to = from;
            while (to < one.length && !Double.isNaN(one[to]) && !Double.isNaN(other[to])) {
                to++;
            }
            if (to > from) {
                fill(g, one, other, from, to);
                from = to;
            }
        }
    }

    /**
     * Hatches between a curve and 0 dB. Each stroke is cut to the area here: a clip that is no rectangle costs a whole picture for each thing
     * drawn through it.
     */
    final void hatch(GraphicsContext g, double[] db, Color colour) {
        g.setStroke(colour);
        g.setLineWidth(1);
        double height = bottom - top;
        double zero = clampedY(0);
        double[] edge = new double[Math.max(0, (int) (scale.right() - scale.left()) + 1)];
        for (int i = 0; i < edge.length; i++) {
            edge[i] = clampedY(BandGrid.interpolate(db, scale.hz(scale.left() + i)));
        }
        for (double start = scale.left() - height; start < scale.right(); start += HATCH_STEP) {
            int from = -1;
            int first = (int) Math.ceil(Math.max(0, start - scale.left()));
            int last = (int) Math.min(edge.length - 1.0, start + height - scale.left());
            for (int i = first; i <= last + 1; i++) {
                double y = bottom - (scale.left() + i - start);
                boolean inside = i <= last && y <= Math.max(zero, edge[i]) && y >= Math.min(zero, edge[i]);
                if (inside && from < 0) {
                    from = i;
                } else if (!inside && from >= 0) {
                    double x1 = scale.left() + from;
                    double x2 = scale.left() + i - 1;
                    g.strokeLine(x1, bottom - (x1 - start), x2, bottom - (x2 - start));
                    from = -1;
                }
            }
        }
    }

    private void fill(GraphicsContext g, double[] one, double[] other, int from, int to) {
        g.beginPath();
        g.moveTo(scale.x(centres[from]), clampedY(one[from]));
        for (int i = from + 1; i < to; i++) {
            g.lineTo(scale.x(centres[i]), clampedY(one[i]));
        }
        for (int i = to - 1; i >= from; i--) {
            g.lineTo(scale.x(centres[i]), clampedY(other[i]));
        }
        g.closePath();
        g.fill();
    }
}
