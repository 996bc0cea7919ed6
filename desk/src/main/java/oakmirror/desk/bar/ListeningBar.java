package oakmirror.desk.bar;

import java.util.Optional;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.SeekStrip;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The bar that is always there: play, what is heard with which offset and from which passage, how, and how loud. */
public final class ListeningBar extends VBox {

    private final Workspace workspace;
    private final Listening listening;
    private final Blind blind;
    private final ChipRow chips;
    private final SeekStrip strip;
    private final Label time = Ui.label("0:00", "time", "strong");
    private final Label passage = Ui.label("", "quiet", "small");
    private final OutputPanel output;
    private final Button back = Ui.button(Texts.of("bar.wholeWindow"), "", () -> {});

    /** The bar of a window. */
    public ListeningBar(
            Workspace workspace,
            Listening listening,
            Blind blind,
            Passages passages,
            Settings settings,
            Asking asking,
            KeyMap keys,
            Runnable toggleLoop) {
        this.workspace = workspace;
        this.listening = listening;
        this.blind = blind;
        strip = new SeekStrip(listening::seek);
        strip.setId("seek");
        back.setId("whole-window");
        back.setMinWidth(USE_PREF_SIZE);
        setAlone(false, "", () -> {});
        output = new OutputPanel(workspace, listening, blind, settings, asking, keys);
        chips = new ChipRow(workspace, listening, blind, keys);
        HearControls hear = new HearControls(workspace, listening, blind, keys, toggleLoop);
        HBox.setHgrow(chips, Priority.ALWAYS);
        Button play = play(keys);
        VBox whereabouts = whereabouts(passages, keys);
        PartToggles parts = new PartToggles(listening.hitsAndTones(), keys);
        HBox upper = new HBox(12, play, whereabouts, chips, parts, back, output.meters());
        upper.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(hear, Priority.ALWAYS);
        HBox lower = new HBox(10, hear, output);
        lower.setAlignment(Pos.CENTER_LEFT);
        VBox rows = new VBox(8, upper, lower);
        rows.getStyleClass().add("listening-bar");
        getChildren().addAll(strip, new PlaceStripe(listening.elsewhere(), keys), rows);

        listening.positionProperty().subscribe(p -> {
            strip.setPosition(p.doubleValue());
            showTime();
        });
        workspace.tracks().revisionProperty().subscribe(r -> showHeard());
        workspace.sessionProperty().map(s -> s.tracks().isEmpty()).subscribe(isBlank -> {
            for (Node needsTracks : new Node[] {play, whereabouts, chips, parts, hear}) {
                needsTracks.setVisible(!isBlank); // what has nothing to play keeps its place and is not seen
            }
        });
        workspace.sessionProperty().subscribe(s -> showHeard());
        listening.heardProperty().subscribe(h -> showHeard());
        listening.freeRangeProperty().subscribe(r -> showHeard());
        blind.runProperty().subscribe(r -> showHeard());
    }

    private Button play(KeyMap keys) {
        Button play = new Button("▶");
        play.getStyleClass().setAll("button", "play");
        play.setId("play");
        keys.revisionProperty().subscribe(r -> Ui.tip(play, Texts.of("bar.playOrStop", keys.hint(Command.PLAY))));
        play.setOnAction(e -> listening.togglePlay());
        listening.playingProperty().subscribe(p -> play.setText(p ? "■" : "▶"));
        return play;
    }

    private VBox whereabouts(Passages passages, KeyMap keys) {
        Button before = Ui.link(
                "‹",
                Texts.of("bar.thePassageBefore", keys.hint(Command.PREVIOUS_PASSAGE)),
                () -> passages.step(listening.heardProperty().get(), -1));
        Button next = Ui.link(
                "›",
                Texts.of("bar.theNextPassage", keys.hint(Command.NEXT_PASSAGE)),
                () -> passages.step(listening.heardProperty().get(), 1));
        next.setId("next-passage");
        passage.setMaxWidth(96);
        passage.setId("heard-passage");
        HBox row = new HBox(0, before, passage, next);
        row.setAlignment(Pos.CENTER_LEFT);
        VBox box = new VBox(6, time, row);
        box.setAlignment(Pos.CENTER_LEFT);
        box.setMinWidth(128);
        box.setMaxWidth(128);
        return box;
    }

    /** Number of the reference whose chip is pointed at; 0 while none is. */
    public ReadOnlyIntegerProperty pointedProperty() {
        return chips.pointedProperty();
    }

    /** Whether it stands alone; then it has a way back to the whole window. */
    public void setAlone(boolean alone, String hint, Runnable toWhole) {
        Ui.tip(back, Texts.of("bar.backToTheWhole", hint));
        back.setOnAction(e -> toWhole.run());
        back.setVisible(alone);
        back.setManaged(alone);
    }

    /** Brings the meters up to date; called with every frame. */
    public void tick() {
        output.tick();
    }

    /** Starts the meters over. */
    public void resetMeters() {
        output.resetMeters();
    }

    private void showTime() {
        time.setText(
                blind.isOn()
                        ? Texts.of("bar.hidden")
                        : Numbers.fineTime(listening.positionProperty().get()));
    }

    private void showHeard() {
        Optional<TrackSlot> heard = workspace.tracks().all().stream()
                .skip(listening.heardProperty().get())
                .findFirst();
        strip.setVisible(!blind.isOn());
        strip.setLength(heard.map(TrackSlot::seconds).orElse(0.0));
        strip.setRange(heard.flatMap(TrackSlot::chosenRange).or(listening::heardRange));
        String name = heard.flatMap(s -> s.track().passage())
                .map(p -> p.name())
                .orElse(
                        listening.freeRangeProperty().get().isPresent()
                                ? Texts.of("bar.whatWasInView")
                                : Texts.of("bar.wholeTrack"));
        passage.setText(blind.isOn() ? Texts.of("bar.hidden") : name);
        showTime();
    }
}
