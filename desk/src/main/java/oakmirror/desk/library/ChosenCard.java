package oakmirror.desk.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.compare.Corridor;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.ChosenSketch;
import oakmirror.profile.Descriptor;
import oakmirror.spectrum.BandGrid;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Shown;
import oakmirror.state.catalogue.Trying;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** What was chosen of the library: the corridor it would leave against the mix, and while one steps through it, the proposal that follows. */
final class ChosenCard extends VBox {

    private static final double THIRD = 1.0 / 3;
    private static final double HEIGHT = 92;
    private static final int MOST_CURVES = 3;
    private static final int MOST_MEMBERS = 64;

    private final Workspace workspace;
    private final LibraryModel shelf;
    private final Trying trying;
    private final Label count = Ui.label("", "strong");
    private final Label words = Ui.label("", "quiet", "small");
    private final ChosenSketch plot = new ChosenSketch();
    private final String hint;
    private List<Shown> shown = List.of();

    /** An empty card; {@code hint} is what it says as long as nothing is chosen. */
    ChosenCard(Workspace workspace, LibraryModel shelf, Trying trying, String hint) {
        super(4);
        this.hint = hint;
        this.workspace = workspace;
        this.shelf = shelf;
        this.trying = trying;
        getStyleClass().add("chosen-card");
        setId("library-chosen");
        count.setMinWidth(0);
        words.setMinWidth(0);
        HBox head = new HBox(8, count, words);
        head.setAlignment(Pos.BASELINE_LEFT);
        Ui.giveWay(head, words);
        plot.setPrefHeight(HEIGHT);
        plot.setMinHeight(HEIGHT);
        plot.setMaxHeight(Double.MAX_VALUE);
        VBox.setVgrow(plot, Priority.ALWAYS);
        plot.setId("library-plot");
        plot.speak(() -> Texts.of("library.toneOfTheMix", count.getText(), words.getText()));
        getChildren().addAll(head, plot);
        Runnable refresh = Ui.coalesced(this, this::refresh);
        workspace.proposalProperty().subscribe(p -> refresh.run());
        trying.triedProperty().subscribe(t -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        refresh();
    }

    /** Shows something else. */
    void show(List<Shown> chosen) {
        shown = chosen;
        refresh();
    }

    private void refresh() {
        boolean isTrying = trying.triedProperty().get().isPresent();
        count.setText(
                shown.isEmpty()
                        ? Texts.of("library.noneChosen")
                        : shown.size() == 1
                                ? shown.get(0).entry().about().title()
                                : Texts.of("library.chosen", shown.size()));
        Optional<Descriptor> mix = shelf.mix();
        words.setText(
                shown.isEmpty()
                        ? hint
                        : isTrying
                                ? Texts.of("library.theProposalFollowsIt")
                                : mix.isPresent()
                                        ? Texts.of("library.whatTheyLeaveFor")
                                        : Texts.of("library.whatTheyLeaveFor2"));
        plot.show(scene(mix, isTrying));
    }

    private ChosenSketch.Scene scene(Optional<Descriptor> mix, boolean isTrying) {
        List<double[]> curves = shown.stream()
                .limit(MOST_MEMBERS)
                .map(s -> s.sketch().levelsDb(THIRD))
                .toList();
        Optional<double[]> levels = mix.map(m -> m.levelsDb(THIRD));
        Optional<Corridor> corridor = curves.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        Corridor.of(curves, workspace.session().comparing().corridor()));
        return new ChosenSketch.Scene(
                corridor,
                new ArrayList<>(curves.subList(0, curves.size() <= MOST_CURVES ? curves.size() : 0)),
                levels,
                levels.filter(l -> isTrying).map(this::corrected));
    }

    private double[] corrected(double[] levels) {
        double[] corrected = levels.clone();
        double[] curve = workspace.proposalProperty().get().correction().curveDb();
        for (int b = 0; b < BandGrid.SIZE; b++) {
            corrected[b] += curve[b];
        }
        return corrected;
    }
}
