package oakmirror.desk.gather;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javafx.geometry.Pos;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import oakmirror.audio.TimeRange;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Ui;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.Rhythm;
import oakmirror.session.Passage;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The passages and the tempo of the selected track: choosing, suggesting, correcting. */
final class PassageStrip extends HBox {

    /** Below this a tempo is marked as doubtful. Ours, no source. */
    private static final double DOUBTFUL = 0.25;

    private final Workspace workspace;
    private final Passages passages;
    private final KeyMap keys;
    private final Label which = Ui.label("", "strong", "in-track-colour", Palette.styleClass(0));
    private final HBox choices = new HBox(2);
    private Optional<Shown> shown = Optional.empty();
    private final MenuButton tempo = new MenuButton("");
    private final MenuButton suggest = new MenuButton(Texts.of("gather.suggest"));

    PassageStrip(Workspace workspace, Passages passages, KeyMap keys) {
        super(8);
        this.workspace = workspace;
        this.passages = passages;
        this.keys = keys;
        getStyleClass().add("strip");
        setAlignment(Pos.CENTER_LEFT);
        which.setMinWidth(30);
        choices.setAlignment(Pos.CENTER_LEFT);
        ScrollPane scroll = new ScrollPane(choices);
        scroll.getStyleClass().add("plain-scroll");
        scroll.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setMinHeight(30);
        scroll.setPrefHeight(30);
        scroll.setFitToHeight(true);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        suggest.setId("suggest");
        suggest.getStyleClass().setAll("menu-button", "framed");
        suggest.setMinWidth(USE_PREF_SIZE);
        keys.revisionProperty()
                .subscribe(r -> Ui.tip(suggest, Texts.of("gather.markWhereTheTrack", keys.hint(Command.SUGGEST))));
        suggest.getItems().setAll(suggestions());
        tempo.setId("tempo");
        tempo.getStyleClass().setAll("menu-button", "framed");
        tempo.setMinWidth(USE_PREF_SIZE);
        var meet = Ui.button(
                Texts.of("gather.meetAtThePassage2"),
                Texts.of("gather.meetAtThePassage2.tip", keys.hint(Command.MEET)),
                () -> passages.meet(Math.max(1, passages.selectedProperty().get())));
        meet.setId("meet");
        meet.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(Ui.name(Texts.of("gather.passages")), which, scroll, suggest, tempo, meet);
        tempo.getItems().setAll(new MenuItem());
        tempo.setOnShowing(e -> slot().ifPresent(s -> tempo.getItems().setAll(tempoItems(s))));
        Runnable refresh = Ui.coalesced(this, this::show);
        workspace.sessionProperty().subscribe(s -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        passages.selectedProperty().subscribe(i -> refresh.run());
    }

    private List<MenuItem> suggestions() {
        List<MenuItem> items = new java.util.ArrayList<>();
        items.add(
                Ui.item(Texts.of("gather.whatSuitsTheTrack"), () -> passages.suggest(selected(), OptionalInt.empty())));
        for (int bars : new int[] {8, 16, 32}) {
            items.add(Ui.item(Texts.of("gather.bars", bars), () -> passages.suggest(selected(), OptionalInt.of(bars))));
        }
        items.add(new SeparatorMenuItem());
        items.add(Ui.item(Texts.of("gather.forEveryTrackWithout"), passages::suggestForAll));
        return items;
    }

    private int selected() {
        return passages.selectedProperty().get();
    }

    private Optional<TrackSlot> slot() {
        return workspace.tracks().all().stream().skip(selected()).findFirst();
    }

    /** What the choices show; they are made anew only when it has changed. */
    private record Shown(TrackSlot slot, int number, List<Passage> passages, int chosen, Optional<BarGrid> bars) {}

    private void show() {
        Optional<TrackSlot> slot = slot();
        if (slot.isEmpty()) {
            choices.getChildren().clear();
            shown = Optional.empty();
            return;
        }
        int number = selected() + (workspace.tracks().mix().isPresent() ? 0 : 1);
        which.setText(number == 0 ? Texts.of("gather.mix") : String.valueOf(number));
        which.getStyleClass().set(which.getStyleClass().size() - 1, Palette.styleClass(number));
        List<Passage> all = slot.get().track().passages();
        showTempo(slot.get());
        Optional<Shown> next = Optional.of(new Shown(
                slot.get(), number, all, slot.get().track().chosen(), slot.get().bars()));
        if (next.equals(shown)) {
            return;
        }
        shown = next;
        choices.getChildren().clear();
        choices.getChildren().add(choice(Texts.of("gather.wholeTrack"), Texts.of("gather.useAllOfIt"), -1, slot.get()));
        for (int i = 0; i < all.size(); i++) {
            Passage p = all.get(i);
            String length = length(p.range(), slot.get().bars());
            ToggleButton button = choice(
                    p.name() + " · " + length,
                    Texts.of(
                            "gather.rightClickRenameRemove",
                            Numbers.fineTime(p.range().startSeconds()),
                            Numbers.fineTime(p.range().endSeconds())),
                    i,
                    slot.get());
            int passage = i;
            button.setOnContextMenuRequested(
                    e -> menu(selected(), passage).show(button, e.getScreenX(), e.getScreenY()));
            choices.getChildren().add(button);
        }
        if (all.isEmpty()) {
            choices.getChildren().add(Ui.label(Texts.of("gather.dragOverTheContour"), "quiet"));
        }
    }

    private ToggleButton choice(String text, String tooltip, int passage, TrackSlot slot) {
        ToggleButton button = Ui.choice(text, tooltip);
        button.getStyleClass().add("tight");
        button.setMinWidth(USE_PREF_SIZE);
        button.setId("passage-" + passage);
        button.setSelected(slot.track().chosen() == passage);
        button.setOnAction(e -> {
            button.setSelected(true);
            passages.choose(selected(), passage);
        });
        return button;
    }

    /** What can be done with a passage. */
    ContextMenu menu(int track, int passage) {
        String name =
                workspace.session().tracks().get(track).passages().get(passage).name();
        return new ContextMenu(
                Ui.item(Texts.of("gather.useIt"), () -> passages.choose(track, passage)),
                Ui.item(Texts.of("gather.rename"), () -> Ui.ask(
                                getScene().getWindow(), Texts.of("gather.nameOfThePassage"), name)
                        .ifPresent(n -> passages.rename(track, passage, n))),
                Ui.item(Texts.of("gather.remove"), () -> passages.remove(track, passage)));
    }

    /** A length in bars where it is a whole number of them, otherwise in seconds. */
    static String length(TimeRange range, Optional<BarGrid> bars) {
        double count = bars.map(b -> range.seconds() / b.barSeconds()).orElse(0.5);
        boolean whole = count > 0.9 && Math.abs(count - Math.round(count)) < 0.02;
        return whole ? Texts.of("gather.bars", Math.round(count)) : Numbers.level(range.seconds()) + " s";
    }

    private void showTempo(TrackSlot slot) {
        Rhythm found = slot.rhythm();
        Optional<BarGrid> bars = slot.bars();
        boolean byHand = slot.track().bars().isPresent();
        boolean doubtful = !byHand && found.confidence() < DOUBTFUL;
        tempo.setDisable(slot.imported().isEmpty());
        tempo.setText(bars.map(b -> bpm(b.bpm()) + (doubtful ? " ?" : "")).orElse(Texts.of("gather.noTempo")));
        Ui.tip(
                tempo,
                byHand
                        ? Texts.of("gather.tempoSetByHand")
                        : bars.isEmpty()
                                ? Texts.of("gather.nothingRegularWasFound", keys.hint(Command.TAP))
                                : Texts.of(
                                        "gather.tempoFoundConfidenceBars",
                                        percent(found.confidence()),
                                        bars.get().beatsPerBar(),
                                        percent(found.barConfidence()),
                                        doubtful ? Texts.of("gather.tapToCorrectIt", keys.hint(Command.TAP)) : ""));
    }

    private List<MenuItem> tempoItems(TrackSlot slot) {
        Rhythm found = slot.rhythm();
        Optional<BarGrid> bars = slot.bars();
        List<MenuItem> items = new java.util.ArrayList<>();
        for (Rhythm.Candidate c : found.candidates()) {
            items.add(Ui.item(bpm(c.bpm()) + "   " + percent(c.share()), () -> passages.setTempo(selected(), c.bpm())));
        }
        if (!items.isEmpty()) {
            items.add(new SeparatorMenuItem());
        }
        bars.ifPresent(b -> {
            items.add(Ui.item(Texts.of("gather.halfOfIt"), () -> passages.setTempo(selected(), b.bpm() / 2)));
            items.add(Ui.item(Texts.of("gather.twiceOfIt"), () -> passages.setTempo(selected(), b.bpm() * 2)));
            items.add(Ui.item(
                    Texts.of("gather.firstBeatOneBeat"),
                    () -> passages.setDownbeat(selected(), b.downbeatSeconds() + b.beatSeconds())));
            for (int beats : new int[] {3, 4, 6}) {
                if (beats != b.beatsPerBar()) {
                    items.add(Ui.item(
                            Texts.of("gather.beatsInABar", beats), () -> passages.setBeatsPerBar(selected(), beats)));
                }
            }
        });
        MenuItem tap = Ui.item(
                Texts.of("gather.tapTheTempo", keys.hint(Command.TAP)),
                () -> passages.tap(selected(), System.nanoTime()));
        items.add(tap);
        if (slot.track().bars().isPresent()) {
            items.add(Ui.item(Texts.of("gather.asItWasFound"), () -> passages.forgetBars(selected())));
        }
        return items;
    }

    private static String percent(double part) {
        return Math.round(100 * part) + " %";
    }

    private static String bpm(double bpm) {
        return Texts.of("gather.bpm", Numbers.level(bpm));
    }
}
