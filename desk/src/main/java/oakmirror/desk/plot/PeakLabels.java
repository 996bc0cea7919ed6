package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;

/** Names of peaks above the curves they belong to; those that stand out of their neighbourhood have a ring. */
final class PeakLabels {

    private static final double APART = 34;

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
            double labelY = Math.max(plot.top() + 8, y - 14);
            boolean free = taken.stream().noneMatch(t -> Math.abs(t[0] - x) < APART && Math.abs(t[1] - labelY) < 12);
            if (free) {
                taken.add(new double[] {x, labelY});
                String name = peak.peak().note().name() + (rings ? " ◎" : "");
                PlotPane.text(g, name, x, labelY, TextAlignment.CENTER, Fonts.SMALL, colour);
            }
        }
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
