package oakmirror.desk.bar;

import java.util.Locale;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.VBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.look.Ui;
import oakmirror.state.listening.HitsAndTones;
import oakmirror.state.listening.HitsAndTones.Part;
import oakmirror.text.Texts;

/** Hears only what is struck, or only what sustains; pressed again, everything. Dashed while what is heard is still being taken apart. */
final class PartToggles extends VBox {

    private static final PseudoClass WAITING = PseudoClass.getPseudoClass("waiting");

    private final HitsAndTones heard;
    private final KeyMap keys;

    PartToggles(HitsAndTones heard, KeyMap keys) {
        super(4);
        this.heard = heard;
        this.keys = keys;
        setAlignment(Pos.CENTER);
        setMinWidth(USE_PREF_SIZE);
        getChildren()
                .addAll(
                        toggle(Part.HITS, Texts.of("bar.hits"), Texts.of("bar.hearHits"), Command.HITS),
                        toggle(Part.TONES, Texts.of("bar.tones"), Texts.of("bar.hearTones"), Command.TONES));
    }

    private ToggleButton toggle(Part part, String text, String tooltip, Command act) {
        ToggleButton button = Ui.choice(text, tooltip);
        keys.revisionProperty().subscribe(r -> Ui.tip(button, tooltip + keys.hint(act)));
        button.setId("hear-" + part.name().toLowerCase(Locale.ROOT));
        button.getStyleClass().add("tight");
        button.setMinWidth(USE_PREF_SIZE);
        button.setMaxWidth(Double.MAX_VALUE);
        Runnable show = () -> {
            boolean isOn = heard.partProperty().get() == part;
            button.setSelected(isOn);
            button.pseudoClassStateChanged(
                    WAITING, isOn && heard.waitingProperty().get());
        };
        button.setOnAction(e -> {
            heard.toggle(part);
            show.run();
        });
        heard.partProperty().subscribe(p -> show.run());
        heard.waitingProperty().subscribe(w -> show.run());
        return button;
    }
}
