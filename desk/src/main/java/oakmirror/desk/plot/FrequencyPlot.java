package oakmirror.desk.plot;

import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;

/** A plot over frequency with a scale in dB. Several can share one cursor. */
abstract class FrequencyPlot extends PlotPane {

    /** No cursor. */
    static final double NOWHERE = -1;

    private final DoubleProperty cursorHz;
    private final double[] centres = BandGrid.centresHz();
    private FrequencyScale scale = new FrequencyScale(100);
    private double top;
    private double bottom;
    private double topDb = 1;
    private double bottomDb;

    FrequencyPlot(DoubleProperty cursorHz) {
        this.cursorHz = cursorHz;
        cursorHz.subscribe(hz -> redraw());
        setOnMouseMoved(e -> cursorHz.set(scale.holds(e.getX()) ? scale.hz(e.getX()) : NOWHERE));
        setOnMouseExited(e -> cursorHz.set(NOWHERE));
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
        scale = new FrequencyScale(width);
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
        for (double hz : FrequencyScale.TICKS) {
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
        for (double db = Math.ceil(bottomDb / stepDb) * stepDb; db <= topDb + 1e-9; db += stepDb) {
            line(g, scale.left(), y(db), scale.right(), y(db), p.hairline());
            String label = signed ? Readings.gain(db) : Readings.level(db);
            text(g, label.replace(".0", ""), scale.left() - 7, y(db), TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
    }

    final void cursor(GraphicsContext g, Palette p) {
        if (cursorHz.get() > 0) {
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
        for (int i = 0; i < db.length; i++) {
            double x = scale.x(centres[i]);
            double y = y(db[i]);
            if (i == 0) {
                g.moveTo(x, y);
            } else {
                g.lineTo(x, y);
            }
        }
        g.stroke();
        g.setLineDashes();
    }

    /** Fills between two curves. */
    final void between(GraphicsContext g, double[] one, double[] other, Color colour) {
        g.setFill(colour);
        g.beginPath();
        for (int i = 0; i < one.length; i++) {
            double x = scale.x(centres[i]);
            if (i == 0) {
                g.moveTo(x, clampedY(one[i]));
            } else {
                g.lineTo(x, clampedY(one[i]));
            }
        }
        for (int i = other.length - 1; i >= 0; i--) {
            g.lineTo(scale.x(centres[i]), clampedY(other[i]));
        }
        g.closePath();
        g.fill();
    }
}
