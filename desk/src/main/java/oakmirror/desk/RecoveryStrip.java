package oakmirror.desk;

import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Ui;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.Recovery;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/** A strip that offers, one after the other, the sessions of windows that did not end as they should. Not there when there are none. */
final class RecoveryStrip extends HBox {

    private final Tasks tasks;
    private final Recovery recovery;
    private final SessionActions actions;
    private final List<Recovery.Left> left = new ArrayList<>();

    RecoveryStrip(Tasks tasks, Recovery recovery, SessionActions actions) {
        super(14);
        this.tasks = tasks;
        this.recovery = recovery;
        this.actions = actions;
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("recovery-strip");
        setId("recovery");
        show();
    }

    /** Looks in the background for what was left, and clears away what was only begun. */
    void look(Settings settings) {
        tasks.task(Kind.DISK, Texts.of("main.lookingForWhatWas")).run(progress -> recovery.left(), found -> {
            left.addAll(found);
            show();
            tasks.task(Kind.DISK, Texts.of("main.clearingAwayWhatWas"))
                    .run(
                            progress -> {
                                recovery.clearAway(settings);
                                return true;
                            },
                            cleared -> {});
        });
    }

    private void show() {
        boolean any = !left.isEmpty();
        setVisible(any);
        setManaged(any);
        getChildren().clear();
        if (any) {
            Recovery.Left first = left.get(0);
            String name = first.document()
                    .session()
                    .mix()
                    .map(m -> Texts.of("main.with", m.name()))
                    .orElse("");
            String more = left.size() > 1 ? Texts.of("main.moreAfterIt", left.size() - 1) : "";
            var open = Ui.button(Texts.of("main.goOnWithIt"), Texts.of("main.goOnWithIt.tip"), () -> open(first));
            open.setId("recovery-open");
            var discard = Ui.link(Texts.of("main.throwItAway"), Texts.of("main.throwItAway.tip"), () -> discard(first));
            discard.setId("recovery-discard");
            getChildren()
                    .addAll(
                            Ui.label(Texts.of(
                                    "main.oakMirrorDidNot",
                                    first.document().session().title(),
                                    name,
                                    Texts.moment(LocalDateTime.ofInstant(first.when(), ZoneId.systemDefault())),
                                    more)),
                            open,
                            discard);
        }
    }

    private void open(Recovery.Left which) {
        actions.leave(() -> {
            recovery.open(which);
            left.remove(which);
            show();
        });
    }

    private void discard(Recovery.Left which) {
        recovery.discard(which);
        left.remove(which);
        show();
    }
}
