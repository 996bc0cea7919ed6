package oakmirror.desk.bar;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.KeyMap;
import oakmirror.desk.look.Ui;
import oakmirror.state.listening.Elsewhere;
import oakmirror.text.Texts;

/** Says across the bar that everything is heard somewhere else, and leads back. Not there while everything is heard as it is. */
final class PlaceStripe extends HBox {

    PlaceStripe(Elsewhere elsewhere, KeyMap keys) {
        super(10);
        setId("place-stripe");
        getStyleClass().add("place-stripe");
        setAlignment(Pos.CENTER_LEFT);
        Label name = Ui.label("", "strong");
        name.setId("place-name");
        name.setMinWidth(USE_PREF_SIZE);
        Label what = Ui.label("", "small");
        Button next = Ui.link(Texts.of("bar.nextPlace"), "", () -> elsewhere.step(1));
        Button back = Ui.link(Texts.of("bar.backHere"), "", elsewhere::toggle);
        back.setId("place-back");
        next.setMinWidth(USE_PREF_SIZE);
        back.setMinWidth(USE_PREF_SIZE);
        keys.revisionProperty().subscribe(r -> {
            Ui.tip(next, Texts.of("bar.nextPlace") + keys.hint(Command.NEXT_THERE));
            Ui.tip(back, Texts.of("bar.backHere") + keys.hint(Command.HERE_OR_THERE));
        });
        getChildren().addAll(name, what, Ui.spring(), next, back);
        Runnable show = () -> {
            Ui.shown(elsewhere.place().isPresent(), this);
            elsewhere.place().ifPresent(place -> {
                name.setText(place.name());
                what.setText(
                        elsewhere.waitingProperty().get() ? Texts.of("bar.gettingReady") : Texts.of("bar.heardThere"));
                Ui.tip(what, place.description() + "\n" + String.join("\n", place.sources()));
            });
        };
        elsewhere.chosenProperty().subscribe(c -> show.run());
        elsewhere.knownProperty().subscribe(k -> show.run());
        elsewhere.waitingProperty().subscribe(w -> show.run());
    }
}
