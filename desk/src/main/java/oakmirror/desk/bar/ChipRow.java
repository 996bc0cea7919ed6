package oakmirror.desk.bar;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.collections.ListChangeListener;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.control.TrackName;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.Sketches;
import oakmirror.state.listening.Audition;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * A chip for each track with the offset it is heard with; a press hears it. Where there are too many for their names, each is its number and its sign,
 * and beneath them stands once what is heard. In a blind comparison only letters are left.
 */
final class ChipRow extends ScrollPane {

    private static final PseudoClass BLENDED = PseudoClass.getPseudoClass("blended");
    private static final double GAP = 8;
    private static final double NARROWEST = 104;
    private static final double COMPACT_GAP = 3;
    /** A number of two figures and its sign. */
    private static final double NUMBER_WIDTH = 31;

    private static final double WIDEST = 208;

    private final Workspace workspace;
    private final Listening listening;
    private final Blind blind;
    private final KeyMap keys;
    private final HBox chips = new HBox(GAP);
    private final Label heardName = Ui.label("", "small", "strong");
    private final ReadOnlyIntegerWrapper pointed = new ReadOnlyIntegerWrapper();
    private boolean isCompact;
    private Shown shown = new Shown(List.of(), List.of(), List.of());

    ChipRow(Workspace workspace, Listening listening, Blind blind, KeyMap keys) {
        this.workspace = workspace;
        this.listening = listening;
        this.blind = blind;
        this.keys = keys;
        VBox content = new VBox(3, chips, heardName);
        content.setAlignment(Pos.CENTER_LEFT);
        VBox.setVgrow(chips, Priority.ALWAYS);
        setContent(content);
        Ui.shown(false, heardName);
        getStyleClass().add("plain-scroll");
        setVbarPolicy(ScrollBarPolicy.NEVER);
        setHbarPolicy(
                ScrollBarPolicy
                        .NEVER); // it would lie over the chips; the wheel turns them, and what is heard comes into view
        addEventFilter(ScrollEvent.SCROLL, e -> {
            double room = chips.getWidth() - getViewportBounds().getWidth();
            if (room > 0) {
                setHvalue(Math.max(0, Math.min(1, getHvalue() - (e.getDeltaX() + e.getDeltaY()) / room)));
                e.consume();
            }
        });
        setFitToHeight(true);
        setMinHeight(54);
        widthProperty().subscribe(w -> fit());
        Runnable refresh = Ui.coalesced(this, this::show);
        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        listening.levelsProperty().subscribe(l -> refresh.run());
        listening.monitor().playbackProperty().subscribe(p -> refresh.run());
        workspace.sessionProperty().subscribe(s -> refresh.run());
        listening.stretchesProperty().subscribe(r -> refresh.run());
        keys.revisionProperty().subscribe(r -> refresh.run());
        listening.monitor().versionProperty().subscribe(v -> refresh.run());
        listening.auditioning().heardProperty().subscribe(a -> show());
        blind.runProperty().subscribe(r -> show()); // at once: nothing may be seen of what is hidden
        blind.heardLetterProperty().subscribe(l -> showHeard());
        listening.heardProperty().subscribe(h -> showHeard());
        listening.blendProperty().subscribe(b -> showHeard());
        listening.referenceProperty().subscribe(r -> showHeard());
    }

    /** Number of the reference whose chip is pointed at; 0 while none is. */
    ReadOnlyIntegerProperty pointedProperty() {
        return pointed.getReadOnlyProperty();
    }

    /** What the chips show; they are made anew only when it has changed. */
    private record Shown(List<String> letters, List<String> auditioned, List<Entry> entries) {}

    private final Map<Node, Consumer<String>> gains = new HashMap<>();

    private record Entry(
            TrackSlot slot,
            int number,
            String name,
            String title,
            boolean ready,
            String gain,
            boolean stretched,
            String key) {

        /** Whether its chip can stay, and only says another gain: a chip that is made anew between press and release is not pressed. */
        boolean isSameButForGain(Entry other) {
            return other.equals(new Entry(slot, number, name, title, ready, other.gain, stretched, key));
        }
    }

    private void show() {
        Shown next = new Shown(
                blind.runProperty().get().map(Blind.Run::letters).orElse(List.of()),
                auditioned(),
                blind.isOn() || listening.auditioning().isOn() ? List.of() : entries());
        if (next.equals(shown)) {
            showHeard();
            return;
        }
        List<Node> before = List.copyOf(chips.getChildren());
        List<Entry> known = shown.entries();
        int focused = focused(before);
        shown = next;
        List<Node> made = new ArrayList<>();
        for (int i = 0; i < shown.letters().size(); i++) {
            made.add(letter(shown.letters().get(i), i));
        }
        for (int i = 0; i < shown.auditioned().size(); i++) {
            made.add(audition(shown.auditioned().get(i), i));
        }
        for (int i = 0; i < shown.entries().size(); i++) {
            Entry entry = shown.entries().get(i);
            boolean stays = i < known.size() && known.get(i).isSameButForGain(entry);
            PressablePane chip = stays ? (PressablePane) before.get(i) : chip(entry, i);
            gains.get(chip).accept(entry.gain());
            made.add(chip);
        }
        gains.keySet().retainAll(made);
        if (!made.equals(before)) {
            chips.getChildren().setAll(made);
        }
        fit();
        showHeard();
        if (focused >= 0 && focused < made.size()) {
            made.get(focused).requestFocus(); // a chip that has changed is a new one; the focus stays where it was
        }
    }

    private static int focused(List<Node> nodes) {
        for (int i = 0; i < nodes.size(); i++) {
            if (nodes.get(i).isFocused()) {
                return i;
            }
        }
        return -1;
    }

    private List<String> auditioned() {
        return blind.isOn()
                ? List.of()
                : listening
                        .auditioning()
                        .heardProperty()
                        .get()
                        .map(a -> a.tracks().stream().map(Audition.Heard::name).toList())
                        .orElse(List.of());
    }

    private PressablePane audition(String title, int index) {
        Label name = Ui.label(title, "strong");
        PressablePane chip = PressablePane.choice(
                6,
                () -> listening.auditioning().hear(index),
                name,
                Ui.label(Texts.of("bar.tabGoesOnSpace"), "chip-offset", "small"));
        chip.setAccessibleText(title);
        chip.getStyleClass().addAll("chip", Palette.styleClass(0));
        chip.setId("audition-" + index);
        return chip;
    }

    private List<Entry> entries() {
        List<Entry> entries = new ArrayList<>();
        List<TrackSlot> all = workspace.tracks().all();
        boolean hasMix = workspace.tracks().mix().isPresent();
        for (int i = 0; i < all.size(); i++) {
            int number = hasMix ? i : i + 1;
            Optional<HeardVersion> version =
                    listening.monitor().versionProperty().get().filter(v -> number == 0);
            entries.add(new Entry(
                    all.get(i),
                    number,
                    all.get(i).track().name(),
                    number > 0
                            ? number + " " + all.get(i).track().name()
                            : version.map(HeardVersion::name).orElse(Texts.of("bar.mix")),
                    all.get(i).audio().isPresent(),
                    all.get(i).hasFile()
                            ? Numbers.gainDb(version.map(this::gainDb).orElse(listening.offsetDb(i)))
                            : Texts.of("bar.seenNotHeard"),
                    listening.isStretched(i),
                    keys.hint(Command.track(number))));
        }
        return entries;
    }

    private double gainDb(HeardVersion version) {
        return version.asItIs() ? 0 : listening.offsetDb(0) + version.gainDb();
    }

    /** Shares the room among the chips, as far as they can still be read; then they scroll. */
    private void fit() {
        int count = chips.getChildren().size();
        double room = (getWidth() - GAP * (count - 1)) / Math.max(1, count);
        boolean isTooMany = room > 0 && room < NARROWEST && shown.entries().size() == count;
        if (isTooMany != isCompact) {
            isCompact = isTooMany;
            chips.setSpacing(isCompact ? COMPACT_GAP : GAP);
            Ui.shown(isCompact, heardName);
            shown = new Shown(List.of(), List.of(), List.of());
            show();
            return;
        }
        double all = (getWidth() - COMPACT_GAP * (count - 1)) / Math.max(1, count);
        double width = Math.floor(
                isCompact
                        ? Math.max(NUMBER_WIDTH, Math.min(NARROWEST, all))
                        : Math.max(NARROWEST, Math.min(WIDEST, room)));
        chips.getChildren().forEach(c -> ((PressablePane) c).setPrefWidth(width));
    }

    private PressablePane letter(String letter, int index) {
        Label name = Ui.label(letter, "strong");
        Label explanation =
                Ui.label(letter.equals("X") ? Texts.of("bar.whichOfTheTwo") : Texts.of("bar.hidden"), "chip-offset");
        PressablePane chip = PressablePane.choice(6, () -> blind.hear(index), name, explanation);
        chip.setAccessibleText(Texts.of("bar.track", letter, explanation.getText()));
        chip.getStyleClass().addAll("chip", Palette.styleClass(0));
        chip.setId("letter-" + letter);
        Tooltip.install(chip, new Tooltip(Texts.of("bar.hear", letter, index + 1)));
        return chip;
    }

    private PressablePane chip(Entry track, int index) {
        int number = track.number();
        Label name = Ui.label(isCompact && number > 0 ? String.valueOf(number) : track.title(), "strong");
        name.setMaxWidth(Double.MAX_VALUE);
        if (isCompact) {
            name.setAlignment(Pos.CENTER);
        }
        Label offset = Ui.label("", "chip-offset");
        offset.setMinWidth(USE_PREF_SIZE);
        Sketches.Dash dash = new Sketches.Dash(number);
        dash.setPrefSize(30, 8);
        dash.setMinWidth(16);
        HBox lower = new HBox(6, dash);
        if (!isCompact) {
            lower.getChildren().add(Ui.spring());
        }
        if (track.stretched() && !isCompact) {
            lower.getChildren().add(Ui.label(Texts.of("bar.atTempo"), "chip-offset", "small"));
        }
        if (!isCompact) {
            lower.getChildren().add(offset);
        }
        lower.setAlignment(isCompact ? Pos.CENTER : Pos.CENTER_LEFT);
        PressablePane chip = PressablePane.choice(isCompact ? 3 : 6, () -> listening.hear(index), name, lower);
        chip.getStyleClass().addAll("chip", Palette.styleClass(number));
        if (isCompact) {
            chip.getStyleClass().add("compact");
            dash.setPrefWidth(22);
        }
        chip.setId("chip-" + index);
        chip.getProperties().put(Sketches.Dash.class, dash);
        chip.setDisable(!track.ready());
        chip.hoverProperty().subscribe(over -> {
            if (over) {
                pointed.set(number);
            } else if (pointed.get() == number) {
                pointed.set(0);
            }
        });
        Tooltip tip = new Tooltip();
        Tooltip.install(chip, tip);
        gains.put(chip, gain -> {
            offset.setText(gain);
            chip.setAccessibleText(Texts.of("bar.chip", TrackName.spoken(number, track.name()), gain));
            String shown = track.name() + track.key();
            tip.setText(Texts.of(track.slot().hasFile() ? "bar.heardWith" : "bar.chip", shown, gain)
                    + (track.stretched() ? Texts.of("bar.stretchedToTheMixs") : ""));
        });
        return chip;
    }

    private void showName() {
        int heard = listening.heardProperty().get();
        heardName.setText(
                heard < shown.entries().size()
                        ? shown.entries().get(heard).title() + "  ·  "
                                + shown.entries().get(heard).gain()
                        : "");
    }

    private void showHeard() {
        showName();
        boolean isBlended = listening.blendProperty().get() > 0;
        for (int i = 0; i < chips.getChildren().size(); i++) {
            Node chip = chips.getChildren().get(i);
            int heardNow = blind.isOn()
                    ? blind.heardLetterProperty().get()
                    : listening
                            .auditioning()
                            .heardProperty()
                            .get()
                            .map(Audition::heard)
                            .orElse(listening.heardProperty().get());
            boolean heard = i == heardNow;
            boolean beside = !blind.isOn()
                    && isBlended
                    && i == listening.referenceProperty().get();
            ((PressablePane) chip).setSelected(heard);
            chip.pseudoClassStateChanged(BLENDED, beside && !heard);
            Optional.ofNullable((Sketches.Dash) chip.getProperties().get(Sketches.Dash.class))
                    .ifPresent(d -> d.setOnColour(heard));
            if (heard) {
                bringIntoView(chip);
            }
        }
    }

    private void bringIntoView(Node chip) {
        double room = chips.getWidth() - getViewportBounds().getWidth();
        double left = chip.getBoundsInParent().getMinX();
        double right = chip.getBoundsInParent().getMaxX();
        double seenFrom = getHvalue() * Math.max(0, room);
        if (room > 0
                && (left < seenFrom || right > seenFrom + getViewportBounds().getWidth())) {
            setHvalue(Math.max(0, Math.min(1, left / room)));
        }
    }
}
