package oakmirror.desk.plot;

import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;

/** Which line is which track, by name, in the corner where tone has the least to show. */
final class ToneLegend {

    private static final double ROW = 15;
    private static final double LINE = 26;
    private static final double MARGIN = 8;
    private static final int MOST_ROWS = 9;
    private static final int MOST_LETTERS = 30;
    private static final double PIXELS_PER_LETTER = 5.6;

    private ToneLegend() {}

    static void draw(GraphicsContext g, Palette p, FrequencyPlot plot, ToneScene scene) {
        List<ToneCurve> drawn = scene.curves().stream()
                .filter(ToneCurve::isDrawn)
                .limit(MOST_ROWS)
                .toList();
        if (drawn.isEmpty()) {
            return;
        }
        int letters = drawn.stream().mapToInt(c -> words(c).length()).max().orElse(0);
        double width = LINE + 3 * MARGIN + PIXELS_PER_LETTER * letters;
        double left = plot.scale().right() - width;
        g.setFill(Palette.faint(p.paper(), 0.85));
        g.fillRoundRect(left, plot.top() + 2, width - 2, ROW * drawn.size() + MARGIN, 5, 5);
        for (int i = 0; i < drawn.size(); i++) {
            ToneCurve c = drawn.get(i);
            double y = plot.top() + 2 + MARGIN / 2 + ROW * (i + 0.5);
            Color colour = c.index() == 0 ? p.ink() : p.reference(c.index() - 1);
            g.setStroke(colour);
            g.setLineWidth(c.index() == 0 ? 2.4 : 1.6);
            g.setLineDashes(c.index() == 0 ? new double[0] : Palette.dash(c.index() - 1));
            g.strokeLine(left + MARGIN, y, left + MARGIN + LINE, y);
            g.setLineDashes();
            PlotPane.text(g, words(c), left + 2 * MARGIN + LINE, y, TextAlignment.LEFT, Fonts.SMALL, colour);
        }
    }

    private static String words(ToneCurve c) {
        String name = (c.index() == 0 ? "mix, " : c.index() + " ") + c.name();
        return name.length() <= MOST_LETTERS
                ? name
                : name.substring(0, MOST_LETTERS - 1).strip() + "…";
    }
}
