package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;

/** Names of peaks above all curves, with a line to the one they belong to; those that stand out of their neighbourhood have a ring. */
final class PeakLabels {

    private static final double APART = 34;
    private static final double ABOVE = 12;
    private static final double ROW = 13;

    private PeakLabels() {}

    static void draw(GraphicsContext g, Palette p, FrequencyPlot plot, ToneScene scene, List<double[]> shown) {
        List<double[]> taken = new ArrayList<>();
        for (ToneScene.Peak peak : scene.peaks()) {
            int curve = indexOf(scene, peak.index());
            double x = plot.scale().x(peak.peak().hz());
            if (curve < 0 || !plot.scale().holds(x)) {
                continue;
            }
            double y = plot.clampedY(
                    BandGrid.interpolate(shown.get(curve), peak.peak().hz()));
            Color colour = peak.index() == 0 ? p.ink() : p.reference(peak.index() - 1);
            boolean rings = peak.peak().isResonance();
            g.setLineWidth(1.4);
            g.setStroke(colour);
            g.setFill(rings ? p.paper() : colour);
            double radius = rings ? 4 : 2.5;
            g.fillOval(x - radius, y - radius, 2 * radius, 2 * radius);
            g.strokeOval(x - radius, y - radius, 2 * radius, 2 * radius);
            String name = peak.peak().note().name() + (rings ? " ◎" : "");
            place(plot, highest(plot, scene, shown, x) - ABOVE, x, taken).ifPresent(labelY -> {
                taken.add(new double[] {x, labelY});
                g.setLineWidth(1);
                g.setStroke(Palette.faint(colour, 0.5));
                g.strokeLine(x, labelY + ROW / 2, x, y - radius);
                PlotPane.text(g, name, x, labelY, TextAlignment.CENTER, Fonts.SMALL, colour);
            });
        }
    }

    /** Where the highest of all curves is near a name: names stand over them, so that none is covered. */
    private static double highest(FrequencyPlot plot, ToneScene scene, List<double[]> shown, double x) {
        double top = plot.bottom();
        for (int c = 0; c < shown.size(); c++) {
            if (scene.curves().get(c).isDrawn()) {
                for (double at = x - APART / 2; at <= x + APART / 2; at += 2) {
                    double db = BandGrid.interpolate(shown.get(c), plot.scale().hz(at));
                    top = Double.isNaN(db) ? top : Math.min(top, plot.clampedY(db));
                }
            }
        }
        return top;
    }

    /** The lowest free place at a height or above it; none where there is no room. */
    private static Optional<Double> place(FrequencyPlot plot, double from, double x, List<double[]> taken) {
        for (double y = from; y >= plot.top() + ROW / 2; y -= ROW) {
            double at = y;
            if (taken.stream().noneMatch(t -> Math.abs(t[0] - x) < APART && Math.abs(t[1] - at) < ROW)) {
                return Optional.of(y);
            }
        }
        return Optional.empty();
    }

    private static int indexOf(ToneScene scene, int number) {
        for (int i = 0; i < scene.curves().size(); i++) {
            if (scene.curves().get(i).index() == number) {
                return i;
            }
        }
        return -1;
    }
}
