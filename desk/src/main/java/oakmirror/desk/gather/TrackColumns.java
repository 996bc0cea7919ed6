package oakmirror.desk.gather;

import javafx.beans.value.ObservableValue;
import javafx.geometry.HPos;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** The columns of the table of tracks, which its titles and all rows share. */
final class TrackColumns {

    static final int CONTOUR = 2;
    static final int FIGURES = 3;
    static final int OFFSET = 7;
    static final int MENU = 8;

    private static final double HIDDEN = -1;
    private static final double NAME_WIDTH = 200;
    private static final double[] WIDE_WIDTHS = {84, 0, 200, 64, 58, 58, 54, 76, 40};
    private static final double[] WIDTHS = {84, 0, 150, 58, 52, HIDDEN, 50, 72, 40};
    private static final double[] NARROW_WIDTHS = {74, 0, HIDDEN, 48, 44, HIDDEN, 42, 64, 36};

    /** How much room there is beside what else is shown: columns that are looked at least give way. */
    enum Room {
        WIDE(WIDE_WIDTHS),
        USUAL(WIDTHS),
        NARROW(NARROW_WIDTHS);

        private static final double WIDE_FROM = 1300;
        private static final double USUAL_FROM = 820;

        private final double[] widths;

        Room(double[] widths) {
            this.widths = widths;
        }

        static Room of(double width) {
            return width >= WIDE_FROM ? WIDE : width >= USUAL_FROM ? USUAL : NARROW;
        }

        /** Whether a column is shown. */
        boolean shows(int column) {
            return widths[column] != HIDDEN;
        }
    }

    private static String[] titles() {
        return new String[] {
            Texts.of("gather.track"),
            "",
            Texts.of("gather.contour"),
            Texts.of("gather.lufs"),
            Texts.of("gather.range"),
            Texts.of("gather.dBTP"),
            Texts.of("gather.plr"),
            Texts.of("gather.offset"),
            ""
        };
    }

    private TrackColumns() {}

    /** The line of titles above the rows. */
    static Region titles(ObservableValue<Room> room) {
        GridPane titles = new GridPane();
        titles.getStyleClass().add("track-titles");
        String[] names = titles();
        for (int c = 0; c < names.length; c++) {
            Label title = Ui.label(names[c], "quiet");
            titles.add(title, c, 0);
        }
        room.subscribe(r -> {
            apply(titles, r);
            titles.getChildren().forEach(t -> t.setVisible(r.shows(GridPane.getColumnIndex(t))));
        });
        return titles;
    }

    static void apply(GridPane grid, Room room) {
        grid.getColumnConstraints().clear();
        double[] widths = room.widths;
        for (int c = 0; c < widths.length; c++) {
            ColumnConstraints column = new ColumnConstraints();
            if (!room.shows(c)) {
                column.setMinWidth(0);
                column.setPrefWidth(0);
                column.setMaxWidth(0);
            } else if (widths[c] == 0) {
                column.setHgrow(Priority.ALWAYS);
                column.setMinWidth(90);
                column.setPrefWidth(NAME_WIDTH);
            } else {
                column.setMinWidth(widths[c]);
                column.setPrefWidth(widths[c]);
                column.setMaxWidth(widths[c]);
            }
            if (c >= FIGURES) {
                column.setHalignment(HPos.RIGHT);
            }
            grid.getColumnConstraints().add(column);
        }
        grid.setHgap(8);
    }
}
