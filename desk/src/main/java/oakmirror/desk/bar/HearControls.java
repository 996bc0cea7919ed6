package oakmirror.desk.bar;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import oakmirror.compare.Jump;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.look.Ui;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.listening.MonitorControls.Band;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The lower row of the bar, two where a language needs it: what of the mix is heard, in which range, from which channel, and how it is switched. */
final class HearControls extends FlowPane {

    private static final PseudoClass NARROW = PseudoClass.getPseudoClass("narrow");
    private static final double ONE_LINE = 900;
    private static final double ROOM_FOR_NAMES = 1140;
    private static final double ROOM_FOR_CAPTIONS = 1420;

    private final Workspace workspace;
    private final Listening listening;
    private final KeyMap keys;
    private final List<Label> captions = new ArrayList<>();
    private final Map<ToggleButton, Name> names = new HashMap<>();

    /** What a choice is called in little room, and in more. */
    private record Name(String inShort, String inFull) {}

    HearControls(Workspace workspace, Listening listening, Blind blind, KeyMap keys, Runnable toggleLoop) {
        super(9, 5);
        setPrefWrapLength(ONE_LINE);
        setMinWidth(300);
        getStyleClass().add("hear-controls");
        this.workspace = workspace;
        this.listening = listening;
        this.keys = keys;
        setAlignment(Pos.CENTER_LEFT);
        HBox correction = correction();
        HBox blend = blend();
        HBox switching = new HBox(2, loop(toggleLoop), jump(), align());
        correction.getChildren().add(0, caption("bar.groupMix"));
        HBox bands = bands();
        bands.getChildren().add(0, caption("bar.groupRange"));
        HBox sides = sides();
        sides.getChildren().add(0, caption("bar.groupChannel"));
        switching.getChildren().add(0, caption("bar.groupSwitching"));
        getChildren().addAll(correction, blend, bands, sides, switching);
        getChildren().forEach(c -> ((HBox) c).setAlignment(Pos.CENTER_LEFT));
        widthProperty().subscribe(w -> fit(w.doubleValue()));
        blind.runProperty().subscribe(r -> {
            correction.setVisible(r.isEmpty()); // it would tell what is heard
            blend.setVisible(r.isEmpty());
        });
    }

    /** The name of a group, seen where there is room for it. */
    private Label caption(String key) {
        Label caption = Ui.label(Texts.of(key), "quiet", "small");
        caption.setMinWidth(USE_PREF_SIZE);
        caption.setPadding(new Insets(0, 4, 0, 0));
        captions.add(caption);
        return caption;
    }

    /** Long names where there is room for them, the groups' names where there is still more; in a narrow window less air. */
    private void fit(double width) {
        captions.forEach(caption -> Ui.shown(width >= ROOM_FOR_CAPTIONS, caption));
        names.forEach((button, name) -> button.setText(width >= ROOM_FOR_NAMES ? name.inFull() : name.inShort()));
        pseudoClassStateChanged(NARROW, width < ONE_LINE);
    }

    private ToggleButton named(String inShort, String inFull, String tooltip, Command act) {
        ToggleButton button = small(inShort, tooltip, act);
        names.put(button, new Name(inShort, inFull));
        return button;
    }

    private ToggleButton small(String text, String tooltip, Command act) {
        ToggleButton button = Ui.choice(text, tooltip + keys.hint(act));
        keys.revisionProperty().subscribe(r -> Ui.tip(button, tooltip + keys.hint(act)));
        button.getStyleClass().add("tight");
        button.setMinWidth(USE_PREF_SIZE);
        return button;
    }

    private ToggleButton loop(Runnable toggleLoop) {
        ToggleButton loop = small(Texts.of("bar.loop"), Texts.of("bar.repeatThePassageOf"), Command.LOOP);
        loop.setId("loop");
        loop.setOnAction(e -> {
            toggleLoop.run();
            loop.setSelected(listening.loopingProperty().get());
        });
        listening.loopingProperty().subscribe(loop::setSelected);
        return loop;
    }

    private ToggleButton jump() {
        ToggleButton jump = small("", Texts.of("bar.whatStaysWhenAnother"), Command.JUMP);
        jump.setId("jump");
        jump.setMinWidth(74);
        jump.setOnAction(e -> workspace.toggleJump());
        workspace.sessionProperty().subscribe(s -> {
            boolean byBar = s.comparing().jump() == Jump.BAR;
            jump.setText(byBar ? Texts.of("bar.sameBar") : Texts.of("bar.sameTime"));
            jump.setSelected(byBar);
        });
        return jump;
    }

    private ToggleButton align() {
        ToggleButton align = small(Texts.of("bar.atTempo"), Texts.of("bar.hearReferencesStretchedTo"), Command.ALIGN);
        align.setId("align");
        align.setOnAction(e -> workspace.toggleTempoAligned());
        workspace
                .sessionProperty()
                .subscribe(s -> align.setSelected(s.comparing().tempoAligned()));
        return align;
    }

    private HBox correction() {
        ToggleButton asIs = small(Texts.of("bar.asIs"), Texts.of("bar.theMixWithoutIts"), Command.CORRECTED);
        ToggleButton corrected = small(Texts.of("bar.corrected"), Texts.of("bar.theMixWithIts"), Command.CORRECTED);
        corrected.setId("corrected");
        ToggleButton finished = small(Texts.of("bar.finished"), Texts.of("bar.theMasterAsFinish"), Command.FINISHED);
        finished.setId("finished");
        asIs.setOnAction(e -> choose(false, Ending.NONE));
        corrected.setOnAction(e -> choose(true, Ending.NONE));
        finished.setOnAction(e -> choose(true, Ending.FINISHED));
        Runnable show = () -> {
            boolean is = listening.correctedProperty().get();
            boolean ends = is && listening.monitor().endingProperty().get() != Ending.NONE;
            asIs.setSelected(!is && listening.monitor().versionProperty().get().isEmpty());
            corrected.setSelected(is && !ends);
            finished.setSelected(ends);
        };
        listening.correctedProperty().subscribe(c -> show.run());
        listening.monitor().versionProperty().subscribe(v -> show.run());
        listening.monitor().endingProperty().subscribe(e -> show.run());
        return new HBox(2, asIs, corrected, finished);
    }

    private void choose(boolean corrected, Ending ending) {
        listening.correctedProperty().set(!corrected); // so that a second click on the same choice keeps it chosen
        listening.correctedProperty().set(corrected);
        listening.monitor().endingProperty().set(ending);
        listening.hear(0);
    }

    private HBox blend() {
        Slider slider = new Slider(0, 1, 0);
        slider.setId("blend");
        slider.setPrefWidth(74);
        slider.setMinWidth(44);
        Ui.tip(slider, Texts.of("bar.blendSlowlyFromThe"));
        boolean[] showing = {false};
        listening.blendProperty().subscribe(b -> {
            showing[0] = true;
            slider.setValue(b.doubleValue());
            showing[0] = false;
        });
        slider.valueProperty().subscribe(v -> {
            if (!showing[0]) {
                listening.blendTo(v.doubleValue());
            }
        });
        slider.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                listening.blendTo(0);
            }
        });
        Label other = Ui.label("", "quiet", "small");
        other.setMinWidth(USE_PREF_SIZE);
        listening.referenceProperty().subscribe(r -> other.setText(String.valueOf(r)));
        Label mix = Ui.label(Texts.of("bar.mix"), "quiet", "small");
        mix.setMinWidth(USE_PREF_SIZE);
        HBox box = new HBox(4, mix, slider, other);
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }

    private HBox bands() {
        MonitorControls monitor = listening.monitor();
        HBox row = new HBox(1);
        ToggleButton all = small(Texts.of("bar.all"), Texts.of("bar.hearAllBands"), Command.ALL_BANDS);
        all.setId("band-all");
        all.setOnAction(e -> {
            monitor.bandProperty().set(Optional.empty());
            all.setSelected(true);
        });
        row.getChildren().add(all);
        List<ToggleButton> zones = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            String range = Numbers.frequency(zone.lowHz()) + " – " + Numbers.frequency(zone.highHz());
            ToggleButton button =
                    named(zone.shortLabel(), zone.label(), Texts.of("bar.hearOnly", zone.label(), range), Command.ZONE);
            button.setId("band-" + zone.name().toLowerCase(java.util.Locale.ROOT));
            button.setOnAction(e -> {
                monitor.toggle(Band.of(zone));
                show(zones, all);
            });
            zones.add(button);
            row.getChildren().add(button);
        }
        Label free = Ui.label("", "accent", "small");
        free.setId("free-band");
        row.getChildren().add(free);
        row.setAlignment(Pos.CENTER_LEFT);
        monitor.bandProperty().subscribe(b -> {
            show(zones, all);
            boolean named = zones.stream().anyMatch(ToggleButton::isSelected);
            free.setText(
                    b.isEmpty() || named
                            ? ""
                            : " " + Numbers.frequency(b.get().lowHz()) + "–"
                                    + Numbers.frequency(b.get().highHz()));
        });
        return row;
    }

    private void show(List<ToggleButton> zones, ToggleButton all) {
        Optional<Band> band = listening.monitor().bandProperty().get();
        all.setSelected(band.isEmpty());
        for (Zone zone : Zone.values()) {
            zones.get(zone.ordinal()).setSelected(band.equals(Optional.of(Band.of(zone))));
        }
    }

    private HBox sides() {
        HBox row = new HBox(1);
        String[] texts = {
            Texts.of("bar.stereoShort"),
            Texts.of("bar.mono"),
            Texts.of("bar.leftShort"),
            Texts.of("bar.rightShort"),
            Texts.of("bar.side")
        };
        String[] full = {
            Texts.of("bar.stereo"),
            Texts.of("bar.mono"),
            Texts.of("bar.left"),
            Texts.of("bar.right"),
            Texts.of("bar.side")
        };
        String[] tooltips = {
            Texts.of("bar.stereo"),
            Texts.of("bar.halfTheSumOf"),
            Texts.of("bar.leftAloneFromBoth"),
            Texts.of("bar.rightAloneFromBoth"),
            Texts.of("bar.halfTheDifferenceOf")
        };
        Command[] acts = {Command.MONO, Command.MONO, Command.LEFT, Command.RIGHT, Command.SIDE};
        List<ToggleButton> buttons = new ArrayList<>();
        for (Sides sides : Sides.values()) {
            int i = sides.ordinal();
            ToggleButton button = named(texts[i], full[i], tooltips[i], acts[i]);
            button.setId("sides-" + sides.name().toLowerCase(java.util.Locale.ROOT));
            button.setOnAction(e -> {
                listening.monitor().sidesProperty().set(sides);
                button.setSelected(true);
            });
            buttons.add(button);
            row.getChildren().add(button);
        }
        listening.monitor().sidesProperty().subscribe(now -> {
            for (Sides sides : Sides.values()) {
                buttons.get(sides.ordinal()).setSelected(sides == now);
            }
        });
        return row;
    }
}
