package oakmirror.desk.compare;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.ThroughGrid;
import oakmirror.files.Csv;
import oakmirror.place.GettingThrough;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.place.Range;
import oakmirror.state.comparing.Sheet;
import oakmirror.state.comparing.ThroughPlaces;
import oakmirror.state.listening.Elsewhere;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.listening.MonitorControls.Band;
import oakmirror.text.Texts;

/** Elsewhere: how much of the mix gets through where people listen, against the references; a press hears it there. */
final class ElsewherePanel extends Panel {

    private final Context context;
    private final Elsewhere elsewhere;
    private final ThroughPlaces reader;
    private final ThroughGrid grid = new ThroughGrid(true, this::hear);
    private final ThroughGrid smallGrid = new ThroughGrid(false, (at, range) -> {});
    private final Label words = Ui.wrapped("", "strong");

    ElsewherePanel(Context context) {
        super("Elsewhere", Texts.of("compare.panelElsewhere"), Texts.of("compare.againstReferences"));
        this.context = context;
        elsewhere = context.listening().elsewhere();
        reader = new ThroughPlaces(context.workspace().programTasks());
        words.setId("through-words");
        VBox.setVgrow(grid, Priority.ALWAYS);
        grid.setMinHeight(190);
        VBox large = new VBox(8, Ui.wrapped(Texts.of("compare.whatGetsThrough"), "quiet"), words, grid);
        reader.throughProperty().subscribe(t -> show());
        elsewhere.chosenProperty().subscribe(c -> show());
        make(large, smallGrid, List.of());
    }

    private void show() {
        GettingThrough through = reader.throughProperty().get();
        grid.show(through, elsewhere.chosenProperty().get());
        smallGrid.show(through, Optional.empty());
        List<String> said = through.sentences();
        words.setText(said.isEmpty() ? through.summary().orElse("") : String.join("\n", said));
    }

    /** Hears a place, or a range there; what is heard already, no longer. */
    private void hear(AtPlace at, Optional<Range> range) {
        MonitorControls monitor = context.listening().monitor();
        Optional<Band> band = range.map(r -> new Band(r.lowHz(), r.highHz()));
        boolean isHeard = elsewhere.chosenProperty().get().equals(Optional.of(at.id()))
                && monitor.bandProperty().get().equals(band);
        monitor.bandProperty().set(isHeard ? Optional.empty() : band);
        if (isHeard) {
            elsewhere.chosenProperty().set(Optional.empty());
        } else {
            elsewhere.look(() -> elsewhere.chosenProperty().set(Optional.of(at.id())));
        }
        if (!isHeard && !context.listening().playingProperty().get()) {
            context.listening().togglePlay();
        }
    }

    @Override
    String explanation(Sheet sheet) {
        return sheet.comparison().isKnown() ? Texts.of("compare.equallyLoudThere", sheet.what()) : "";
    }

    @Override
    void show(Sheet sheet, boolean isLarge) {
        reader.want(sheet.comparison());
    }

    @Override
    String table(Sheet sheet) {
        Csv table = new Csv(List.of("place", "range", "mix_lu", "corridor_low_lu", "corridor_high_lu"));
        List<Range> ranges = Range.all();
        for (AtPlace at : reader.throughProperty().get().places()) {
            for (int r = 0; r < ranges.size(); r++) {
                table.row(
                        at.name(),
                        ranges.get(r).key(),
                        at.mix().rangesLu()[r],
                        at.ranges().get(r).low(),
                        at.ranges().get(r).high());
            }
        }
        return table.toString();
    }
}
