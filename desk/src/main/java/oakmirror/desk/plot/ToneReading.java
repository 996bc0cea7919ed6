package oakmirror.desk.plot;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import javafx.geometry.Rectangle2D;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Note;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What the cursor reads: frequency and note, the level of each curve, the corridor, the gap. */
final class ToneReading {

    private static final double WIDTH = 190;
    private static final double ROW = 16;
    private static final double APART = 10;

    private ToneReading() {}

    /** Draws it beside the cursor, where it does not cover the legend if there is such a place. */
    static void draw(
            GraphicsContext g,
            Palette p,
            FrequencyPlot plot,
            ToneScene scene,
            List<double[]> shown,
            Optional<Rectangle2D> legend) {
        double hz = plot.cursorHz();
        Note note = Note.nearest(hz);
        String cents = note.cents() == 0 ? "" : (note.cents() > 0 ? " +" : " −") + Math.abs(note.cents()) + " c";
        long rows = scene.curves().stream().filter(ToneCurve::isDrawn).count()
                + (scene.corridorDb().isPresent() ? 1 : 0);
        double height = 42 + ROW * rows;
        Rectangle2D room = new Rectangle2D(
                plot.scale().left(),
                2,
                plot.scale().right() - plot.scale().left(),
                Math.max(height, plot.bottom() - 10 - 2));
        Rectangle2D place = place(plot.scale().x(hz), height, room, legend);
        double x = place.getMinX();
        double top = place.getMinY();
        g.setFill(p.paper());
        g.fillRoundRect(x, top, WIDTH, height, 6, 6);
        g.setStroke(p.hairline());
        g.setLineWidth(1);
        g.strokeRoundRect(x + .5, top + .5, WIDTH, height, 6, 6);
        double y = top + 14;
        String head = Numbers.frequency(hz) + "  " + note.name() + cents;
        PlotPane.text(g, head, x + 10, y, TextAlignment.LEFT, Fonts.BOLD, p.ink());
        for (int i = 0; i < scene.curves().size(); i++) {
            ToneCurve c = scene.curves().get(i);
            if (c.isDrawn()) {
                y += ROW;
                Color colour = c.index() == 0 ? p.ink() : p.reference(c.index() - 1);
                String name = c.index() == 0 ? Texts.of("plot.nameOfMix") : c.index() + " " + shortened(c.name());
                row(g, name, Numbers.level(BandGrid.interpolate(shown.get(i), hz)), x, y, colour, false);
            }
        }
        if (scene.corridorDb().isPresent()) {
            y += ROW;
            double[][] c = scene.corridorDb().get();
            double low = BandGrid.interpolate(c[0], hz);
            String span = Double.isNaN(low)
                    ? "–"
                    : Numbers.level(low) + " … " + Numbers.level(BandGrid.interpolate(c[1], hz));
            row(g, Texts.of("plot.corridor"), span, x, y, p.quiet(), false);
        }
        double gap = BandGrid.interpolate(scene.gapDb(), hz);
        row(
                g,
                gap < 0 ? Texts.of("plot.gapTooMuch") : Texts.of("plot.gapLacks"),
                Numbers.gainDb(gap),
                x,
                y + ROW,
                gap < 0 ? p.warning() : p.accent(),
                true);
    }

    /**
     * Where a reading stands: low, to the right of the cursor if it fits there; where something would be covered, elsewhere beside the cursor or beside that,
     * and high, where curves are, only if there is no other place.
     *
     * @param room what it may lie in
     * @param spared what it had better not cover
     */
    static Rectangle2D place(double cursor, double height, Rectangle2D room, Optional<Rectangle2D> spared) {
        boolean fitsLeft = cursor - APART - WIDTH >= room.getMinX();
        double usual = cursor + APART + WIDTH <= room.getMaxX() || !fitsLeft ? cursor + APART : cursor - APART - WIDTH;
        List<Double> columns = new ArrayList<>(List.of(usual, cursor - APART - WIDTH));
        spared.ifPresent(s -> columns.addAll(List.of(s.getMinX() - WIDTH - 1, s.getMaxX() + 1)));
        return DoubleStream.of(room.getMaxY() - height, room.getMinY())
                .boxed()
                .flatMap(y -> columns.stream().map(x -> new Rectangle2D(x, y, WIDTH, height)))
                .filter(place ->
                        room.contains(place) && spared.filter(place::intersects).isEmpty())
                .filter(place -> cursor < place.getMinX() || cursor > place.getMaxX())
                .findFirst()
                .orElse(new Rectangle2D(usual, room.getMaxY() - height, WIDTH, height));
    }

    private static void row(
            GraphicsContext g, String name, String figure, double x, double y, Color colour, boolean bold) {
        PlotPane.text(g, name, x + 10, y, TextAlignment.LEFT, bold ? Fonts.BOLD : Fonts.TEXT, colour);
        PlotPane.text(g, figure, x + WIDTH - 10, y, TextAlignment.RIGHT, bold ? Fonts.BOLD : Fonts.TEXT, colour);
    }

    private static String shortened(String name) {
        return name.length() <= 16 ? name : name.substring(0, 15) + "…";
    }
}
