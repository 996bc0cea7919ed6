package oakmirror.desk.library;

import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.ToneLine;
import oakmirror.state.catalogue.Order;
import oakmirror.state.catalogue.Shown;

/** A profile in the list: its name, its tone in little, what it is sorted by, and its figures. */
final class EntryCell extends ListCell<Shown> {

    private static final double LINE_WIDTH = 66;
    private static final double LINE_HEIGHT = 18;

    private final Supplier<Order> order;
    private final Label name = Ui.label("", "strong");
    private final ToneLine line = new ToneLine();
    private final Label figure = Ui.label("", "small", "strong");
    private final Label kind = Ui.label("", "quiet", "small");
    private final Label figures = Ui.label("", "quiet", "small");
    private final Region mark = new Region();
    private final HBox content;
    private final Tooltip tip = new Tooltip();

    EntryCell(Supplier<Order> order) {
        this.order = order;
        line.setPrefSize(LINE_WIDTH, LINE_HEIGHT);
        line.setMinSize(LINE_WIDTH, LINE_HEIGHT);
        name.setMinWidth(0);
        HBox.setHgrow(name, Priority.ALWAYS);
        name.setMaxWidth(Double.MAX_VALUE);
        figure.setMinWidth(Region.USE_PREF_SIZE);
        kind.setMinWidth(0);
        figures.setMinWidth(Region.USE_PREF_SIZE);
        HBox top = new HBox(8, name, line, figure);
        top.setAlignment(Pos.CENTER_LEFT);
        HBox bottom = new HBox(8, kind, Ui.spring(), figures);
        VBox both = new VBox(1, top, bottom);
        HBox.setHgrow(both, Priority.ALWAYS);
        mark.setMinWidth(3);
        mark.setPrefWidth(3);
        mark.getStyleClass().addAll("entry-mark", Palette.styleClass(0));
        content = new HBox(7, mark, both);
        tip.setShowDelay(Duration.millis(600));
        setPrefWidth(0);
        getStyleClass().add("entry");
    }

    @Override
    protected void updateItem(Shown shown, boolean empty) {
        super.updateItem(shown, empty);
        if (empty || shown == null) {
            setGraphic(null);
            setTooltip(null);
            setAccessibleText(null);
            return;
        }
        name.setText(shown.entry().about().title());
        line.show(shown.sketch());
        figure.setText(EntryWords.sortedBy(shown, order.get()));
        kind.setText(EntryWords.kind(shown.entry()));
        figures.setText(EntryWords.figures(shown.entry()));
        mark.getStyleClass().removeIf(s -> s.startsWith("track-"));
        mark.setVisible(shown.entry().about().colour() > 0);
        mark.getStyleClass().add(Palette.styleClass(shown.entry().about().colour()));
        tip.setText(EntryWords.all(shown));
        setTooltip(tip);
        setAccessibleText(EntryWords.spoken(shown, order.get()));
        setGraphic(content);
    }
}
