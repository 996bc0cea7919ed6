package oakmirror.desk.input;

import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.stage.FileChooser.ExtensionFilter;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.media.device.InputDevice;
import oakmirror.media.device.Inputs;
import oakmirror.profile.Profile;
import oakmirror.state.capture.Input;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * What plays outside: which input is listened to and how loud it is; profiles taken from it, and the live mix. One line, which says what it is doing.
 */
public final class InputStrip extends HBox {

    private static List<ExtensionFilter> waveFiles() {
        return List.of(new ExtensionFilter(Texts.of("input.wave"), "*.wav"));
    }

    private static final double[] WINDOWS = {3, 10, 30};

    private final Input input;
    private final Asking asking;
    private final MenuButton device = new MenuButton();
    private final ToggleButton listen = Ui.choice(Texts.of("input.listen"), Texts.of("input.listen.tip"));
    private final Label level = Ui.label("", "quiet", "small");
    private final ToggleButton take = Ui.choice(Texts.of("input.takeAProfile"), Texts.of("input.takeAProfile.tip"));
    private final Button keep;
    private final ToggleButton live = Ui.choice(Texts.of("input.liveMix"), Texts.of("input.liveMix.tip"));
    private final MenuButton window = new MenuButton();
    private final Button last;
    private final Label words = Ui.label("", "quiet");
    private final BooleanProperty opened = new SimpleBooleanProperty();
    private final Button close;

    /** The strip of an input, not there until it is asked for; profiles that are taken are handed on. */
    public InputStrip(Input input, Asking asking, Consumer<Profile> taken) {
        super(8);
        this.input = input;
        this.asking = asking;
        setId("input");
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("input-strip");
        device.getStyleClass().setAll("menu-button", "link");
        device.setId("input-device");
        device.getItems().setAll(Ui.item("…", () -> {}));
        device.setOnShowing(e -> fillDevices());
        listen.setId("input-listen");
        listen.setOnAction(e -> toggle());
        take.setId("take");
        take.setOnAction(e -> {
            if (input.takes().takingProperty().get()) {
                input.takes().stop();
            } else {
                input.takes().start();
            }
            show();
        });
        keep = Ui.button(Texts.of("input.keepIt"), Texts.of("input.keepIt.tip"), () -> input.takes()
                .keep());
        keep.setId("take-keep");
        live.setId("live");
        live.selectedProperty().bindBidirectional(input.live().onProperty());
        window.getStyleClass().setAll("menu-button", "framed");
        window.setId("live-window");
        for (double seconds : WINDOWS) {
            RadioMenuItem item = new RadioMenuItem(Texts.of("input.theLastS", Math.round(seconds)));
            item.setOnAction(e -> {
                input.live().setWindowSeconds(seconds);
                show();
            });
            window.getItems().add(item);
        }
        last = Ui.button(Texts.of("input.keepTheLast30"), Texts.of("input.keepTheLast30.tip"), this::keepLast);
        last.setId("keep-last");
        for (Node node : new Node[] {device, listen, take, keep, live, window, last}) {
            ((javafx.scene.layout.Region) node).setMinWidth(USE_PREF_SIZE);
        }
        for (ToggleButton button : List.of(listen, take, live)) {
            button.getStyleClass().add("tight");
        }
        level.setMinWidth(96);
        Ui.giveWay(this, words);
        input.onProperty().subscribe(o -> show());
        input.deviceProperty().subscribe(d -> show());
        input.stateProperty().subscribe(s -> {
            opened.set(opened.get() || !s.isEmpty()); // what went wrong is said also when it was closed
            show();
        });
        input.takes().takingProperty().subscribe(t -> show());
        input.takes().wordsProperty().subscribe(w -> say());
        input.live().wordsProperty().subscribe(w -> say());
        input.live().onProperty().subscribe(o -> show());
        input.shortTermLufsProperty().subscribe(l -> showLevel());
        input.takes().onTaken(taken);
        close = Ui.link(Texts.of("input.close"), Texts.of("input.close.tip"), () -> {
            input.stop();
            opened.set(false);
        });
        close.setId("input-close");
        close.setMinWidth(USE_PREF_SIZE);
        Ui.whenShown(
                this,
                Ui.name(Texts.of("input.whatPlays")),
                device,
                listen,
                level,
                take,
                keep,
                live,
                window,
                last,
                words,
                Ui.spring(),
                close);
        opened.subscribe(o -> show());
        show();
    }

    /** Shows it. */
    public void open() {
        opened.set(true);
    }

    private void toggle() {
        if (input.onProperty().get()) {
            input.stop();
        } else if (input.deviceProperty().get().equals(Inputs.SIMULATED)
                && input.world().isEmpty()) {
            chooseWorld();
        } else {
            input.start();
        }
        show();
    }

    private void fillDevices() {
        device.getItems().clear();
        for (InputDevice each : input.devices()) {
            RadioMenuItem item = new RadioMenuItem(each.name());
            item.setSelected(each.equals(input.deviceProperty().get()));
            item.setOnAction(e -> input.deviceProperty().set(each));
            device.getItems().add(item);
        }
        device.getItems().addAll(new SeparatorMenuItem(), Ui.item(Texts.of("input.playAFileAs"), this::chooseWorld));
    }

    private void chooseWorld() {
        asking
                .files(
                        Texts.of("input.aFileToPlay"),
                        "world",
                        Asking.audioFiles(),
                        getScene().getWindow())
                .stream()
                .findFirst()
                .ifPresent(input::listenToFile);
    }

    private void keepLast() {
        asking.save(
                        Texts.of("input.keepWhatCameIn"),
                        "last",
                        Texts.of("input.whatPlayedWav"),
                        waveFiles(),
                        getScene().getWindow())
                .ifPresent(input::keepLast);
    }

    private void show() {
        boolean on = input.onProperty().get();
        Ui.shown(on || opened.get(), this);
        boolean isLive = input.live().onProperty().get();
        boolean isTaking = input.takes().takingProperty().get();
        device.setText(input.deviceProperty().get().name());
        listen.setSelected(on);
        listen.setText(on ? Texts.of("input.listening") : Texts.of("input.listen"));
        take.setSelected(isTaking);
        Ui.shown(on && !(isTaking && isLive), level);
        Ui.shown(on, take);
        Ui.shown(on && isTaking, keep);
        Ui.shown(on, live);
        Ui.shown(on && isLive, window);
        window.setText(Texts.of("input.lastS", Math.round(input.live().windowSeconds())));
        Ui.shown(on && !isTaking && !isLive, last);
        showLevel();
        say();
    }

    private void showLevel() {
        level.setText(Texts.of(
                "input.sTp",
                Numbers.level(input.shortTermLufsProperty().get()),
                Numbers.level(input.peakDbtpProperty().get())));
    }

    private void say() {
        String state = input.stateProperty().get();
        String text = !state.isEmpty()
                ? state
                : !input.onProperty().get()
                        ? Texts.of("input.takeProfilesFromWhat")
                        : input.takes().takingProperty().get()
                                ? input.takes().wordsProperty().get()
                                : input.live().wordsProperty().get();
        words.setText(text);
        words.getStyleClass().setAll("label", state.isEmpty() ? "quiet" : "warning");
        Ui.tip(words, text);
    }
}
