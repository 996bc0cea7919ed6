package oakmirror.desk.plot;

import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import oakmirror.compare.Corridor;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;

/** The mix over the corridor of what was chosen, in little; and dashed, what it would be with its correction. Levels are relative to loudness. */
public final class ChosenSketch extends PlotPane {

    private static final double RANGE_DB = 36;
    private static final double ABOVE_DB = 2;

    private Scene scene = Scene.EMPTY;

    /**
     * What it shows.
     *
     * @param corridor what is left for the mix
     * @param each levels of those that were chosen, where they are few enough to be drawn
     * @param mix levels of the mix
     * @param corrected levels of the mix with its correction
     */
    public record Scene(
            Optional<Corridor> corridor, List<double[]> each, Optional<double[]> mix, Optional<double[]> corrected) {

        /** Nothing. */
        public static final Scene EMPTY = new Scene(Optional.empty(), List.of(), Optional.empty(), Optional.empty());

        /** Copies the list. */
        public Scene {
            each = List.copyOf(each);
        }
    }

    /** Shows something else. */
    public void show(Scene next) {
        scene = next;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double top = Double.NEGATIVE_INFINITY;
        for (double[] levels : shown()) {
            for (double db : levels) {
                top = Double.isNaN(db) ? top : Math.max(top, db);
            }
        }
        if (!Double.isFinite(top)) {
            return;
        }
        double highest = top + ABOVE_DB;
        scene.corridor().ifPresent(c -> wash(g, c, w, h, highest, p));
        g.setStroke(Palette.faint(p.accent(), 0.7));
        g.setLineWidth(1);
        scene.each().forEach(levels -> curve(g, levels, w, h, highest));
        g.setStroke(p.ink());
        g.setLineWidth(1.8);
        scene.mix().ifPresent(levels -> curve(g, levels, w, h, highest));
        g.setLineDashes(4, 3);
        scene.corrected().ifPresent(levels -> curve(g, levels, w, h, highest));
        g.setLineDashes();
    }

    private List<double[]> shown() {
        return java.util.stream.Stream.of(
                        scene.each().stream(), scene.mix().stream(), scene.corridor().map(Corridor::highDb).stream())
                .flatMap(s -> s)
                .toList();
    }

    private static void wash(GraphicsContext g, Corridor c, double w, double h, double highest, Palette p) {
        g.setFill(Palette.faint(p.accent(), 0.22));
        g.beginPath();
        for (int b = 0; b < BandGrid.SIZE; b++) {
            if (!Double.isNaN(c.highDb()[b])) {
                g.lineTo(x(b, w), y(c.highDb()[b], highest, h));
            }
        }
        for (int b = BandGrid.SIZE - 1; b >= 0; b--) {
            if (!Double.isNaN(c.lowDb()[b])) {
                g.lineTo(x(b, w), y(c.lowDb()[b], highest, h));
            }
        }
        g.closePath();
        g.fill();
    }

    private static void curve(GraphicsContext g, double[] levels, double w, double h, double highest) {
        g.beginPath();
        boolean begun = false;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            if (Double.isNaN(levels[b])) {
                begun = false;
            } else if (begun) {
                g.lineTo(x(b, w), y(levels[b], highest, h));
            } else {
                g.moveTo(x(b, w), y(levels[b], highest, h));
                begun = true;
            }
        }
        g.stroke();
    }

    private static double x(int band, double w) {
        return 1 + (w - 2) * band / (BandGrid.SIZE - 1);
    }

    private static double y(double db, double highest, double h) {
        return Math.max(0, Math.min(h, (highest - db) / RANGE_DB * h));
    }
}
