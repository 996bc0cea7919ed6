package oakmirror.desk.gather;

import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import oakmirror.desk.look.Ui;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.text.Texts;

/** What can be done with a track, as its row's menu. */
final class TrackMenu {

    private TrackMenu() {}

    /** How much a reference counts. */
    private static Menu counts(TrackTable table, TrackSlot slot, int index) {
        Menu menu = new Menu(Texts.of("gather.counts"));
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
                Ui.item(Texts.of("gather.rename2"), rename),
                Ui.item(Texts.of("gather.tags"), tags),
                Ui.item(
                        slot.track().levelled() ? Texts.of("gather.leaveOutOfLevel") : Texts.of("gather.matchItsLevel"),
                        () -> table.passages().setLevelled(index, !slot.track().levelled())),
                Ui.item(Texts.of("gather.noTrim"), () -> table.passages().trim(index, 0)),
                TempoMenu.of(slot, index, table.passages(), table.keys()),
                new SeparatorMenuItem());
        if (number == 0) {
            menu.getItems()
                    .addAll(
                            Ui.item(Texts.of("gather.addStems"), table.adding()::chooseStems),
                            Ui.item(Texts.of("gather.addAFolderOf"), table.adding()::chooseStemFolder));
        }
        if (number > 0) {
            menu.getItems()
                    .addAll(
                            Ui.item(Texts.of("gather.moveUp"), () -> table.passages()
                                    .reorder(index, index - 1)),
                            Ui.item(Texts.of("gather.moveDown"), () -> table.passages()
                                    .reorder(index, index + 1)),
                            counts(table, slot, index),
                            Ui.item(
                                    slot.track().guide()
                                            ? Texts.of("gather.countAsAReference")
                                            : Texts.of("gather.useAsAGuide"),
                                    () -> table.setGuide(index, !slot.track().guide())));
            if (slot.hasFile()) {
                menu.getItems().add(Ui.item(Texts.of("gather.useAsTheMix"), () -> table.useAsMix(index)));
            }
        }
        if (slot.hasFile()) {
            menu.getItems()
                    .addAll(
                            Ui.item(Texts.of("gather.keepInTheLibrary"), () -> table.keep(slot)),
                            Ui.item(Texts.of("gather.findTheFile"), () -> table.find(index)));
        }
        menu.getItems().add(Ui.item(Texts.of("gather.remove"), () -> table.remove(index)));
        return menu;
    }
}
