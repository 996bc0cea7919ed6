package oakmirror.desk.gather;

import javafx.beans.value.ObservableValue;
import javafx.geometry.HPos;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** The columns of the table of tracks, which its titles and all rows share. */
final class TrackColumns {

    static final double NOTES_INDENT = 14;
    static final int CONTOUR = 2;
    static final int MEASURED = 3;
    private static final double HIDDEN = -1;
    static final int FIGURES = 4;
    static final int NOTES = 9;

    /** What the two columns that share the rest of the room would like to have. */
    private static final double NAME_WIDTH = 140;

    private static final double NOTES_WIDTH = 216;
    private static final double[] WIDTHS = {84, 0, 120, 74, 50, 44, 44, 40, 66, 156, 26};
    private static final double[] NARROW = {74, 0, 84, HIDDEN, 46, 40, HIDDEN, 38, 58, 104, 22};
    private static final double[] NARROWEST = {74, 0, HIDDEN, HIDDEN, 46, 40, HIDDEN, 38, 58, 104, 22};

    /** How much room there is beside what else is shown: columns that are looked at least give way. */
    enum Room {
        WIDE(WIDTHS),
        NARROW(TrackColumns.NARROW),
        NARROWEST(TrackColumns.NARROWEST);

        private static final double NARROW_BELOW = 880;
        private static final double NARROWEST_BELOW = 690;

        private final double[] widths;

        Room(double[] widths) {
            this.widths = widths;
        }

        static Room of(double width) {
            return width >= NARROW_BELOW ? WIDE : width >= NARROWEST_BELOW ? NARROW : NARROWEST;
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
            Texts.of("gather.measured"),
            Texts.of("gather.lufs"),
            Texts.of("gather.range"),
            Texts.of("gather.dBTP"),
            Texts.of("gather.plr"),
            Texts.of("gather.offset"),
            Texts.of("gather.notes")
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
            title.setPadding(new Insets(0, 0, 0, c == NOTES ? NOTES_INDENT : 0));
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
                column.setPrefWidth(c == NOTES && room == Room.WIDE ? NOTES_WIDTH : widths[c]);
                if (c == NOTES) {
                    column.setHgrow(Priority.ALWAYS);
                } else {
                    column.setMaxWidth(widths[c]);
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
