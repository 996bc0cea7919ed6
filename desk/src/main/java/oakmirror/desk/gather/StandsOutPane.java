package oakmirror.desk.gather;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.candidate.Candidate;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.control.SidePane;
import oakmirror.desk.look.Ui;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.Finding;
import oakmirror.findings.PlaceWords;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.text.Texts;

/** What stands out beside the tracks, in a wide window where there is room for all of it with its evidence: a click shows it on Compare and plays it. */
final class StandsOutPane extends SidePane {

    private static final double WIDE = 290;

    private final Comparing comparing;
    private final PlacesToHear places;
    private final Consumer<Finding> onOpen;
    private final Consumer<Candidate> onListen;
    private final VBox cards = new VBox(8);

    StandsOutPane(Comparing comparing, PlacesToHear places, Consumer<Finding> onOpen, Consumer<Candidate> onListen) {
        super(Texts.of("gather.whatStandsOut"), "stands-out-pane", WIDE);
        this.comparing = comparing;
        this.places = places;
        this.onOpen = onOpen;
        this.onListen = onListen;
        ScrollPane scroll = new ScrollPane(cards);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        fill(scroll);
        Runnable refresh = Ui.coalesced(this, this::refresh);
        comparing.findingsProperty().subscribe(f -> refresh.run());
        comparing.sheetProperty().subscribe(s -> refresh.run());
        places.itemsProperty().subscribe(i -> refresh.run());
        visibleProperty().subscribe(v -> refresh.run());
    }

    private void refresh() {
        cards.getChildren().clear();
        if (!isVisible()) {
            return;
        }
        List<Finding> all = comparing.findingsProperty().get();
        List<Finding> faults = all.stream().filter(f -> !f.kind().isCaveat()).toList();
        if (faults.isEmpty()) {
            cards.getChildren().add(Ui.wrapped(Texts.of("gather.nothingCertain"), "quiet"));
        }
        faults.forEach(f -> cards.getChildren().add(card(f, "fault")));
        places.offered().forEach(i -> cards.getChildren().add(card(i)));
        all.stream().filter(f -> f.kind().isCaveat()).forEach(f -> cards.getChildren()
                .add(card(f, "caveat")));
    }

    private Node card(Finding finding, String kind) {
        return card(finding.title(), finding.weighedEvidence(), kind, () -> onOpen.accept(finding));
    }

    private Node card(DecidedPlace item) {
        Candidate place = item.place();
        Node card = card(PlaceWords.title(place), PlaceWords.brief(place), "offered", () -> onListen.accept(place));
        card.setOpacity(item.isOpen() ? 1 : 0.6);
        return card;
    }

    private static PressablePane card(String title, String evidence, String kind, Runnable open) {
        Label name = Ui.wrapped(title, "strong");
        PressablePane card = PressablePane.card(3, open, name, Ui.wrapped(evidence, "quiet", "small"));
        card.setAccessibleText(title + "; " + evidence);
        card.getStyleClass().addAll("finding", kind);
        return card;
    }
}
