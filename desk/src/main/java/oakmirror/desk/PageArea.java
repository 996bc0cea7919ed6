package oakmirror.desk;

import java.util.Optional;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.layout.StackPane;
import oakmirror.desk.blind.BlindPage;

/** Where the page of a station is shown, and over it a blind comparison while there is one. */
final class PageArea extends StackPane {

    private final StationRail rail;
    private final Function<Runnable, BlindPage> blindPages;
    private Optional<BlindPage> blind = Optional.empty();

    /** An empty area; {@code blindPages} makes the page of a blind comparison. */
    PageArea(StationRail rail, Function<Runnable, BlindPage> blindPages) {
        this.rail = rail;
        this.blindPages = blindPages;
        setId("page");
    }

    /** Shows a station's page. */
    void show(Node page) {
        getChildren().setAll(page);
        leaveFields();
    }

    /** What is in front. */
    Node front() {
        return getChildren().get(getChildren().size() - 1);
    }

    /** Whether a blind comparison is open, over which nothing else is gone to. */
    boolean isBlind() {
        return blind.isPresent();
    }

    /** Opens a blind comparison, or has the open one closed. */
    void toggleBlind() {
        if (blind.isPresent()) {
            blind.get().close();
        } else {
            BlindPage opened = blindPages.apply(this::blindClosed);
            blind = Optional.of(opened);
            getChildren().get(0).setVisible(false); // what is covered is for nobody, keys and screen readers included
            getChildren().add(opened);
            rail.setDisable(true);
            leaveFields();
        }
    }

    /** When the blind comparison has closed. */
    private void blindClosed() {
        blind.ifPresent(getChildren()::remove);
        getChildren().get(0).setVisible(true);
        blind = Optional.empty();
        rail.setDisable(false);
    }

    /** Takes the focus off fields that a new page brings: keys are for listening until a field is clicked. */
    private void leaveFields() {
        Platform.runLater(() -> {
            if (getParent() != null) {
                getParent().requestFocus();
            }
        });
    }
}
