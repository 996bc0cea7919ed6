package oakmirror.desk.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.HPos;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Readings;
import oakmirror.desk.model.TrackSlot;
import oakmirror.desk.plot.PlotPane;
import oakmirror.desk.plot.Sketches;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;

/** One track on Gather: number, dash, name, contour, figures, offset, and what is noteworthy. */
final class TrackRow extends GridPane {

    /** Peak to loudness below this is heavily squashed. Common practice, no source. */
    private static final double CRUSHED_PLR_DB = 8;

    private static final double NOTES_INDENT = 18;
    private static final double[] WIDTHS = {84, 0, 120, 52, 46, 46, 42, 54, 176, 26};

    TrackRow(GatherPage page, TrackSlot slot, int number, int index) {
        columns(this);
        getStyleClass().addAll("track-row", Palette.styleClass(number));
        setId("track-" + index);
        if (page.isSelected(index)) {
            getStyleClass().add("selected");
        }
        Label which = Ui.label(number == 0 ? "Mix" : String.valueOf(number), "strong", "in-track-colour");
        PlotPane dash = new Sketches.Dash(number);
        dash.setPrefSize(34, 12);
        HBox sign = new HBox(8, which, dash);
        which.setMinWidth(30);
        sign.setAlignment(Pos.CENTER_LEFT);
        add(sign, 0, 0);
        Label name = new Label(slot.file().name());
        name.setTooltip(new Tooltip(slot.file().path().toString()));
        add(name, 1, 0);
        Optional<ImportedTrack> track = slot.imported();
        if (!slot.failureProperty().get().isEmpty()) {
            failed(page, slot);
        } else if (track.isPresent()) {
            figures(page, track.get(), slot, number, index);
        } else {
            ProgressBar bar = new ProgressBar();
            bar.progressProperty().bind(slot.progressProperty());
            bar.setPrefWidth(160);
            add(bar, 2, 0);
            add(Ui.label("reading…", "quiet"), 3, 0, 6, 1);
        }
        add(Ui.link("✕", "Remove (undo brings it back)", () -> page.remove(index)), 9, 0);
        setOnMouseClicked(e -> {
            if (e.getButton() == MouseButton.PRIMARY) {
                page.select(index);
            }
        });
        menu(page, slot, number, index);
    }

    private void menu(GatherPage page, TrackSlot slot, int number, int index) {
        MenuItem asMix = new MenuItem("Use as the mix");
        asMix.setOnAction(e -> page.useAsMix(index));
        asMix.setDisable(number == 0);
        MenuItem find = new MenuItem("Find the file…");
        find.setOnAction(e -> page.find(slot));
        MenuItem remove = new MenuItem("Remove");
        remove.setOnAction(e -> page.remove(index));
        ContextMenu menu = new ContextMenu(asMix, find, remove);
        setOnContextMenuRequested(e -> menu.show(this, e.getScreenX(), e.getScreenY()));
    }

    private void figures(GatherPage page, ImportedTrack track, TrackSlot slot, int number, int index) {
        TrackMeasurement m = track.measurement();
        GatherPage.contour(slot, number).ifPresent(c -> {
            PlotPane sketch = Sketches.contour(c);
            sketch.setPrefSize(116, 30);
            add(sketch, 2, 0);
        });
        figure(Readings.level(m.loudness().integratedLufs()), 3, "Integrated loudness, LUFS");
        figure(Readings.level(m.loudness().rangeLu()), 4, "Loudness range, LU");
        figure(Readings.level(m.peaks().truePeakDbtp()), 5, "True peak, dBTP");
        figure(Readings.level(m.peakToLoudness()), 6, "True peak less integrated loudness, dB");
        Label offset = Ui.label(Readings.gain(page.offsetDb(index)), "strong", "in-track-colour");
        offset.setTooltip(new Tooltip("Heard with this gain, dB"));
        add(offset, 7, 0);
        List<String> notes = new ArrayList<>();
        List<String> warnings = new ArrayList<>(track.warnings());
        if (number == 0 || page.rate().filter(r -> r == m.sampleRate()).isEmpty()) {
            notes.add(Readings.rate(m.sampleRate()));
        }
        if (m.channels() != 2) {
            notes.add(m.channels() == 1 ? "mono" : m.channels() + " channels");
        }
        if (!Double.isFinite(m.heardLufs())) {
            warnings.add(m.seconds() < 0.4 ? "too short to measure" : "silent");
        } else if (m.peakToLoudness() < CRUSHED_PLR_DB) {
            warnings.add("crushed");
        }
        if (m.peaks().samplePeakDbfs() > 0) {
            warnings.add("over full scale");
        }
        HBox remarks = new HBox(8);
        remarks.setPadding(new Insets(0, 0, 0, NOTES_INDENT));
        remarks.setAlignment(Pos.CENTER_LEFT);
        if (!notes.isEmpty()) {
            remarks.getChildren().add(Ui.label(String.join(" · ", notes), "quiet"));
        }
        if (!warnings.isEmpty()) {
            Label warning = Ui.label(String.join(" · ", warnings), "warning");
            warning.setTooltip(new Tooltip(String.join("\n", warnings)));
            remarks.getChildren().add(warning);
        }
        add(remarks, 8, 0);
    }

    private void failed(GatherPage page, TrackSlot slot) {
        Label reason = Ui.label(slot.failureProperty().get(), "warning");
        reason.setTooltip(new Tooltip(reason.getText()));
        HBox row = new HBox(
                10,
                reason,
                Ui.link("try again", "Read the file again", () -> page.retry(slot)),
                Ui.link("find…", "Choose the file where it is now", () -> page.find(slot)));
        HBox.setHgrow(reason, Priority.ALWAYS);
        row.setAlignment(Pos.CENTER_LEFT);
        add(row, 2, 0, 7, 1);
    }

    private void figure(String text, int column, String tooltip) {
        Label label = new Label(text);
        label.setTooltip(new Tooltip(tooltip));
        add(label, column, 0);
    }

    /** The line of titles above the rows. */
    static Region titles() {
        GridPane titles = new GridPane();
        columns(titles);
        titles.getStyleClass().add("track-titles");
        String[] texts = {"track", "", "contour", "LUFS", "range", "dBTP", "PLR", "offset", "notes"};
        for (int c = 0; c < texts.length; c++) {
            Label title = Ui.label(texts[c], "quiet");
            title.setPadding(new Insets(0, 0, 0, c == 8 ? NOTES_INDENT : 0));
            titles.add(title, c, 0);
        }
        return titles;
    }

    private static void columns(GridPane grid) {
        for (int c = 0; c < WIDTHS.length; c++) {
            ColumnConstraints column = new ColumnConstraints();
            if (WIDTHS[c] == 0) {
                column.setHgrow(Priority.ALWAYS);
                column.setMinWidth(90);
            } else {
                column.setMinWidth(WIDTHS[c]);
                column.setPrefWidth(WIDTHS[c]);
            }
            if (c >= 3 && c <= 7) {
                column.setHalignment(HPos.RIGHT);
            }
            grid.getColumnConstraints().add(column);
        }
        grid.setHgap(8);
    }
}
