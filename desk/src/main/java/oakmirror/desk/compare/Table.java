package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.files.Csv;
import oakmirror.spectrum.BandGrid;

/** The numbers behind a panel as comma-separated values. */
final class Table {

    private Table() {}

    /** How a track is called in a column. */
    static String column(Member m, String what) {
        return (m.number() == 0 ? "mix" : "reference_" + m.number()) + "_" + what;
    }

    /** One row a band of the grid, one column a curve. */
    static String ofCurves(Comparison compared, String what, Function<Member, double[]> curve, List<Extra> more) {
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
        Csv table = new Csv(titles);
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
}
