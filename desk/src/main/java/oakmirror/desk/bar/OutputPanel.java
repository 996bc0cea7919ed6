package oakmirror.desk.bar;

import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.LiveMeterPane;
import oakmirror.desk.words.Words;
import oakmirror.media.device.OutputDevice;
import oakmirror.media.device.Outputs;
import oakmirror.state.controllers.Dials;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The right end of the lower row: dim and volume, and where the sound goes; and the meters, which lie above it. */
final class OutputPanel extends HBox {

    private static final String DEVICE = "output.device";
    private static final double WIDTH = 200;

    private final Workspace workspace;
    private final Listening listening;
    private final Blind blind;
    private final Settings settings;
    private final Asking asking;
    private final LiveMeterPane meters;

    OutputPanel(Workspace workspace, Listening listening, Blind blind, Settings settings, Asking asking, KeyMap keys) {
        super(8);
        this.workspace = workspace;
        this.listening = listening;
        this.blind = blind;
        this.settings = settings;
        this.asking = asking;
        String device = settings.text(DEVICE, "");
        if (!device.isEmpty()) {
            listening.output().chosenProperty().set(Optional.of(Outputs.find(device)));
        }
        meters = new LiveMeterPane(() -> listening.meter().reset());
        Words.setNames(meters, "Momentary loudness", "Short-term loudness", "True peak");
        meters.setId("meters");
        meters.setPrefHeight(28);
        meters.setMinHeight(28);
        Tooltip.install(meters, new Tooltip(Texts.of("bar.whatIsHeardBefore", keys.hint(Command.RESET_METERS))));
        meters.setMinWidth(WIDTH);
        meters.setMaxWidth(WIDTH);
        meters.setMaxHeight(28);
        getChildren()
                .addAll(dim(keys), volume(), new PlaceMenu(workspace, listening.elsewhere(), asking, keys), device());
        setAlignment(Pos.CENTER_RIGHT);
        setMinWidth(USE_PREF_SIZE);
    }

    /** The live meters. */
    LiveMeterPane meters() {
        return meters;
    }

    /** Brings the meters up to date; called with every frame. In a blind comparison they rest, as they could tell. */
    void tick() {
        if (blind.isOn()) {
            meters.take(Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY, 0);
        } else {
            var meter = listening.meter();
            meters.take(
                    meter.momentaryLufs(), meter.shortTermLufs(), meter.highestPeakDbtp(), listening.takeOutputPeak());
        }
    }

    void resetMeters() {
        meters.resetClip();
        listening.meter().reset();
    }

    private ToggleButton dim(KeyMap keys) {
        ToggleButton dim = Ui.choice(
                Texts.of("bar.dim"),
                Texts.of("bar.dim.tip", Numbers.level(-MonitorControls.DIM_DB), keys.hint(Command.DIM)));
        dim.setId("dim");
        dim.getStyleClass().add("tight");
        dim.setMinWidth(USE_PREF_SIZE);
        dim.selectedProperty().bindBidirectional(listening.monitor().dimmedProperty());
        return dim;
    }

    private HBox volume() {
        var db = listening.monitor().volumeProperty();
        Slider volume = new Slider(Dials.QUIETEST_DB, 0, 0);
        volume.setId("volume");
        volume.setPrefWidth(70);
        volume.setMinWidth(40);
        volume.valueProperty().bindBidirectional(db);
        Ui.tip(volume, Texts.of("bar.volumeOfEverythingDouble"));
        volume.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                db.set(0);
            }
        });
        Label level = Ui.label("", "quiet", "small");
        level.setMinWidth(46);
        db.subscribe(v -> level.setText(Numbers.gainDb(v.doubleValue())));
        HBox box = new HBox(5, volume, level);
        box.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(box, Priority.ALWAYS);
        return box;
    }

    private MenuButton device() {
        MenuButton menu = new MenuButton(Texts.of("bar.out"));
        menu.setId("device");
        menu.getStyleClass().setAll("menu-button", "link", "out-menu");
        menu.setMinWidth(USE_PREF_SIZE);
        listening
                .output()
                .nameProperty()
                .subscribe(n -> Ui.tip(
                        menu, n.isEmpty() ? Texts.of("bar.whereTheSoundGoes") : Texts.of("bar.theSoundGoesTo", n)));
        menu.setOnShowing(e -> fill(menu));
        fill(menu);
        return menu;
    }

    private void fill(MenuButton menu) {
        menu.getItems().clear();
        String now =
                listening.output().chosenProperty().get().map(OutputDevice::id).orElse("");
        for (OutputDevice device : listening.output().devices()) {
            RadioMenuItem item = new RadioMenuItem(device.name());
            item.setSelected(
                    device.id().equals(now) || (now.isEmpty() && menu.getItems().isEmpty()));
            item.setOnAction(e -> {
                listening.output().chosenProperty().set(Optional.of(device));
                settings.keep(DEVICE, device.id());
            });
            menu.getItems().add(item);
        }
        MonitorControls monitor = listening.monitor();
        CheckMenuItem on = new CheckMenuItem(monitor.insertFileProperty()
                .get()
                .map(f -> Texts.of("bar.correctHeadphonesOrRoom", f.getFileName()))
                .orElse(Texts.of("bar.correctHeadphonesOrRoom2")));
        on.setSelected(monitor.insertOnProperty().get());
        on.setDisable(monitor.insertFileProperty().get().isEmpty());
        on.setOnAction(e -> monitor.insertOnProperty().set(on.isSelected()));
        MenuItem choose = new MenuItem(Texts.of("bar.chooseAnImpulseResponse"));
        choose.setOnAction(e -> chooseInsert());
        menu.getItems().addAll(new SeparatorMenuItem(), on, choose);
    }

    private void chooseInsert() {
        asking.file(
                        Texts.of("bar.impulseResponseOfHeadphones"),
                        "insert",
                        Asking.audioFiles(),
                        getScene().getWindow())
                .ifPresent(file -> listening
                        .monitor()
                        .loadInsert(file, workspace.tracks().rate().orElse(48000), workspace.messageProperty()::set));
    }
}
