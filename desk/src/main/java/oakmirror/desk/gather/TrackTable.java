package oakmirror.desk.gather;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.AddTracks;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.ContourTrack;
import oakmirror.measure.TrackMeasurement;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.state.catalogue.Intake;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.MixStems;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** The tracks as rows, which can be selected and moved. */
final class TrackTable extends VBox {

    private static final String TARGET = "drop-target";

    private static final double LOWEST = 88;
    private static final double ROW = 42;
    /** So high a page keeps four rows in sight; a lower one three. */
    private static final double ROOM_FOR_FOUR = 600;
    /** More rows than six are in sight where they take no more than this part of the page; the mirror has the rest. */
    private static final double ROWS_PART = 0.42;

    private static final double SIX_ROWS = 6 * ROW + 2;

    private final Workspace workspace;
    private final Listening listening;
    private final Passages passages;
    private final AddTracks adding;
    private final Intake library;
    private final Node mixNotes;
    private final KeyMap keys;
    private final VBox rows = new VBox();
    private final ScrollPane scroll = new ScrollPane(rows);
    private double pageHeight;
    private double leastRows = 3 * ROW + 2;
    private final ObjectProperty<TrackColumns.Room> room = new SimpleObjectProperty<>(TrackColumns.Room.WIDE);

    TrackTable(
            Workspace workspace,
            Listening listening,
            Passages passages,
            AddTracks adding,
            Intake library,
            Node mixNotes,
            KeyMap keys) {
        super(2);
        this.mixNotes = mixNotes;
        this.keys = keys;
        this.workspace = workspace;
        this.listening = listening;
        this.passages = passages;
        this.adding = adding;
        this.library = library;
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        rows.heightProperty().subscribe(h -> {
            fitRows();
        });
        scroll.setId("rows");
        Region titles = TrackColumns.titles(room);
        scroll.viewportBoundsProperty()
                .subscribe(
                        b -> { // beside a scroll bar as well; known when the titles are laid out already
                            titles.setMaxWidth(b.getWidth());
                            titles.resize(b.getWidth(), titles.getHeight());
                            titles.layout();
                        });
        getChildren().addAll(titles, scroll);
        Runnable refresh = Ui.coalesced(this, this::refresh);
        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        workspace.stems().revisionProperty().subscribe(r -> refresh.run());
        listening.levelsProperty().subscribe(l -> refresh.run());
        workspace.sessionProperty().subscribe(s -> refresh.run());
        passages.selectedProperty().subscribe(i -> refresh.run());
    }

    /** What the mix's row says besides, as of its bounces. */
    Node mixNotes() {
        return mixNotes;
    }

    KeyMap keys() {
        return keys;
    }

    Listening listening() {
        return listening;
    }

    Passages passages() {
        return passages;
    }

    /** Shows as many columns as there is room for, and keeps fewer rows in sight on a low page. */
    void fit(double width, double height) {
        pageHeight = height;
        room.set(TrackColumns.Room.of(width));
        leastRows = (pageHeight >= ROOM_FOR_FOUR ? 4 : 3) * ROW + 2;
        fitRows();
    }

    private void fitRows() {
        double all = rows.getHeight() + 2;
        double wanted = Math.max(SIX_ROWS, ROWS_PART * pageHeight);
        scroll.setMinHeight(Math.max(LOWEST, Math.min(leastRows, all)));
        scroll.setPrefHeight(Math.max(LOWEST, Math.min(wanted, all)));
    }

    /** How much room the columns have. */
    ObservableValue<TrackColumns.Room> roomProperty() {
        return room;
    }

    Scope scope() {
        return workspace.session().comparing().scope();
    }

    /** Offset that matches a track to the others, in dB, whatever it is heard with at the moment. */
    double matchedDb(int index) {
        return listening.levelsProperty().get().offsetDb(index);
    }

    /** The rate that is the usual one here, not worth a note. */
    Optional<Integer> rate() {
        return workspace.tracks().rate();
    }

    private void rebuild() {
        List<Node> next = new ArrayList<>();
        List<TrackSlot> all = workspace.tracks().all();
        boolean hasMix = workspace.tracks().mix().isPresent();
        for (int i = 0; i < all.size(); i++) {
            int number = hasMix ? i : i + 1;
            TrackSlot slot = all.get(i);
            Node kept = i < rows.getChildren().size() ? rows.getChildren().get(i) : null;
            boolean isKept = kept instanceof TrackRow row && row.isOf(slot, number);
            next.add(isKept ? kept : new TrackRow(this, slot, number, i));
        }
        if (!rows.getChildren().equals(next)) {
            rows.getChildren().setAll(next);
        }
    }

    private void refresh() {
        rebuild();
        rows.getChildren().forEach(r -> ((TrackRow) r).refresh());
    }

    /** Adding files, for a row that takes some. */
    AddTracks adding() {
        return adding;
    }

    /** Keeps what is measured of a track in the library. */
    void keep(TrackSlot slot) {
        library.keep(slot);
    }

    /** Makes a guide of a reference, or a reference again. */
    void setGuide(int index, boolean guide) {
        workspace.changeTrack(
                index,
                guide ? Texts.of("gather.useAsAGuide2") : Texts.of("gather.useAsAReference"),
                t -> t.withGuide(guide));
    }

    /** The stems of the mix. */
    MixStems stems() {
        return workspace.stems();
    }

    void select(int index) {
        passages.selectedProperty().set(index);
        listening.hear(index);
    }

    /** Lets the selected track's name be typed over. */
    void renameSelected() {
        int index = passages.selectedProperty().get();
        if (index < rows.getChildren().size()) {
            ((TrackRow) rows.getChildren().get(index)).rename();
        }
    }

    /** Measures the chosen passage of a track again. */
    void measureAgain(TrackSlot slot) {
        workspace.tracks().measureAgain(slot);
    }

    void retry(TrackSlot slot) {
        workspace.tracks().readAgain(slot);
        refresh();
    }

    void find(int index) {
        TrackSlot slot = workspace.tracks().all().get(index);
        adding.find(Texts.of("gather.findTrack", slot.track().name())).ifPresent(p -> workspace.relocate(index, p));
    }

    void remove(int index) {
        boolean hasMix = workspace.tracks().mix().isPresent();
        workspace.change(
                Texts.of("gather.removeATrack"),
                s -> hasMix && index == 0
                        ? s.withMix(Optional.empty())
                        : s.withoutReference(hasMix ? index - 1 : index));
    }

    void useAsMix(int index) {
        boolean hasMix = workspace.tracks().mix().isPresent();
        workspace.change(Texts.of("gather.useAsTheMix2"), s -> {
            int reference = hasMix ? index - 1 : index;
            Track chosen = s.references().get(reference);
            Session without = s.withoutReference(reference).withMix(Optional.of(chosen));
            return s.mix().map(without::withReference).orElse(without);
        });
    }

    private int rowAt(double sceneY) {
        double y = rows.sceneToLocal(0, sceneY).getY();
        int at = 0;
        for (Node row : rows.getChildren()) {
            if (y > row.getBoundsInParent().getMaxY()) {
                at++;
            }
        }
        return Math.min(at, rows.getChildren().size() - 1);
    }

    /** Shows where a row would come to lie. */
    void dragTo(int index, double sceneY) {
        int target = rowAt(sceneY);
        for (int i = 0; i < rows.getChildren().size(); i++) {
            Node row = rows.getChildren().get(i);
            row.getStyleClass().remove(TARGET);
            if (i == target && i != index) {
                row.getStyleClass().add(TARGET);
            }
        }
    }

    /** Lays a row where it was dragged to. */
    void drop(int index, double sceneY) {
        rows.getChildren().forEach(r -> r.getStyleClass().remove(TARGET));
        passages.reorder(index, rowAt(sceneY));
    }

    /** A track's loudness over time, once it is known. */
    static Optional<ContourTrack> contour(TrackSlot slot, int number) {
        return slot.imported().map(t -> {
            TrackMeasurement m = t.measurement();
            return new ContourTrack(number, m.contour(), TrackMeasurement.CONTOUR_SECONDS, m.seconds());
        });
    }
}
