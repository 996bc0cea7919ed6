package oakmirror.desk.plot;

import java.util.List;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Texts;

/** Figures in rows, one a track: the first column is its name, in its colour; beside a figure, small, can stand what it is off by. */
public final class ReadingsTable extends PlotPane {

    private static final double ROW = 20;
    private static final double NAMES = 0.25;
    private static final double BESIDE = 36;

    /** A figure as it is written, what stands beside it, and whether it is marked. */
    public record Cell(String figure, String beside, boolean marked) {

        /** A figure alone. */
        public static Cell of(String figure) {
            return new Cell(figure, "", false);
        }
    }

    /**
     * A row.
     *
     * @param index 0 for the mix, otherwise the reference's number, −1 for what belongs to no track
     * @param name what it is called
     * @param cells its figures
     */
    public record Row(int index, String name, List<Cell> cells) {}

    private List<String> titles = List.of();
    private List<Row> rows = List.of();

    /** An empty table. */
    public ReadingsTable() {
        speak(this::words);
    }

    private String words() {
        StringBuilder all = new StringBuilder(Texts.of("plot.readings"));
        for (Row row : rows) {
            all.append("; ").append(row.name());
            for (int i = 0; i < row.cells().size(); i++) {
                all.append(", ")
                        .append(titles.get(i))
                        .append(" ")
                        .append(row.cells().get(i).figure());
            }
        }
        return all.toString();
    }

    /** Shows other rows under the titles of their figures. */
    public void show(List<String> nextTitles, List<Row> next) {
        titles = List.copyOf(nextTitles);
        rows = List.copyOf(next);
        setMinHeight(ROW * (next.size() + 1));
        setPrefHeight(ROW * (next.size() + 1));
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double names = NAMES * w;
        double column = titles.isEmpty() ? 0 : (w - names) / titles.size();
        for (int c = 0; c < titles.size(); c++) {
            double x = names + (c + 1) * column - BESIDE;
            text(g, titles.get(c), x, ROW / 2, TextAlignment.RIGHT, Fonts.TEXT, p.quiet());
        }
        line(g, 0, ROW - 1, w, ROW - 1, p.hairline());
        for (int r = 0; r < rows.size(); r++) {
            row(g, p, rows.get(r), (r + 1.5) * ROW, names, column);
        }
    }

    private static void row(GraphicsContext g, Palette p, Row row, double y, double names, double column) {
        Color own = row.index() < 0 ? p.quiet() : row.index() == 0 ? p.ink() : p.reference(row.index() - 1);
        boolean mix = row.index() == 0;
        text(g, fitted(row.name(), names), 2, y, TextAlignment.LEFT, mix ? Fonts.BOLD : Fonts.TEXT, own);
        for (int c = 0; c < row.cells().size(); c++) {
            Cell cell = row.cells().get(c);
            double x = names + (c + 1) * column - 2;
            Color colour = cell.marked() ? p.warning() : row.index() < 0 ? p.quiet() : p.ink();
            Font font = mix || cell.marked() ? Fonts.BOLD : Fonts.TEXT;
            text(g, cell.figure(), x - BESIDE + 2, y, TextAlignment.RIGHT, font, colour);
            text(g, cell.beside(), x, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
    }

    private static String fitted(String name, double width) {
        int letters = (int) (width / 6.4);
        return name.length() <= letters ? name : name.substring(0, Math.max(1, letters - 1)) + "…";
    }
}
