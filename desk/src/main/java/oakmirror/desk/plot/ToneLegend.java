package oakmirror.desk.plot;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.geometry.Rectangle2D;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Texts;

/** Which line is which track, by name, where the curves leave the most room. */
final class ToneLegend {

    private static final double ROW = 15;
    private static final double LINE = 26;
    private static final double MARGIN = 8;
    /** Where it may stand, as parts of the way from the left to the right; the first of equally free ones. */
    private static final double[] PLACES = {0.75, 0.9, 1, 0.5, 0.25, 0.02};

    private static final int MOST_ROWS = 9;
    private static final int MOST_LETTERS = 30;
    private static final double PIXELS_PER_LETTER = 5.6;

    private ToneLegend() {}

    /** Draws it, and says where. */
    static Optional<Rectangle2D> draw(
            GraphicsContext g, Palette p, FrequencyPlot plot, ToneScene scene, List<double[]> shown) {
        List<ToneCurve> drawn = scene.curves().stream()
                .filter(ToneCurve::isDrawn)
                .limit(MOST_ROWS)
                .toList();
        if (drawn.isEmpty()) {
            return Optional.empty();
        }
        List<String> more = scene.corridorName().isEmpty()
                ? List.of()
                : List.of(scene.corridorName(), Texts.of("plot.meanOfReferences"));
        int letters = Stream.concat(drawn.stream().map(ToneLegend::words), more.stream())
                .mapToInt(String::length)
                .max()
                .orElse(0);
        double width = LINE + 3 * MARGIN + PIXELS_PER_LETTER * letters;
        double height = ROW * (drawn.size() + more.size()) + MARGIN;
        double[] corner = freest(plot, shown, scene, width, height);
        double left = corner[0];
        g.setFill(Palette.faint(p.paper(), 0.85));
        g.fillRoundRect(left, corner[1], width - 2, height, 5, 5);
        for (int i = 0; i < drawn.size(); i++) {
            ToneCurve c = drawn.get(i);
            double y = corner[1] + MARGIN / 2 + ROW * (i + 0.5);
            Color colour = c.index() == 0 ? p.ink() : p.reference(c.index() - 1);
            g.setStroke(colour);
            g.setLineWidth(c.index() == 0 ? 2.4 : 1.6);
            g.setLineDashes(c.index() == 0 ? new double[0] : Palette.dash(c.index() - 1));
            g.strokeLine(left + MARGIN, y, left + MARGIN + LINE, y);
            g.setLineDashes();
            PlotPane.text(g, words(c), left + 2 * MARGIN + LINE, y, TextAlignment.LEFT, Fonts.SMALL, colour);
        }
        for (int i = 0; i < more.size(); i++) {
            double y = corner[1] + MARGIN / 2 + ROW * (drawn.size() + i + 0.5);
            if (i == 0) {
                g.setFill(Palette.faint(p.accent(), 0.3));
                g.fillRect(left + MARGIN, y - 4, LINE, 8);
            } else {
                g.setStroke(p.accent());
                g.setLineWidth(2.2);
                g.strokeLine(left + MARGIN, y, left + MARGIN + LINE, y);
            }
            PlotPane.text(g, more.get(i), left + 2 * MARGIN + LINE, y, TextAlignment.LEFT, Fonts.SMALL, p.ink());
        }
        return Optional.of(new Rectangle2D(left, corner[1], width, height));
    }

    /** Of the places along the lower and the upper edge the one where the fewest points of curves are. */
    private static double[] freest(
            FrequencyPlot plot, List<double[]> shown, ToneScene scene, double width, double height) {
        double room = plot.scale().right() - plot.scale().left() - width;
        double[] best = {plot.scale().right() - width, plot.top() + 2};
        int fewest = Integer.MAX_VALUE;
        for (double y : new double[] {plot.bottom() - height - 4, plot.top() + 4}) {
            for (double part : PLACES) {
                double x = plot.scale().left() + part * room;
                int covered = 0;
                for (int c = 0; c < shown.size(); c++) {
                    covered += scene.curves().get(c).isDrawn() ? covered(plot, shown.get(c), x, y, width, height) : 0;
                }
                if (covered < fewest) {
                    fewest = covered;
                    best = new double[] {x, y};
                }
            }
        }
        return best;
    }

    private static int covered(FrequencyPlot plot, double[] curve, double x, double y, double width, double height) {
        int count = 0;
        for (double at = x; at <= x + width; at += 4) {
            double db = BandGrid.interpolate(curve, plot.scale().hz(at));
            double line = Double.isNaN(db) ? Double.NEGATIVE_INFINITY : plot.clampedY(db);
            count += line >= y - MARGIN && line <= y + height + MARGIN ? 1 : 0;
        }
        return count;
    }

    private static String words(ToneCurve c) {
        String name = c.index() == 0 ? Texts.of("plot.mixNamed", c.name()) : c.index() + " " + c.name();
        return name.length() <= MOST_LETTERS
                ? name
                : name.substring(0, MOST_LETTERS - 1).strip() + "…";
    }
}
