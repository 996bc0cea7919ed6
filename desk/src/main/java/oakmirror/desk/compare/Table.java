package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import oakmirror.desk.model.Compared;
import oakmirror.desk.model.Compared.Member;
import oakmirror.spectrum.BandGrid;

/** Comma-separated values, with a point as decimal sign whatever the system's habit. What is not known stays empty. */
final class Table {

    private final StringBuilder text = new StringBuilder();

    Table row(Object... cells) {
        return row(List.of(cells));
    }

    Table row(List<?> cells) {
        List<String> written = new ArrayList<>();
        for (Object cell : cells) {
            written.add(written(cell));
        }
        text.append(String.join(",", written)).append('\n');
        return this;
    }

    private static String written(Object cell) {
        if (cell instanceof Double || cell instanceof Float) {
            double value = ((Number) cell).doubleValue();
            return Double.isFinite(value) ? String.format(Locale.ROOT, "%.3f", value) : "";
        }
        String plain = cell.toString();
        boolean safe = plain.chars().noneMatch(c -> c == ',' || c == '"' || c == '\n');
        return safe ? plain : '"' + plain.replace("\"", "\"\"") + '"';
    }

    /** How a track is called in a column. */
    static String column(Member m, String what) {
        return (m.number() == 0 ? "mix" : "reference_" + m.number()) + "_" + what;
    }

    /** One row a band of the grid, one column a curve. */
    static String ofCurves(Compared compared, String what, Function<Member, double[]> curve, List<Extra> more) {
        List<String> titles = new ArrayList<>(List.of("frequency_hz"));
        List<double[]> columns = new ArrayList<>();
        for (Member m : compared.members()) {
            titles.add(column(m, what));
            columns.add(curve.apply(m));
        }
        for (Extra extra : more) {
            titles.add(extra.title());
            columns.add(extra.values());
        }
        Table table = new Table().row(titles);
        for (int b = 0; b < BandGrid.SIZE; b++) {
            List<Object> cells = new ArrayList<>(List.of(BandGrid.centreHz(b)));
            for (double[] column : columns) {
                cells.add(column[b]);
            }
            table.row(cells);
        }
        return table.toString();
    }

    /** A curve that belongs to no track. */
    record Extra(String title, double[] values) {}

    @Override
    public String toString() {
        return text.toString();
    }
}
