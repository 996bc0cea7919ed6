package oakmirror.desk.plot;

import javafx.scene.canvas.GraphicsContext;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;

/** A {@link ToneScene} in little: the mix over the corridor. */
public final class ToneSketch extends PlotPane {

    private static final double RANGE_DB = 42;

    private ToneScene scene = ToneScene.EMPTY;

    /** Shows something else. */
    public void show(ToneScene next) {
        scene = next;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        if (scene.mix().isEmpty()) {
            return;
        }
        double[] mix = scene.mix().get().levelsDb();
        double top = Double.NEGATIVE_INFINITY;
        for (ToneCurve c : scene.curves()) {
            for (double db : c.levelsDb()) {
                top = Double.isNaN(db) ? top : Math.max(top, db);
            }
        }
        double highest = top + 2;
        scene.corridorDb().ifPresent(c -> {
            g.setFill(Palette.faint(p.accent(), 0.22));
            g.beginPath();
            for (int b = 0; b < BandGrid.SIZE; b++) {
                g.lineTo(x(b, w), y(c[0][b], highest, h));
            }
            for (int b = BandGrid.SIZE - 1; b >= 0; b--) {
                g.lineTo(x(b, w), y(c[1][b], highest, h));
            }
            g.closePath();
            g.fill();
        });
        g.setStroke(p.ink());
        g.setLineWidth(1.8);
        g.beginPath();
        for (int b = 0; b < BandGrid.SIZE; b++) {
            g.lineTo(x(b, w), y(mix[b], highest, h));
        }
        g.stroke();
    }

    private static double x(int band, double w) {
        return w * band / (BandGrid.SIZE - 1);
    }

    private static double y(double db, double highest, double h) {
        double inside = Double.isNaN(db) ? highest - RANGE_DB : db;
        return Math.min(h, (highest - inside) / RANGE_DB * h);
    }
}
