package oakmirror.desk.plot;

import java.util.Arrays;
import javafx.beans.property.DoubleProperty;
import javafx.scene.canvas.GraphicsContext;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The gap by itself: hatched upward where the mix lacks, plain downward where it has too much. */
public final class GapStrip extends FrequencyPlot {

    private double[] gapDb = new double[BandGrid.SIZE];
    private boolean asExcess;

    /** A strip that shares a cursor. */
    public GapStrip(DoubleProperty cursorHz, FrequencyView view) {
        super(cursorHz, view);
        zoomByWheel();
        speak(() -> Texts.of("plot.gapAt", atCursor(), Numbers.gainDb((asExcess ? -1 : 1) * atCursor(gapDb))));
    }

    /**
     * Shows another gap.
     *
     * @param next reference less mix in dB
     * @param excess whether it is drawn as mix less reference, what it has too much of going up
     */
    public void show(double[] next, boolean excess) {
        gapDb = excess ? Arrays.stream(next).map(d -> -d).toArray() : next;
        asExcess = excess;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double largest = Arrays.stream(gapDb, BandGrid.bandOf(30), BandGrid.bandOf(15000))
                .map(Math::abs)
                .max()
                .orElse(0);
        double reach = largest > 11 ? 18 : largest > 5.5 ? 12 : 6;
        place(w, 6, h - 24, reach, -reach);
        drawWash(g, p);
        grid(g, p, reach / 2, true, true);
        unit(g, p, "dB");
        clip(g);
        double[] zero = new double[gapDb.length];
        double[] excess = Arrays.stream(gapDb)
                .map(d -> asExcess ? Math.max(0, d) : Math.min(0, d))
                .toArray();
        between(g, excess, zero, Palette.faint(p.warning(), 0.30));
        hatch(
                g,
                Arrays.stream(gapDb)
                        .map(d -> asExcess ? Math.min(0, d) : Math.max(0, d))
                        .toArray(),
                Palette.faint(p.accent(), 0.8));
        curve(g, gapDb, p.ink(), 1.2);
        g.restore();
        line(g, scale().left(), y(0), scale().right(), y(0), p.quiet());
        cursor(g, p);
    }
}
