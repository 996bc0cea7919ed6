package oakmirror.desk.bounces;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Ui;
import oakmirror.state.revisions.Bounces;
import oakmirror.state.revisions.Bounces.Taken;
import oakmirror.text.Texts;

/** What the mix's row says of its bounces, and the way to them: which one it is, whether it came closer, and whether there is a new one. */
public final class MixBounce extends HBox {

    private final Bounces bounces;
    private final Button which;
    private final Button take;

    /** The words of some bounces; {@code toBounces} goes to their page. */
    public MixBounce(Bounces bounces, Runnable toBounces) {
        super(8);
        this.bounces = bounces;
        setAlignment(Pos.CENTER_LEFT);
        which = Ui.link("", Texts.of("bounces.toHistory.tip"), toBounces);
        which.setId("to-bounces");
        take = Ui.link("", Texts.of("bounces.takeIt.tip"), () -> bounces.pendingProperty()
                .get()
                .ifPresent(bounces::take));
        take.setId("take-bounce");
        for (Button button : List.of(which, take)) {
            button.getStyleClass().add("word");
            button.setMinWidth(USE_PREF_SIZE);
        }
        getChildren().addAll(which, take);
        Runnable refresh = Ui.coalesced(this, this::refresh);
        bounces.allProperty().subscribe(a -> refresh.run());
        bounces.pendingProperty().subscribe(p -> refresh.run());
        refresh();
    }

    private void refresh() {
        List<Taken> all = bounces.allProperty().get();
        Optional<Path> pending = bounces.pendingProperty().get();
        Ui.shown(pending.isPresent(), take);
        Ui.shown(all.size() > 1 && pending.isEmpty(), which);
        Ui.shown(which.isVisible() || take.isVisible(), this);
        take.setText(
                pending.map(p -> Texts.of("bounces.loadNew", p.getFileName())).orElse(""));
        which.setText(BounceWords.place(all));
    }
}
