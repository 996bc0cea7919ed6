package oakmirror.desk.library;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.transformation.SortedList;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableColumn.SortType;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.TransferMode;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Ui;
import oakmirror.media.library.Entry;
import oakmirror.spectrum.Key;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Shown;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * The profiles of the library with a column for each figure, sorted by any of them in either direction; by none, in the order that the library lists them.
 * What is not known stands last in both directions. Columns that are looked at least give way where there is little room.
 */
final class ProfileTable extends TableView<Shown> {

    private static final double TITLE_WIDTH = 130;
    private static final double TEXT_WIDTH = 104;
    private static final double SCROLL_BAR = 16;

    /** What a column's name needs beside itself: its edges, and the arrow while it is sorted by. */
    private static final double BESIDE_NAME = 30;

    private final LibraryModel library;

    /** Those that give way, the first of them first. */
    private final List<TableColumn<Shown, ?>> giving = new ArrayList<>();

    /** Those that share the room that figures leave. */
    private final List<TableColumn<Shown, String>> names = List.of(
            text("library.title", TITLE_WIDTH, e -> e.about().title()),
            text("library.artist", TEXT_WIDTH, e -> e.about().artist()),
            text("library.folder", TEXT_WIDTH, e -> e.about().folder()));

    ProfileTable(LibraryModel library) {
        this.library = library;
        SortedList<Shown> sorted = new SortedList<>(library.shown());
        sorted.comparatorProperty().bind(comparatorProperty());
        setItems(sorted);
        setId("library-table");
        setAccessibleText(Texts.of("library.profilesOfTheLibrary"));
        getStyleClass().add("profiles");
        setRowFactory(t -> new Row());
        setPlaceholder(Ui.wrapped(Texts.of("library.nothingHereKeepA"), "quiet"));
        TableColumn<Shown, ?> key = key();
        TableColumn<Shown, ?> length =
                figure("library.length", 64, s -> s.entry().seconds(), Numbers::time);
        TableColumn<Shown, ?> added =
                figure("library.added", 88, s -> s.entry().addedMillis(), d -> EntryWords.day((long) d));
        TableColumn<Shown, ?> offMix = figure("library.offMix", 84, Shown::gapDb, Numbers::level);
        TableColumn<Shown, ?> range =
                figure("library.rangeColumn", 64, s -> s.entry().rangeLu(), Numbers::level);
        TableColumn<Shown, ?> rating =
                figure("library.rating", 72, s -> s.entry().about().rating(), r -> "★".repeat((int) r));
        getColumns()
                .setAll(List.of(
                        names.get(0),
                        names.get(1),
                        names.get(2),
                        offMix,
                        figure("library.lufsColumn", 60, s -> s.entry().lufs(), Numbers::level),
                        figure("library.plrColumn", 54, s -> s.entry().plrDb(), Numbers::level),
                        range,
                        figure("library.widthColumn", 60, s -> s.entry().widthDb(), Numbers::level),
                        figure("library.bpmColumn", 56, s -> s.entry().bpm(), b -> String.valueOf(Math.round(b))),
                        key,
                        length,
                        rating,
                        added));
        getSortOrder().setAll(List.of(offMix)); // the nearest first, where there is a mix
        giving.addAll(List.of(added, length, key, rating, range));
        widthProperty().subscribe(w -> fit(w.doubleValue()));
    }

    private void fit(double width) {
        double needed = SCROLL_BAR
                + getColumns().stream().mapToDouble(TableColumn::getMinWidth).sum();
        for (TableColumn<Shown, ?> column : giving) {
            boolean fits = needed <= width;
            needed -= fits ? 0 : column.getMinWidth();
            column.setVisible(fits);
        }
        double share = Math.max(0, Math.floor((width - needed) / names.size()));
        names.forEach(c -> c.setPrefWidth(c.getMinWidth() + share));
    }

    private static TableColumn<Shown, String> text(String key, double width, Function<Entry, String> of) {
        TableColumn<Shown, String> column = new TableColumn<>(Texts.of(key));
        column.setId(key.substring(key.indexOf('.') + 1));
        column.setMinWidth(width);
        column.setCellValueFactory(
                f -> new ReadOnlyObjectWrapper<>(of.apply(f.getValue().entry())));
        unknownLast(column, String::isEmpty, String.CASE_INSENSITIVE_ORDER);
        return column;
    }

    private static TableColumn<Shown, String> key() {
        TableColumn<Shown, String> column = text("library.keyColumn", 76, Entry::key);
        column.setPrefWidth(column.getMinWidth());
        column.setCellFactory(c -> new TableCell<>() {
            @Override
            protected void updateItem(String key, boolean empty) {
                super.updateItem(key, empty);
                setText(
                        empty || key == null
                                ? null
                                : Key.read(key).map(Key::label).orElse(key));
            }
        });
        return column;
    }

    private static TableColumn<Shown, Double> figure(
            String key, double width, ToDoubleFunction<Shown> of, DoubleFunction<String> words) {
        TableColumn<Shown, Double> column = new TableColumn<>(Texts.of(key));
        column.setId(key.substring(key.indexOf('.') + 1));
        double room = Math.max(width, Ui.widest(List.of(column.getText())) + BESIDE_NAME);
        column.setMinWidth(room);
        column.setPrefWidth(room);
        column.setMaxWidth(room);
        column.getStyleClass().add("figure-column");
        column.setCellValueFactory(f -> new ReadOnlyObjectWrapper<>(of.applyAsDouble(f.getValue())));
        column.setCellFactory(c -> new TableCell<>() {
            @Override
            protected void updateItem(Double figure, boolean empty) {
                super.updateItem(figure, empty);
                setText(empty || figure == null ? null : Double.isFinite(figure) ? words.apply(figure) : "–");
            }
        });
        unknownLast(column, d -> !Double.isFinite(d), Comparator.naturalOrder());
        return column;
    }

    /** Sorts by what is known, with the rest last whichever way it is sorted. */
    private static <T> void unknownLast(TableColumn<Shown, T> column, Predicate<T> isUnknown, Comparator<T> order) {
        column.setComparator((a, b) -> {
            if (isUnknown.test(a) != isUnknown.test(b)) {
                boolean isTurned = column.getSortType() == SortType.DESCENDING;
                return isUnknown.test(a) == isTurned ? -1 : 1;
            }
            return order.compare(a, b);
        });
    }

    /** A profile, with its colour at its edge; what is chosen is dragged onto a folder. */
    private final class Row extends TableRow<Shown> {

        Row() {
            setOnDragDetected(e -> {
                if (!isEmpty()) {
                    ClipboardContent content = new ClipboardContent();
                    content.put(FolderList.PROFILES, "");
                    startDragAndDrop(TransferMode.MOVE).setContent(content);
                    e.consume();
                }
            });
        }

        @Override
        protected void updateItem(Shown shown, boolean empty) {
            super.updateItem(shown, empty);
            getStyleClass().removeIf(s -> s.startsWith("track-") || s.equals("marked"));
            if (empty || shown == null) {
                setAccessibleText(null);
                Ui.untip(this);
                return;
            }
            int colour = shown.entry().about().colour();
            if (colour > 0) {
                getStyleClass().addAll("marked", Palette.styleClass(colour));
            }
            Ui.tip(this, EntryWords.all(shown));
            setAccessibleText(EntryWords.spoken(shown, library.orderProperty().get()));
        }
    }
}
