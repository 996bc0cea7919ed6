package oakmirror.desk.gather;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import oakmirror.desk.look.Ui;
import oakmirror.state.workspace.TrackSlot;

/** What can be done with a track, as its row's menu. */
final class TrackMenu {

    private TrackMenu() {}

    /** How much a reference counts. */
    private static Menu counts(TrackTable table, TrackSlot slot, int index) {
        Menu menu = new Menu("Counts…");
        for (double weight : TrackWords.WEIGHTS) {
            RadioMenuItem item = new RadioMenuItem(TrackWords.counts(weight));
            item.setSelected(slot.track().weight() == weight);
            item.setOnAction(e -> table.passages().setWeight(index, weight));
            menu.getItems().add(item);
        }
        return menu;
    }

    /** The menu of a track; {@code rename} and {@code tags} let its name or its tags be typed over. */
    static ContextMenu of(TrackTable table, TrackSlot slot, int number, int index, Runnable rename, Runnable tags) {
        ContextMenu menu = new ContextMenu(
                Ui.item("Rename", rename),
                Ui.item("Tags…", tags),
                Ui.item(
                        slot.track().levelled() ? "Leave out of level matching" : "Match its level",
                        () -> table.passages().setLevelled(index, !slot.track().levelled())),
                Ui.item("No trim", () -> table.passages().trim(index, 0)),
                new SeparatorMenuItem());
        if (number == 0) {
            menu.getItems()
                    .addAll(
                            Ui.item("Add stems…", table.adding()::chooseStems),
                            Ui.item("Add a folder of stems…", table.adding()::chooseStemFolder));
        }
        if (number > 0) {
            menu.getItems()
                    .addAll(
                            Ui.item("Move up", () -> table.passages().reorder(index, index - 1)),
                            Ui.item("Move down", () -> table.passages().reorder(index, index + 1)),
                            counts(table, slot, index),
                            Ui.item(
                                    slot.track().guide()
                                            ? "Count as a reference again"
                                            : "Use as a guide, counted nowhere",
                                    () -> table.setGuide(index, !slot.track().guide())));
            if (slot.hasFile()) {
                menu.getItems().add(Ui.item("Use as the mix", () -> table.useAsMix(index)));
            }
        }
        if (slot.hasFile()) {
            menu.getItems()
                    .addAll(
                            Ui.item("Keep in the library", () -> table.keep(slot)),
                            Ui.item("Find the file…", () -> table.find(index)));
        }
        menu.getItems().add(Ui.item("Remove", () -> table.remove(index)));
        return menu;
    }
}
