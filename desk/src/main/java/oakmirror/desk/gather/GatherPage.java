package oakmirror.desk.gather;

import java.util.List;
import java.util.Optional;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import oakmirror.audio.TimeRange;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.AddTracks;
import oakmirror.desk.input.InputStrip;
import oakmirror.desk.library.LibraryPane;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.MirrorSide;
import oakmirror.desk.plot.MirroredContour;
import oakmirror.desk.words.Words;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Gather: the mix and its references, their loudness over time facing each other, their passages and their levels. */
public final class GatherPage extends StackPane {

    private static final double MIRROR_HEIGHT = 260;
    private static final double LOWEST_MIRROR = 150;

    private static final double EDGE = 18;

    /** From here on what stands out has a pane of its own beside the tracks, as in a window of 1920 pixels. */
    private static final double ROOMY = 1600;

    private final Workspace workspace;
    private final Listening listening;
    private final Passages passages;
    private final AddTracks adding;
    private final KeyMap keys;
    private final MirroredContour mirror;
    private final ComparingLine comparing;
    private final TrackTable table;
    private final VBox content;
    private final Node empty;
    private int shownReference = 1;

    /** The page of a workspace; {@code empty} is there while nothing is gathered. */
    public GatherPage(
            Workspace workspace,
            Listening listening,
            Passages passages,
            AddTracks adding,
            KeyMap keys,
            Beginning empty,
            StandsOut standsOut,
            Node mixNotes,
            InputStrip input,
            LibraryPane library) {
        this.workspace = workspace;
        this.listening = listening;
        this.passages = passages;
        this.adding = adding;
        this.keys = keys;
        mirror = new MirroredContour(new MirrorActions());
        mirror.setId("mirror");
        mirror.getStyleClass().add("card");
        mirror.setMinHeight(LOWEST_MIRROR);
        mirror.setPrefHeight(MIRROR_HEIGHT);
        listening.positionProperty().subscribe(s -> showPositions());
        VBox.setVgrow(mirror, Priority.ALWAYS);
        comparing = new ComparingLine(workspace, listening, passages, keys);
        table = new TrackTable(workspace, listening, passages, adding, library.intake(), mixNotes, keys);
        content = new VBox(8, head(input, library), mirror, comparing, table, input, standsOut);
        content.getStyleClass().add("page");
        this.empty = empty;
        setMinSize(0, 0); // as high as there is room, so that what gives way is told by it
        content.setMinWidth(0);
        HBox.setHgrow(content, Priority.ALWAYS);
        HBox both = new HBox(content, standsOut.pane());
        StackPane.setAlignment(both, Pos.TOP_LEFT);
        heightProperty().subscribe(h -> table.fit(content.getWidth() - 2 * EDGE, h.doubleValue()));
        content.widthProperty().subscribe(w -> table.fit(w.doubleValue() - 2 * EDGE, getHeight()));
        widthProperty().subscribe(w -> standsOut.roomyProperty().set(w.doubleValue() >= ROOMY));
        getChildren().addAll(both, empty);

        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> keepSelection());
        Runnable refresh = Ui.coalesced(this, this::refresh);
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        workspace.sessionProperty().subscribe(s -> refresh.run());
        passages.selectedProperty().subscribe(i -> {
            shownReference = i.intValue() > 0 ? i.intValue() : shownReference;
            refresh.run();
        });
        refresh();
        listening.heardProperty().subscribe(i -> {
            if (i.intValue() < workspace.tracks().all().size()) {
                passages.selectedProperty().set(i.intValue());
            }
        });
    }

    /** The part of the time in view, for looping it. */
    public MirroredContour mirror() {
        return mirror;
    }

    /** Lets the selected track's name be typed over. */
    public void renameSelected() {
        table.renameSelected();
    }

    private Node head(InputStrip input, LibraryPane library) {
        return Ui.head(
                Texts.of("gather.gather"),
                new Label(Texts.of("gather.dropFilesOrFolders")),
                Words.reading("Gather"),
                adding.menu(keys.hint(Command.ADD), input::open),
                library.door(keys.hint(Command.DRAWER)));
    }

    private void keepSelection() {
        int count = workspace.tracks().all().size();
        if (passages.selectedProperty().get() >= count) {
            passages.selectedProperty().set(Math.max(0, count - 1));
        }
    }

    /** Which track lies below the axis. */
    private int below() {
        int last = workspace.tracks().all().size() - 1;
        return Math.min(Math.max(1, shownReference), last);
    }

    private int indexOf(int side) {
        return side == 0 ? 0 : below();
    }

    private void refresh() {
        boolean blank = workspace.session().isBlank();
        content.setVisible(!blank);
        empty.setVisible(blank);
        boolean hasMix = workspace.tracks().mix().isPresent();
        List<TrackSlot> all = workspace.tracks().all();
        Optional<MirrorSide> above = all.isEmpty() ? Optional.empty() : side(all.get(0), hasMix ? 0 : 1);
        Optional<MirrorSide> beneath =
                all.size() < 2 ? Optional.empty() : side(all.get(below()), hasMix ? below() : below() + 1);
        mirror.show(above, beneath);
        showPositions();
    }

    private void showPositions() {
        mirror.setPositions(listening.secondsOf(0), listening.secondsOf(below()));
    }

    private Optional<MirrorSide> side(TrackSlot slot, int number) {
        var scope = workspace.session().comparing().scope();
        return TrackTable.contour(slot, number)
                .map(c -> new MirrorSide(
                        c,
                        slot.measured(scope)
                                .map(m -> Numbers.level(m.heardLufs()))
                                .orElse(""),
                        slot.track().shiftSeconds(),
                        slot.track().passages().stream()
                                .map(p -> new MirrorSide.Bracket(
                                        p.range(), p.name() + " · " + PassageMenu.length(p.range(), slot.bars())))
                                .toList(),
                        slot.track().chosen(),
                        slot.bars()));
    }

    private final class MirrorActions implements MirroredContour.Listener {

        @Override
        public void seek(int side, double seconds) {
            passages.selectedProperty().set(indexOf(side));
            listening.seekIn(indexOf(side), seconds);
        }

        @Override
        public void begin(int side, TimeRange range) {
            passages.selectedProperty().set(indexOf(side));
            passages.begin(indexOf(side), range);
        }

        @Override
        public void shape(int side, TimeRange range) {
            passages.shape(indexOf(side), range);
        }

        @Override
        public TimeRange snapped(int side, TimeRange range) {
            return passages.snapped(indexOf(side), range);
        }

        @Override
        public void slide(double shiftSeconds) {
            passages.slideTo(below(), shiftSeconds);
        }

        @Override
        public void end() {
            passages.endShaping();
        }

        @Override
        public void choose(int side, int passage) {
            passages.choose(indexOf(side), passage);
        }

        @Override
        public void menu(int side, int passage, double seconds, double screenX, double screenY) {
            int index = indexOf(side);
            passages.selectedProperty().set(index);
            ContextMenu menu = passage >= 0 ? comparing.passage().of(index, passage) : new ContextMenu();
            menu.getItems().add(Ui.item(Texts.of("gather.aBarBeginsHere"), () -> passages.setDownbeat(index, seconds)));
            if (side == 1) {
                menu.getItems().add(Ui.item(Texts.of("gather.meetAtThePassage"), () -> passages.meet(index)));
            }
            menu.show(mirror, screenX, screenY);
        }
    }
}
