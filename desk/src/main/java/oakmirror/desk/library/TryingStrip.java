package oakmirror.desk.library;

import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Ui;
import oakmirror.profile.Profile;
import oakmirror.state.catalogue.Trying;
import oakmirror.text.Texts;

/** Says on every page which profile stands in the references' place for the time being, and ends that. Not there when none does. */
public final class TryingStrip extends HBox {

    private final Label what = Ui.label("");

    TryingStrip(Trying trying, Runnable use) {
        super(14);
        setId("trying");
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("recovery-strip");
        Button take = Ui.button(Texts.of("library.use"), Texts.of("library.use.tip"), use);
        take.setId("trying-use");
        Button end = Ui.link(Texts.of("library.endTrial"), Texts.of("library.endTrial.tip"), trying::end);
        end.setId("trying-end");
        what.setMinWidth(0);
        take.setMinWidth(USE_PREF_SIZE);
        end.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(what, take, end);
        trying.triedProperty().subscribe(this::show);
    }

    private void show(Optional<Profile> tried) {
        setVisible(tried.isPresent());
        setManaged(tried.isPresent());
        what.setText(tried.map(p -> Texts.of("library.triedInPlace", p.name())).orElse(""));
    }
}
