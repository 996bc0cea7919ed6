package oakmirror.desk.gather;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.look.Ui;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.Rhythm;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The tempo of a track in its menu: what else it may be, tapping it, and the beats of a bar. */
final class TempoMenu {

    /** Below this a tempo is marked as doubtful. Ours, no source. */
    private static final double DOUBTFUL = 0.25;

    private TempoMenu() {}

    /** The tempo in a word, with a question mark where it is doubtful; empty where there is none. */
    static Optional<String> word(TrackSlot slot) {
        boolean isDoubtful = slot.track().bars().isEmpty() && slot.rhythm().confidence() < DOUBTFUL;
        return slot.bars().map(b -> Texts.of("gather.bpm", Math.round(b.bpm())) + (isDoubtful ? " ?" : ""));
    }

    /** The menu of a track. */
    static Menu of(TrackSlot slot, int index, Passages passages, KeyMap keys) {
        Menu menu = new Menu(Texts.of(
                "gather.tempo",
                slot.bars()
                        .map(b -> Texts.of("gather.bpm", Numbers.level(b.bpm())))
                        .orElse("–")));
        menu.setDisable(slot.imported().isEmpty());
        MenuItem how = new MenuItem(source(slot, keys));
        how.setDisable(true);
        menu.getItems().addAll(how, new SeparatorMenuItem());
        menu.getItems().addAll(candidates(slot.rhythm(), index, passages));
        slot.bars().ifPresent(b -> menu.getItems().addAll(corrections(b, index, passages)));
        menu.getItems()
                .add(Ui.item(
                        Texts.of("gather.tapTheTempo", keys.hint(Command.TAP)),
                        () -> passages.tap(index, System.nanoTime())));
        if (slot.track().bars().isPresent()) {
            menu.getItems().add(Ui.item(Texts.of("gather.asItWasFound"), () -> passages.forgetBars(index)));
        }
        return menu;
    }

    private static String source(TrackSlot slot, KeyMap keys) {
        Rhythm found = slot.rhythm();
        if (slot.track().bars().isPresent()) {
            return Texts.of("gather.tempoSetByHand");
        }
        return slot.bars()
                .map(b -> Texts.of(
                        "gather.tempoFoundConfidenceBars",
                        percent(found.confidence()),
                        b.beatsPerBar(),
                        percent(found.barConfidence()),
                        found.confidence() < DOUBTFUL ? Texts.of("gather.tapToCorrectIt", keys.hint(Command.TAP)) : ""))
                .orElse(Texts.of("gather.nothingRegularWasFound", keys.hint(Command.TAP)));
    }

    private static List<MenuItem> candidates(Rhythm found, int index, Passages passages) {
        List<MenuItem> items = new ArrayList<>();
        for (Rhythm.Candidate c : found.candidates()) {
            items.add(Ui.item(
                    Texts.of("gather.bpm", Numbers.level(c.bpm())) + "   " + percent(c.share()),
                    () -> passages.setTempo(index, c.bpm())));
        }
        if (!items.isEmpty()) {
            items.add(new SeparatorMenuItem());
        }
        return items;
    }

    private static List<MenuItem> corrections(BarGrid bars, int index, Passages passages) {
        List<MenuItem> items = new ArrayList<>(List.of(
                Ui.item(Texts.of("gather.halfOfIt"), () -> passages.setTempo(index, bars.bpm() / 2)),
                Ui.item(Texts.of("gather.twiceOfIt"), () -> passages.setTempo(index, bars.bpm() * 2)),
                Ui.item(
                        Texts.of("gather.firstBeatOneBeat"),
                        () -> passages.setDownbeat(index, bars.downbeatSeconds() + bars.beatSeconds()))));
        for (int beats : new int[] {3, 4, 6}) {
            if (beats != bars.beatsPerBar()) {
                items.add(Ui.item(Texts.of("gather.beatsInABar", beats), () -> passages.setBeatsPerBar(index, beats)));
            }
        }
        return items;
    }

    private static String percent(double part) {
        return Math.round(100 * part) + " %";
    }
}
