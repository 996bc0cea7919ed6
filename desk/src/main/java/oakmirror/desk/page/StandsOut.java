package oakmirror.desk.page;

import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.compare.Comparing;
import oakmirror.findings.Finding;
import oakmirror.readings.Readings;

/** What stands out as soon as a mix and a reference are there, in a line: a click shows it, plays it and says what to try. */
public final class StandsOut extends HBox {

    private static final int MOST = 3;

    private final Comparing comparing;
    private final Consumer<Finding> onOpen;

    /** The line; {@code onOpen} shows a finding. */
    public StandsOut(Comparing comparing, Consumer<Finding> onOpen) {
        super(8);
        this.comparing = comparing;
        this.onOpen = onOpen;
        setId("stands-out");
        getStyleClass().add("stands-out");
        setAlignment(Pos.CENTER_LEFT);
        comparing.findingsProperty().subscribe(f -> refresh());
        comparing.sheetProperty().subscribe(s -> refresh());
    }

    private void refresh() {
        boolean known = comparing.comparison().isKnown();
        setVisible(known);
        setManaged(known);
        List<Finding> all = comparing.findingsProperty().get();
        List<Finding> faults = all.stream().filter(f -> !f.kind().isCaveat()).toList();
        int caveats = all.size() - faults.size();
        getChildren().setAll(Ui.name(faults.isEmpty() ? "Nothing stands out" : "What stands out"));
        faults.stream().limit(MOST).forEach(f -> getChildren().add(link(f.title(), f)));
        if (faults.size() > MOST) {
            getChildren().add(link(faults.size() - MOST + " more", faults.get(MOST)));
        }
        if (caveats > 0) {
            getChildren().add(Ui.spring());
            getChildren()
                    .add(link(
                            Readings.count(caveats, "caveat"),
                            all.stream()
                                    .filter(f -> f.kind().isCaveat())
                                    .findFirst()
                                    .orElseThrow()));
        }
    }

    private Button link(String text, Finding finding) {
        Button link = Ui.link(text, "Show it on Compare, play it, and say what to try", () -> onOpen.accept(finding));
        link.getStyleClass().add("word");
        link.setMinWidth(0);
        return link;
    }
}
