package oakmirror.desk.plot;

import javafx.scene.canvas.GraphicsContext;
import oakmirror.audio.Decibels;
import oakmirror.desk.look.Palette;

/** Peak of what is heard, from −48 to 0 dBFS, falling slowly; a mark stays for what went over full scale. */
public final class PeakMeter extends PlotPane {

    private static final double LOWEST_DB = -48;
    private static final double FALL_DB = 0.5;

    private double shownDb = LOWEST_DB;
    private boolean clipped;

    /** A meter at rest; a click clears its mark. */
    public PeakMeter() {
        setOnMouseClicked(e -> {
            clipped = false;
            redraw();
        });
    }

    /** Takes the peak of the last moment, linear; called with every frame. */
    public void take(double peak) {
        double db = Math.max(LOWEST_DB, Math.max(Decibels.ofAmplitude(Math.max(1e-6, peak)), shownDb - FALL_DB));
        boolean over = clipped || peak > 1;
        if (Math.abs(db - shownDb) > 0.05 || over != clipped) {
            shownDb = db;
            clipped = over;
            redraw();
        }
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        g.setFill(p.paper());
        g.fillRect(0, 0, w, h);
        g.setStroke(p.hairline());
        g.strokeRect(.5, .5, w - 1, h - 1);
        g.setFill(p.ink());
        g.fillRect(1, 1, (w - 8) * (shownDb - LOWEST_DB) / -LOWEST_DB, h - 2);
        if (clipped) {
            g.setFill(p.warning());
            g.fillRect(w - 6, 1, 5, h - 2);
        }
    }
}
