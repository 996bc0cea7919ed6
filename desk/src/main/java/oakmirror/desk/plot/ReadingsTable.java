package oakmirror.desk.plot;

import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;

/** Figures in rows, one a track: the first column is its name, in its colour. */
public final class ReadingsTable extends PlotPane {

    private static final double ROW = 19;
    private static final double NAMES = 0.27;

    /**
     * A row.
     *
     * @param index 0 for the mix, otherwise the reference's number, −1 for what belongs to no track
     * @param cells its name and its figures, as they are written
     * @param marked which figures are marked, by their place; the name is 0
     */
    public record Row(int index, List<String> cells, List<Integer> marked) {}

    private List<String> titles = List.of();
    private List<Row> rows = List.of();

    /** Shows other rows under titles, the first of which stands over the names. */
    public void show(List<String> nextTitles, List<Row> next) {
        titles = List.copyOf(nextTitles);
        rows = List.copyOf(next);
        setMinHeight(ROW * Math.min(8, next.size() + 1) + 4);
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double row = Math.max(11, Math.min(ROW + 3, (h - 2) / (rows.size() + 1)));
        double names = NAMES * w;
        double column = titles.size() < 2 ? 0 : (w - names) / (titles.size() - 1);
        for (int c = 0; c < titles.size(); c++) {
            cell(g, titles.get(c), c, names, column, row / 2, p.quiet(), false);
        }
        line(g, 0, row, w, row, p.hairline());
        for (int r = 0; r < rows.size(); r++) {
            Row shown = rows.get(r);
            Color colour =
                    shown.index() < 0 ? p.quiet() : shown.index() == 0 ? p.ink() : p.reference(shown.index() - 1);
            for (int c = 0; c < shown.cells().size(); c++) {
                boolean marked = shown.marked().contains(c);
                Color own = marked ? p.warning() : c == 0 || shown.index() < 0 ? colour : p.ink();
                String text = c == 0
                        ? fitted(shown.cells().get(0), names)
                        : shown.cells().get(c);
                cell(g, text, c, names, column, (r + 1.5) * row, own, marked || shown.index() == 0);
            }
        }
    }

    private static String fitted(String name, double width) {
        int letters = (int) (width / 6.4);
        return name.length() <= letters ? name : name.substring(0, Math.max(1, letters - 1)) + "…";
    }

    private static void cell(
            GraphicsContext g, String text, int c, double names, double column, double y, Color colour, boolean bold) {
        double x = c == 0 ? 2 : names + c * column - 2;
        TextAlignment align = c == 0 ? TextAlignment.LEFT : TextAlignment.RIGHT;
        text(g, text, x, y, align, bold ? Fonts.BOLD : Fonts.TEXT, colour);
    }
}
