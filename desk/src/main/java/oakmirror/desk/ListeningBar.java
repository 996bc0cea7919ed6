package oakmirror.desk;

import java.util.List;
import javafx.beans.property.DoubleProperty;
import javafx.collections.ListChangeListener;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Readings;
import oakmirror.desk.model.Listening;
import oakmirror.desk.model.TrackSlot;
import oakmirror.desk.model.Workspace;
import oakmirror.desk.page.Ui;
import oakmirror.desk.plot.PeakMeter;
import oakmirror.desk.plot.SeekStrip;
import oakmirror.desk.plot.Sketches;

/** The bar that is always there: play, loop, what is heard with which offset, corrected or as is, volume and output. */
final class ListeningBar extends VBox {

    private static final PseudoClass HEARD = PseudoClass.getPseudoClass("heard");
    private static final double QUIETEST_DB = -40;
    private static final double CHIP_GAP = 8;
    private static final double NARROWEST_CHIP = 112;
    private static final double WIDEST_CHIP = 166;

    private final Workspace workspace;
    private final Listening listening;
    private final HBox chips = new HBox(CHIP_GAP);
    private final ScrollPane chipScroll = new ScrollPane(chips);
    private final Label time = Ui.label("0:00", "time");
    private final PeakMeter meter = new PeakMeter();

    ListeningBar(Workspace workspace, Listening listening, Runnable toggleLoop) {
        this.workspace = workspace;
        this.listening = listening;
        HBox controls = new HBox();
        controls.getStyleClass().add("listening-bar");
        SeekStrip strip = new SeekStrip(listening::seek);
        strip.setId("seek");
        listening.positionProperty().subscribe(p -> strip.setPosition(p.doubleValue()));
        listening.rangeProperty().subscribe(strip::setRange);
        workspace.tracks().revisionProperty().subscribe(r -> strip.setLength(longest()));
        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> strip.setLength(longest()));
        Button play = new Button("▶");
        play.getStyleClass().setAll("button", "play");
        play.setId("play");
        play.setFocusTraversable(false);
        play.setTooltip(new Tooltip("Play or stop (Space)"));
        play.setOnAction(e -> listening.togglePlay());
        listening.playingProperty().subscribe(p -> play.setText(p ? "■" : "▶"));

        ToggleButton loop = Ui.choice("loop", "Repeat the chosen range, or what is in view (L)");
        loop.setId("loop");
        loop.setOnAction(e -> {
            toggleLoop.run();
            loop.setSelected(listening.loopingProperty().get());
        });
        listening.loopingProperty().subscribe(loop::setSelected);
        VBox transport = new VBox(6, loop, time);
        transport.setAlignment(Pos.CENTER_LEFT);
        transport.setMinWidth(86);
        listening.positionProperty().subscribe(p -> showTime());
        listening.rangeProperty().subscribe(r -> showTime());

        chipScroll.getStyleClass().add("plain-scroll");
        chipScroll.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        chipScroll.setFitToHeight(true);
        chipScroll.setMinHeight(64);
        chipScroll.widthProperty().subscribe(w -> fitChips());
        HBox.setHgrow(chipScroll, Priority.ALWAYS);

        controls.getChildren().addAll(play, transport, chipScroll, correction(), output());
        getChildren().addAll(strip, controls);
        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> showChips());
        workspace.tracks().revisionProperty().subscribe(r -> showChips());
        workspace.levelsProperty().subscribe(l -> showChips());
        listening.heardProperty().subscribe(h -> showHeard());
    }

    private double longest() {
        return workspace.tracks().all().stream()
                .flatMap(t -> t.imported().stream())
                .mapToDouble(t -> t.audio().seconds())
                .max()
                .orElse(0);
    }

    private VBox correction() {
        ToggleGroup group = new ToggleGroup();
        ToggleButton asIs = Ui.choice("as is", "The mix without its correction (C)");
        ToggleButton corrected = Ui.choice("corrected", "The mix with its correction, equally loud (C)");
        corrected.setId("corrected");
        asIs.setToggleGroup(group);
        corrected.setToggleGroup(group);
        asIs.setOnAction(e -> setCorrected(false));
        corrected.setOnAction(e -> setCorrected(true));
        listening.correctedProperty().subscribe(c -> group.selectToggle(c ? corrected : asIs));
        VBox box = new VBox(6, Ui.label("mix", "quiet"), new HBox(3, asIs, corrected));
        box.setAlignment(Pos.CENTER_LEFT);
        box.setMinWidth(USE_PREF_SIZE);
        return box;
    }

    private void setCorrected(boolean value) {
        listening.correctedProperty().set(!value); // so that a second click on the same choice keeps it chosen
        listening.correctedProperty().set(value);
        listening.hear(0);
    }

    private VBox output() {
        Slider volume = new Slider(QUIETEST_DB, 0, 0);
        volume.setId("volume");
        volume.setPrefWidth(104);
        volume.setFocusTraversable(false);
        volume.valueProperty().bindBidirectional(listening.volumeProperty());
        Label level = Ui.label("", "quiet");
        DoubleProperty db = listening.volumeProperty();
        db.subscribe(v -> level.setText("out " + Readings.gainDb(v.doubleValue())));
        volume.setTooltip(new Tooltip("Volume of everything; double click: 0 dB"));
        volume.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                db.set(0);
            }
        });
        meter.setPrefSize(104, 8);
        meter.setMinHeight(8);
        Label device = Ui.label("", "quiet", "small");
        device.textProperty().bind(listening.outputNameProperty());
        device.setMaxWidth(190);
        VBox box = new VBox(4, new HBox(8, level, volume), meter, device);
        box.setAlignment(Pos.CENTER_LEFT);
        box.setMinWidth(200);
        box.setMaxWidth(200);
        return box;
    }

    /** Brings the meter up to date; called with every frame. */
    void tick() {
        meter.take(listening.playingProperty().get() ? listening.peak() : 0);
    }

    private void showTime() {
        String range = listening
                .rangeProperty()
                .get()
                .map(r -> Readings.time(r.startSeconds()) + " – " + Readings.time(r.endSeconds()))
                .orElse("");
        String now = Readings.fineTime(listening.positionProperty().get());
        time.setText(range.isEmpty() ? now : now + "\n" + range);
    }

    private void showChips() {
        chips.getChildren().clear();
        List<TrackSlot> all = workspace.tracks().all();
        boolean hasMix = workspace.tracks().mix().isPresent();
        for (int i = 0; i < all.size(); i++) {
            chips.getChildren().add(chip(all.get(i), hasMix ? i : i + 1, i));
        }
        fitChips();
        showHeard();
    }

    /** Shares the room among the chips, as far as they can still be read; then they scroll. */
    private void fitChips() {
        int count = chips.getChildren().size();
        double room = (chipScroll.getWidth() - CHIP_GAP * (count - 1)) / Math.max(1, count);
        double width = Math.floor(Math.max(NARROWEST_CHIP, Math.min(WIDEST_CHIP, room)));
        chips.getChildren().forEach(c -> ((VBox) c).setPrefWidth(width));
    }

    private VBox chip(TrackSlot slot, int number, int index) {
        Label name = Ui.label(number == 0 ? "Mix" : number + " " + slot.file().name(), "strong");
        name.setMaxWidth(Double.MAX_VALUE);
        Label offset = Ui.label(Readings.gainDb(listening.offsetDb(index)), "chip-offset");
        offset.setMinWidth(USE_PREF_SIZE);
        Sketches.Dash dash = new Sketches.Dash(number);
        dash.setPrefSize(34, 8);
        dash.setMinWidth(34);
        HBox lower = new HBox(6, dash, Ui.spring(), offset);
        lower.setAlignment(Pos.CENTER_LEFT);
        VBox chip = new VBox(8, name, lower);
        chip.getStyleClass().addAll("chip", Palette.styleClass(number));
        chip.setId("chip-" + index);
        chip.getProperties().put(Sketches.Dash.class, dash);
        chip.setDisable(slot.imported().isEmpty());
        chip.setOnMouseClicked(e -> listening.hear(index));
        String key = number == 0 ? "0" : number <= 9 ? String.valueOf(number) : "";
        Tooltip.install(
                chip,
                new Tooltip(slot.file().name() + (key.isEmpty() ? "" : " (" + key + ")") + ", heard with "
                        + Readings.gainDb(listening.offsetDb(index))));
        return chip;
    }

    private void showHeard() {
        for (int i = 0; i < chips.getChildren().size(); i++) {
            Node chip = chips.getChildren().get(i);
            boolean heard = i == listening.heardProperty().get();
            chip.pseudoClassStateChanged(HEARD, heard);
            ((Sketches.Dash) chip.getProperties().get(Sketches.Dash.class)).setOnColour(heard);
        }
    }
}
