package oakmirror.desk.page;

import javafx.geometry.HPos;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import oakmirror.desk.look.Ui;

/** The columns of the table of tracks, which its titles and all rows share. */
final class TrackColumns {

    static final double NOTES_INDENT = 14;
    static final int FIGURES = 4;
    static final int NOTES = 9;

    /** What the two columns that share the rest of the room would like to have. */
    private static final double NAME_WIDTH = 140;

    private static final double NOTES_WIDTH = 216;
    private static final double[] WIDTHS = {84, 0, 120, 74, 50, 44, 44, 40, 66, 156, 26};
    private static final String[] TITLES = {
        "track", "", "contour", "measured", "LUFS", "range", "dBTP", "PLR", "offset", "notes"
    };

    private TrackColumns() {}

    /** The line of titles above the rows. */
    static Region titles() {
        GridPane titles = new GridPane();
        apply(titles);
        titles.getStyleClass().add("track-titles");
        for (int c = 0; c < TITLES.length; c++) {
            Label title = Ui.label(TITLES[c], "quiet");
            title.setPadding(new Insets(0, 0, 0, c == NOTES ? NOTES_INDENT : 0));
            titles.add(title, c, 0);
        }
        return titles;
    }

    static void apply(GridPane grid) {
        for (int c = 0; c < WIDTHS.length; c++) {
            ColumnConstraints column = new ColumnConstraints();
            if (WIDTHS[c] == 0) {
                column.setHgrow(Priority.ALWAYS);
                column.setMinWidth(90);
                column.setPrefWidth(NAME_WIDTH);
            } else {
                column.setMinWidth(WIDTHS[c]);
                column.setPrefWidth(c == NOTES ? NOTES_WIDTH : WIDTHS[c]);
                if (c == NOTES) {
                    column.setHgrow(Priority.ALWAYS);
                } else {
                    column.setMaxWidth(WIDTHS[c]);
                }
            }
            if (c >= FIGURES && c < NOTES) {
                column.setHalignment(HPos.RIGHT);
            }
            grid.getColumnConstraints().add(column);
        }
        grid.setHgap(8);
    }
}
