package oakmirror.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import javafx.stage.Window;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.state.trouble.Trouble;
import oakmirror.state.trouble.TroubleReport;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** A strip that says that something went wrong which nobody expected, and offers a report of it. Not there until then. */
final class TroubleStrip extends HBox {

    /** What comes after these is in the log. */
    private static final int MOST = 10;

    private final Workspace workspace;
    private final Asking asking;
    private final Supplier<Window> owner;
    private final List<Trouble> troubles = new ArrayList<>();

    /** A strip that is not shown yet; {@code owner} is the window that reports lie over. */
    TroubleStrip(Workspace workspace, Asking asking, Supplier<Window> owner) {
        super(14);
        this.workspace = workspace;
        this.asking = asking;
        this.owner = owner;
        setId("trouble");
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("recovery-strip");
        Ui.shown(false, this);
    }

    /** Only when it is needed: most windows never do. */
    private void fill() {
        Button read = Ui.button(
                Texts.of("main.readTheReport"),
                Texts.of("main.readTheReport.tip"),
                () -> TroubleWindow.open(
                        owner.get(),
                        asking,
                        workspace.programTasks(),
                        withNames -> TroubleReport.of(
                                List.copyOf(troubles),
                                workspace.session(),
                                workspace.fileProperty().get(),
                                withNames)));
        read.setId("trouble-read");
        Button dismiss = Ui.link(Texts.of("main.dismissTrouble"), Texts.of("main.dismissTrouble.tip"), () -> {
            troubles.clear();
            Ui.shown(false, this);
        });
        dismiss.setId("trouble-dismiss");
        getChildren().addAll(Ui.label(Texts.of("main.somethingWentWrong")), read, dismiss);
    }

    /** Shows itself, with one more of them. */
    void tell(Trouble trouble) {
        if (troubles.size() < MOST) {
            troubles.add(trouble);
        }
        if (getChildren().isEmpty()) {
            fill();
        }
        Ui.shown(true, this);
    }
}
