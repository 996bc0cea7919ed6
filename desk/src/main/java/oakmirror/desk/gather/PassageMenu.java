package oakmirror.desk.gather;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import oakmirror.audio.TimeRange;
import oakmirror.desk.control.ScopeChoice;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Ui;
import oakmirror.rhythm.BarGrid;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Which passage of the selected track is compared, or that whole tracks are; what can be done with passages. */
final class PassageMenu extends MenuButton {

    private final Workspace workspace;
    private final Passages passages;

    PassageMenu(Workspace workspace, Passages passages) {
        this.workspace = workspace;
        this.passages = passages;
        setId("passages");
        getStyleClass().setAll("menu-button", "framed", Palette.styleClass(0));
        setMinWidth(USE_PREF_SIZE);
        setMaxWidth(260);
        Ui.tip(this, Texts.of("gather.whatIsCompared"));
        getItems().setAll(new MenuItem());
        setOnShowing(e -> getItems().setAll(items()));
        Runnable refresh = Ui.coalesced(this, this::refresh);
        workspace.sessionProperty().subscribe(s -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        passages.selectedProperty().subscribe(i -> refresh.run());
    }

    private int selected() {
        return passages.selectedProperty().get();
    }

    private Optional<TrackSlot> slot() {
        return workspace.tracks().all().stream().skip(selected()).findFirst();
    }

    private void refresh() {
        boolean areWhole = workspace.session().comparing().scope() == Scope.WHOLE_TRACKS;
        int number = selected() + (workspace.tracks().mix().isPresent() ? 0 : 1);
        setDisable(slot().isEmpty());
        setText(
                areWhole
                        ? Texts.of("gather.wholeTracks")
                        : slot().map(s -> chosen(s, number)).orElse("–"));
    }

    private static String chosen(TrackSlot slot, int number) {
        String which = number == 0 ? "" : number + ": ";
        return which + slot.track().passage().map(p -> label(p, slot)).orElse(Texts.of("gather.wholeTrack"));
    }

    /** A passage's name and length. */
    static String label(Passage passage, TrackSlot slot) {
        return passage.name() + " · " + length(passage.range(), slot.bars());
    }

    /** A length in bars where it is a whole number of them, otherwise in seconds. */
    static String length(TimeRange range, Optional<BarGrid> bars) {
        double count = bars.map(b -> range.seconds() / b.barSeconds()).orElse(0.5);
        boolean whole = count > 0.9 && Math.abs(count - Math.round(count)) < 0.02;
        return whole ? Texts.of("gather.bars", Math.round(count)) : Numbers.level(range.seconds()) + " s";
    }

    private List<MenuItem> items() {
        List<MenuItem> items = new ArrayList<>();
        slot().ifPresent(slot -> {
            List<Passage> all = slot.track().passages();
            int chosen = slot.track().chosen();
            for (int i = 0; i < all.size(); i++) {
                items.add(choice(label(all.get(i), slot), i, chosen));
            }
            items.add(choice(Texts.of("gather.wholeTrack"), -1, chosen));
            if (chosen >= 0) {
                items.add(new SeparatorMenuItem());
                items.addAll(changes(selected(), chosen));
            } else if (all.isEmpty()) {
                MenuItem how = new MenuItem(Texts.of("gather.dragOverTheContour"));
                how.setDisable(true);
                items.add(how);
            }
        });
        items.add(new SeparatorMenuItem());
        items.addAll(ScopeChoice.items(workspace));
        return items;
    }

    private RadioMenuItem choice(String text, int passage, int chosen) {
        RadioMenuItem item = new RadioMenuItem(text);
        item.setMnemonicParsing(false);
        item.setSelected(passage == chosen);
        item.setOnAction(e -> passages.choose(selected(), passage));
        return item;
    }

    private List<MenuItem> changes(int track, int passage) {
        String name =
                workspace.session().tracks().get(track).passages().get(passage).name();
        return List.of(
                Ui.item(Texts.of("gather.rename"), () -> Ui.ask(
                                getScene().getWindow(), Texts.of("gather.nameOfThePassage"), name)
                        .ifPresent(n -> passages.rename(track, passage, n))),
                Ui.item(Texts.of("gather.remove"), () -> passages.remove(track, passage)));
    }

    /** What can be done with a passage of a track. */
    ContextMenu of(int track, int passage) {
        ContextMenu menu = new ContextMenu(Ui.item(Texts.of("gather.useIt"), () -> passages.choose(track, passage)));
        menu.getItems().addAll(changes(track, passage));
        return menu;
    }

    /** Suggestions for the selected track, or for all that have no passage. */
    List<MenuItem> suggestions() {
        List<MenuItem> items = new ArrayList<>();
        items.add(
                Ui.item(Texts.of("gather.whatSuitsTheTrack"), () -> passages.suggest(selected(), OptionalInt.empty())));
        for (int bars : new int[] {8, 16, 32}) {
            items.add(Ui.item(Texts.of("gather.bars", bars), () -> passages.suggest(selected(), OptionalInt.of(bars))));
        }
        items.add(new SeparatorMenuItem());
        items.add(Ui.item(Texts.of("gather.forEveryTrackWithout"), passages::suggestForAll));
        return items;
    }
}
