package oakmirror.desk.shape;

import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.control.SidePane;
import oakmirror.desk.look.Ui;
import oakmirror.text.Texts;

/** What is proposed, at the right of Shape: what to change in the mix first, and at a glance all that is proposed for the master. */
final class ProposedPane extends SidePane {

    private final VBox place = new VBox();
    private final ToggleButton first = Ui.choice(Texts.of("shape.inTheMixFirst"), Texts.of("shape.inTheMixFirst.tip"));
    private final ToggleButton master = Ui.choice(Texts.of("shape.onTheMaster"), Texts.of("shape.onTheMaster.tip"));

    ProposedPane(MixFirstPane mixFirst, MasterPane onMaster) {
        super(Texts.of("shape.proposedPane"), "proposed");
        ToggleGroup group = new ToggleGroup();
        first.setId("show-mix-first");
        master.setId("show-master");
        first.setToggleGroup(group);
        master.setToggleGroup(group);
        first.setOnAction(e -> show(first, mixFirst));
        master.setOnAction(e -> show(master, onMaster));
        VBox.setVgrow(place, Priority.ALWAYS);
        fill(Ui.flow(4, first, master), place);
        show(first, mixFirst);
    }

    private void show(ToggleButton chosen, VBox pane) {
        chosen.setSelected(true); // also when it was pressed while it was
        VBox.setVgrow(pane, Priority.ALWAYS);
        place.getChildren().setAll(pane);
    }
}
