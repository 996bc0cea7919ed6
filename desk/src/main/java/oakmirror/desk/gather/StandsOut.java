package oakmirror.desk.gather;

import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import oakmirror.candidate.Candidate;
import oakmirror.desk.look.Ui;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.Finding;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.text.Texts;

/** What stands out as soon as a mix and a reference are there, in a line: a click shows it, plays it and says what to try. */
public final class StandsOut extends HBox {

    private static final int MOST = 3;

    private final BooleanProperty roomy = new SimpleBooleanProperty();
    private final Comparing comparing;
    private final PlacesToHear places;
    private final Consumer<Finding> onOpen;
    private final Consumer<Candidate> onListen;
    private final StandsOutPane pane;

    /** The line; {@code onOpen} shows a finding, {@code onListen} listens to a place. */
    public StandsOut(Comparing comparing, PlacesToHear places, Consumer<Finding> onOpen, Consumer<Candidate> onListen) {
        super(8);
        this.comparing = comparing;
        this.places = places;
        this.onOpen = onOpen;
        this.onListen = onListen;
        pane = new StandsOutPane(comparing, places, onOpen, onListen);
        pane.managedProperty().bind(pane.visibleProperty());
        pane.setVisible(false);
        setId("stands-out");
        setMinWidth(0);
        getStyleClass().add("stands-out");
        setAlignment(Pos.CENTER_LEFT);
        comparing.findingsProperty().subscribe(f -> refresh());
        comparing.sheetProperty().subscribe(s -> refresh());
        places.itemsProperty().subscribe(i -> refresh());
        widthProperty().subscribe(w -> refresh());
        roomy.subscribe(is -> refresh());
    }

    /** The same with evidence, for beside the tracks; there in place of the line while there is room. */
    StandsOutPane pane() {
        return pane;
    }

    /** Whether there is room for the pane. */
    BooleanProperty roomyProperty() {
        return roomy;
    }

    private void refresh() {
        boolean known = comparing.comparison().isKnown();
        pane.setVisible(known && roomy.get());
        Ui.shown(known && !roomy.get(), this);
        if (!isVisible()
                || !isInAWindow()) { // styles are known in a window alone; a window gives it its width, and so it is
            // filled then
            return;
        }
        for (int named = MOST; named >= 0; named--) { // as many by name as there is room for
            fill(named);
            applyCss();
            if (prefWidth(-1) <= getWidth()) {
                return;
            }
        }
    }

    private boolean isInAWindow() {
        return getScene() != null
                && getScene().getWindow() != null
                && getScene().getWindow().isShowing();
    }

    private void fill(int named) {
        List<Finding> all = comparing.findingsProperty().get();
        List<Finding> faults = all.stream().filter(f -> !f.kind().isCaveat()).toList();
        int caveats = all.size() - faults.size();
        getChildren()
                .setAll(Ui.name(
                        faults.isEmpty() ? Texts.of("gather.nothingCertain") : Texts.of("gather.whatStandsOut")));
        faults.stream().limit(named).forEach(f -> getChildren().add(link(f.title(), f)));
        if (faults.size() > named) {
            getChildren()
                    .add(link(
                            named == 0
                                    ? Texts.of("counts.findings", faults.size())
                                    : Texts.of("gather.more", faults.size() - named),
                            faults.get(named)));
        }
        offer();
        if (caveats > 0) {
            getChildren().add(Ui.spring());
            getChildren()
                    .add(link(
                            Texts.of("counts.caveats", caveats),
                            all.stream()
                                    .filter(f -> f.kind().isCaveat())
                                    .findFirst()
                                    .orElseThrow()));
        }
    }

    /** The places nothing was decided about, or that all are. */
    private void offer() {
        List<DecidedPlace> offered = places.offered();
        List<DecidedPlace> open = offered.stream().filter(i -> i.isOpen()).toList();
        if (!offered.isEmpty() && open.isEmpty()) {
            getChildren().add(Ui.label(Texts.of("gather.everyPlaceDecided"), "quiet"));
        } else if (!offered.isEmpty()) {
            Button link = Ui.link(
                    Texts.of("gather.worthAListen", Texts.of("counts.places", open.size())),
                    Texts.of("gather.worthAListen.tip"),
                    () -> onListen.accept(open.get(0).place()));
            link.setId("worth-a-listen");
            link.getStyleClass().add("word");
            link.setMinWidth(USE_PREF_SIZE);
            getChildren().add(link);
        }
    }

    private Button link(String text, Finding finding) {
        Button link = Ui.link(text, Texts.of("gather.showItOnCompare"), () -> onOpen.accept(finding));
        link.getStyleClass().add("word");
        link.setMinWidth(USE_PREF_SIZE);
        return link;
    }
}
