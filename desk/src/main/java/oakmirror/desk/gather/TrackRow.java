package oakmirror.desk.gather;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.FileDrop;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.Sketches;
import oakmirror.measure.Levels;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;
import oakmirror.session.Track;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * One track on Gather: number, dash, name and tags, under it what is noteworthy; contour, figures, offset, and its menu. Stays as long as
 * its track keeps its number; {@link #refresh} brings it up to date.
 */
final class TrackRow extends GridPane {

    private static String[] figureNames() {
        return new String[] {
            Texts.of("gather.integratedLoudnessLufs"),
            Texts.of("gather.loudnessRangeLu"),
            Texts.of("gather.truePeakDbtp"),
            Texts.of("gather.truePeakLessIntegrated")
        };
    }

    private static final double FULL_CONTRAST_DB = 0.05;
    private static final double STALE_OPACITY = 0.4;

    private final TrackTable table;
    private final TrackSlot slot;
    private final int number;
    private final int index;
    private final HBox title = new HBox(8);
    private final Sketches.Contour sketch = new Sketches.Contour();
    private final Label[] figures = new Label[4];
    private final Label offset = Ui.label("", "strong", "in-track-colour");
    private final TrackRemarks remarks = new TrackRemarks();
    private final HBox second = new HBox(8);
    private final HBox pending = new HBox(10);
    private List<String> shownTitle = List.of();
    private boolean renaming;

    TrackRow(TrackTable table, TrackSlot slot, int number, int index) {
        this.table = table;
        this.slot = slot;
        this.number = number;
        this.index = index;
        getStyleClass().addAll("track-row", Palette.styleClass(number));
        setId("track-" + index);
        add(handle(), 0, 0);
        title.setAlignment(Pos.CENTER_LEFT);
        title.setMinWidth(0);
        second.setAlignment(Pos.CENTER_LEFT);
        second.setMinWidth(0);
        HBox.setHgrow(remarks, Priority.ALWAYS);
        if (number == 0) {
            second.getChildren().add(table.mixNotes());
        }
        second.getChildren().add(remarks);
        VBox name = new VBox(1, title, second);
        name.setAlignment(Pos.CENTER_LEFT);
        name.setMinWidth(0);
        add(name, 1, 0);
        sketch.setMinWidth(0);
        sketch.setPrefSize(116, 30);
        sketch.setId("contour-" + index);
        sketch.setOnMousePressed(e -> {
            if (e.getButton() == MouseButton.PRIMARY) {
                table.listening().preListening().begin(index);
            }
        });
        sketch.setOnMouseReleased(e -> table.listening().preListening().end());
        sketch.setOnMouseClicked(e -> e.consume()); // holding is not choosing
        Tooltip.install(sketch, new Tooltip(Texts.of("gather.holdToHearIt")));
        add(sketch, TrackColumns.CONTOUR, 0);
        for (int i = 0; i < figures.length; i++) {
            figures[i] = new Label();
            figures[i].setMinWidth(0);
            add(figures[i], TrackColumns.FIGURES + i, 0);
        }
        offset.setId("offset-" + index);
        offset.setOnScroll(e -> {
            table.passages().trim(index, slot.track().trimDb() + Math.signum(e.getDeltaY()) * 0.1);
            e.consume();
        });
        offset.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                table.passages().trim(index, 0);
            }
        });
        add(offset, TrackColumns.OFFSET, 0);
        pending.setAlignment(Pos.CENTER_LEFT);
        add(pending, TrackColumns.CONTOUR, 0, TrackColumns.MENU - TrackColumns.CONTOUR, 1);
        Button menu = Ui.link("⋯", Texts.of("gather.rowMenu"), () -> {});
        menu.setId("menu-" + index);
        menu.getStyleClass().add("row-menu");
        menu.setOnAction(e -> {
            Point2D below = menu.localToScreen(0, menu.getHeight());
            menu().show(this, below.getX(), below.getY()); // of the row: the button's type is not the menu's
        });
        add(menu, TrackColumns.MENU, 0);
        setOnMouseClicked(e -> {
            if (e.getButton() == MouseButton.PRIMARY && e.isStillSincePress()) {
                table.select(index);
            }
        });
        reachByKeys();
        if (number == 0) {
            FileDrop.onto(this, table.adding()::addStems);
        }
        setOnContextMenuRequested(e -> menu().show(this, e.getScreenX(), e.getScreenY()));
        table.roomProperty().subscribe(room -> {
            TrackColumns.apply(this, room);
            refresh();
        });
        slot.progressProperty()
                .subscribe(p -> setAccessibleHelp(Texts.of("gather.read", Math.round(100 * p.doubleValue()))));
        refresh();
    }

    private ContextMenu menu() {
        return TrackMenu.of(table, slot, number, index, this::rename, this::editTags);
    }

    private void reachByKeys() {
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.TABLE_ROW);
        setOnKeyPressed(e -> {
            if (e.getTarget() == this && (e.getCode() == KeyCode.SPACE || e.getCode() == KeyCode.ENTER)) {
                table.select(index);
                e.consume();
            } else if (e.getTarget() == this && e.getCode() == KeyCode.DELETE) {
                table.remove(index);
                e.consume();
            }
        });
    }

    /** Number and dash; dragging them moves the reference. */
    private Node handle() {
        Label which =
                Ui.label(number == 0 ? Texts.of("gather.mix") : String.valueOf(number), "strong", "in-track-colour");
        which.setMinWidth(30);
        Sketches.Dash dash = new Sketches.Dash(number);
        dash.setPrefSize(34, 12);
        HBox sign = new HBox(8, which, dash);
        sign.setAlignment(Pos.CENTER_LEFT);
        if (number > 0) {
            sign.setCursor(Cursor.V_RESIZE);
            sign.setId("handle-" + index);
            Tooltip.install(sign, new Tooltip(Texts.of("gather.dragToAnotherPlace")));
            sign.setOnMouseDragged(e -> table.dragTo(index, e.getSceneY()));
            sign.setOnMouseReleased(e -> table.drop(index, e.getSceneY()));
        }
        return sign;
    }

    boolean isOf(TrackSlot other, int otherNumber) {
        return slot == other && number == otherNumber;
    }

    /** Brings everything up to date. */
    void refresh() {
        setAccessibleText(TrackWords.of(slot, number, table.scope(), table.matchedDb(index)));
        getStyleClass().remove("selected");
        if (table.passages().selectedProperty().get() == index) {
            getStyleClass().add("selected");
        }
        if (!renaming) {
            showTitle();
        }
        Optional<ImportedTrack> track = slot.imported();
        boolean failed = !slot.failureProperty().get().isEmpty();
        boolean ready = track.isPresent() && !failed;
        pending.setVisible(!ready);
        TrackColumns.Room room = table.roomProperty().getValue();
        for (Node node : new Node[] {sketch, offset}) {
            node.setVisible(ready && room.shows(getColumnIndex(node)));
        }
        Ui.shown(ready, second);
        for (Label figure : figures) {
            figure.setVisible(ready && room.shows(getColumnIndex(figure)));
        }
        if (failed) {
            showFailure();
        } else if (ready) {
            pending.getChildren().clear();
            showFigures(track.get());
        } else {
            showProgress();
        }
    }

    private void showTitle() {
        Track track = slot.track();
        String place = track.file().map(Path::toString).orElse("");
        List<String> texts = new ArrayList<>(List.of(place, track.name()));
        texts.addAll(TrackWords.kinds(slot));
        texts.addAll(track.tags());
        if (texts.equals(shownTitle)) {
            return;
        }
        shownTitle = texts;
        Label name = new Label(track.name());
        name.setId("name-" + index);
        Ui.tip(name, Texts.of("gather.doubleClickOrF2", place));
        name.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                rename();
            }
        });
        title.getChildren().setAll(name);
        for (String tag : texts.subList(2, texts.size())) {
            Label label = Ui.label(tag, "tag");
            label.setMinWidth(USE_PREF_SIZE);
            title.getChildren().add(label);
        }
    }

    private void showProgress() {
        ProgressBar bar = new ProgressBar();
        bar.progressProperty().bind(slot.progressProperty());
        bar.setPrefWidth(160);
        pending.getChildren().setAll(bar, Ui.label(Texts.of("gather.reading"), "quiet"));
        if (slot.isBusy()) {
            pending.getChildren().add(Ui.link(Texts.of("gather.cancel"), Texts.of("gather.cancel.tip"), slot::cancel));
        }
    }

    private void showFailure() {
        Label reason = Ui.wrapped(slot.failureProperty().get(), "warning");
        Ui.tip(reason, reason.getText());
        HBox.setHgrow(reason, Priority.ALWAYS);
        Button again = Ui.link(Texts.of("gather.tryAgain"), Texts.of("gather.tryAgain.tip2"), () -> table.retry(slot));
        Button find = Ui.link(Texts.of("gather.find"), Texts.of("gather.find.tip"), () -> table.find(index));
        again.setMinWidth(USE_PREF_SIZE);
        find.setMinWidth(USE_PREF_SIZE);
        pending.getChildren().setAll(reason, again, find);
    }

    private void showFigures(ImportedTrack track) {
        var scope = table.scope();
        TrackMeasurement whole = track.measurement();
        Optional<TrackMeasurement> m = slot.measured(scope);
        sketch.show(TrackTable.contour(slot, number), slot.chosenRange());
        boolean isPassage = slot.rangeIn(scope).isPresent();
        m.ifPresent(measurement -> {
            Levels heard = measurement.heard();
            figures[0].setText(Numbers.level(heard.loudness().integratedLufs()));
            figures[1].setText(Numbers.level(heard.loudness().rangeLu()));
            figures[2].setText(Numbers.level(heard.peaks().truePeakDbtp()));
            figures[3].setText(Numbers.level(heard.peakToLoudness()));
        });
        if (m.isEmpty() && !slot.isMeasuring()) { // and never will be
            for (Label figure : figures) {
                figure.setText("–");
            }
        }
        boolean stale = m.isEmpty() || slot.isBusy();
        for (int i = 0; i < figures.length; i++) {
            figures[i].setOpacity(stale ? STALE_OPACITY : 1);
            Ui.tip(figures[i], figureNames()[i] + "\n" + measured(isPassage) + whatFiguresAre(whole, isPassage));
        }
        offset.setOpacity(stale ? STALE_OPACITY : 1);
        double trim = slot.track().trimDb();
        offset.setText(Numbers.gain(table.matchedDb(index)) + (Math.abs(trim) > FULL_CONTRAST_DB ? " ✎" : ""));
        Ui.tip(
                offset,
                Texts.of(
                        "gather.heardWithThisGain",
                        trim == 0 ? "" : Texts.of("gather.ofWhichByHand", Numbers.gainDb(trim)),
                        slot.track().levelled() ? "" : Texts.of("gather.itTakesNoPart")));
        remarks.show(
                slot,
                track,
                TrackWords.stems(slot, number == 0 ? table.stems().slots() : List.of()),
                number == 0 || table.rate().filter(r -> r == whole.sampleRate()).isEmpty(),
                () -> table.measureAgain(slot));
    }

    private String measured(boolean isPassage) {
        return isPassage
                ? slot.track()
                        .passage()
                        .map(p -> Texts.of("gather.theFiguresAreOf", PassageMenu.label(p, slot)))
                        .orElse("")
                : Texts.of("gather.theFiguresAreOf2");
    }

    /** Of what the figures are, and for the whole of a file that is not stereo what its own are. */
    private static String whatFiguresAre(TrackMeasurement whole, boolean isPassage) {
        String heard = Texts.of(
                "gather.ofWhatIsHeard", isPassage ? Texts.of("gather.passage") : Texts.of("gather.wholeTrack"));
        if (whole.channels() == 2) {
            return heard;
        }
        Levels file = whole.file();
        return Texts.of(
                "gather.theFilesOwnLufs",
                heard + (whole.channels() == 1 ? Texts.of("gather.monoOnBothSides") : Texts.of("gather.theStereoFold")),
                Numbers.level(file.loudness().integratedLufs()),
                Numbers.level(file.peaks().truePeakDbtp()),
                Numbers.level(file.peakToLoudness()),
                Numbers.level(file.rmsDbfs()));
    }

    /** Lets the name be typed over. */
    void rename() {
        edit(slot.track().name(), "name", text -> table.passages().renameTrack(index, text));
    }

    private void editTags() {
        edit(String.join(", ", slot.track().tags()), Texts.of("gather.tagsSeparatedByCommas"), text -> table.passages()
                .setTags(index, text));
    }

    private void edit(String before, String prompt, java.util.function.Consumer<String> then) {
        TextField field = new TextField(before);
        field.setId("edit-" + index);
        field.setPromptText(prompt);
        HBox.setHgrow(field, Priority.ALWAYS);
        boolean[] done = {false};
        java.util.function.Consumer<Boolean> end = keep -> {
            if (!done[0]) {
                done[0] = true;
                renaming = false;
                if (keep && !field.getText().equals(before)) {
                    then.accept(field.getText());
                }
                showTitle();
            }
        };
        field.setOnAction(e -> end.accept(true));
        field.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                end.accept(true);
            }
        });
        field.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                end.accept(false);
                e.consume();
            }
        });
        renaming = true;
        shownTitle = List.of();
        title.getChildren().setAll(field);
        field.requestFocus();
        field.selectAll();
    }
}
