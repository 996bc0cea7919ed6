package oakmirror.desk.input;

import javafx.scene.control.Button;
import oakmirror.desk.look.Ui;
import oakmirror.state.capture.Input;
import oakmirror.text.Texts;

/** Says in the mix's row that what plays outside is listened to, and ends that with a click. Not there while it is not. */
public final class LiveMark extends Button {

    private final Input input;

    /** The mark of an input. */
    public LiveMark(Input input) {
        this.input = input;
        getStyleClass().setAll("button", "link", "word");
        setId("live-mark");
        setMinWidth(USE_PREF_SIZE);
        Ui.tip(this, Texts.of("input.endLive.tip"));
        setOnAction(e -> input.stop());
        input.onProperty().subscribe(o -> show());
        input.live().onProperty().subscribe(o -> show());
    }

    private void show() {
        Ui.shown(input.onProperty().get(), this);
        setText(Texts.of(input.live().onProperty().get() ? "input.endLiveMix" : "input.endLive"));
    }
}
