package oakmirror.desk.plot;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;

/** By how much a song has more or less of a zone: a bar from a line, plain where it has too much and hatched where it lacks; framed where that is a fault. */
public final class ZoneBar extends PlotPane {

    private static final double FULL_DB = 8;
    private static final double BAR = 16;

    private double db;
    private boolean isApart;

    /** An empty one. */
    public ZoneBar() {
        setMinSize(44, 34);
        setPrefSize(58, 34);
        setMouseTransparent(true);
    }

    /** Shows a difference in dB; one that is not a number is a dash. */
    public void show(double differenceDb, boolean apart) {
        db = differenceDb;
        isApart = apart;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double middle = Math.floor(h / 2) + 0.5;
        if (isApart) {
            g.setStroke(p.warning());
            g.setLineWidth(1.4);
            g.strokeRoundRect(1, 1, w - 2, h - 2, 4, 4);
        }
        line(g, 5, middle, w - 5, middle, p.hairline());
        if (Double.isFinite(db)) {
            double length = Math.min(1, Math.abs(db) / FULL_DB) * (h / 2 - 4);
            if (db > 0) {
                g.setFill(Palette.faint(p.warning(), 0.45));
                g.fillRect(8, middle - length, BAR, length);
            } else {
                hatch(g, middle, length, p);
            }
        }
        String text = Double.isFinite(db) ? Numbers.gain(db) : "–";
        text(
                g,
                text,
                w - 5,
                middle - 8,
                TextAlignment.RIGHT,
                isApart ? Fonts.BOLD : Fonts.TEXT,
                isApart ? p.warning() : p.ink());
    }

    private static void hatch(GraphicsContext g, double middle, double length, Palette p) {
        g.save();
        g.beginPath();
        g.rect(8, middle, BAR, length);
        g.clip();
        g.setStroke(p.accent());
        g.setLineWidth(1);
        for (double x = -length; x < BAR + length; x += 4) {
            g.strokeLine(8 + x, middle + length, 8 + x + length, middle);
        }
        g.restore();
    }
}
