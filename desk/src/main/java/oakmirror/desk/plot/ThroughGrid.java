package oakmirror.desk.plot;

import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.compare.Span;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.place.GettingThrough;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.place.Range;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * What gets through of the mix at each place (downwards) in each range (across), against the references' span there: framed where less or more of it comes out
 * than of any of them. A press hears a range there, a press on a place's name all of it.
 */
public final class ThroughGrid extends PlotPane {

    private static final double NAMES = 168;
    /** Letters of a name there is room for. */
    private static final int MOST_LETTERS = 25;

    private static final double HEAD = 22;
    private static final double GAP = 3;
    /** Of what is this soft nothing is heard. */
    private static final double GONE_LU = -30;

    private static final double ROOM_FOR_SPAN = 34;
    private static final double ROOM_FOR_LABELS = 74;

    private final boolean detailed;
    private final BiConsumer<AtPlace, Optional<Range>> onPress;
    private final List<Range> ranges = Range.all();
    private final Tooltip tooltip = new Tooltip();
    private GettingThrough through = GettingThrough.NOTHING;
    private Optional<String> heardAt = Optional.empty();
    /** The cell that keys are at: its row, and its column, 0 for the name. */
    private int row;

    private int column;

    /**
     * An empty grid.
     *
     * @param detailed whether it has names and figures, and can be pressed
     * @param onPress hears a place, all of it or a range
     */
    public ThroughGrid(boolean detailed, BiConsumer<AtPlace, Optional<Range>> onPress) {
        this.detailed = detailed;
        this.onPress = onPress;
        if (detailed) {
            setId("through");
            speak(this::words);
            focusedProperty().subscribe(f -> redraw());
            addEventHandler(MouseEvent.MOUSE_MOVED, this::hover);
            addEventHandler(MouseEvent.MOUSE_CLICKED, this::click);
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
            Tooltip.install(this, tooltip);
        }
    }

    /** Shows something else; {@code at} is what the place is known by that is heard. */
    public void show(GettingThrough next, Optional<String> at) {
        through = next;
        heardAt = at;
        row = Math.max(0, Math.min(row, next.places().size() - 1));
        redraw();
    }

    @Override
    public boolean takesArrows() {
        return detailed;
    }

    private String words() {
        if (through.places().isEmpty()) {
            return Texts.of("plot.nothingYet");
        }
        AtPlace at = through.places().get(row);
        return at.name() + ": " + (column == 0 ? "" : said(at, column - 1));
    }

    private String said(AtPlace at, int range) {
        Span span = at.ranges().get(range);
        return Texts.of(
                "plot.throughThere",
                ranges.get(range).label(),
                Numbers.gain(at.mix().rangesLu()[range]),
                Numbers.gain(span.low()),
                Numbers.gain(span.high()));
    }

    private double names() {
        return detailed ? NAMES : 0;
    }

    private double head() {
        return detailed ? HEAD : 0;
    }

    private double cellWidth(double w) {
        return (w - names()) / ranges.size();
    }

    private double cellHeight(double h) {
        return (h - head()) / Math.max(1, through.places().size());
    }

    private Optional<int[]> cell(double x, double y) {
        int r = (int) Math.floor((y - head()) / cellHeight(getHeight()));
        int c = x < names() ? 0 : 1 + (int) Math.floor((x - names()) / cellWidth(getWidth()));
        return y >= head() && r < through.places().size() && c <= ranges.size()
                ? Optional.of(new int[] {r, c})
                : Optional.empty();
    }

    private void hover(MouseEvent e) {
        Optional<int[]> cell = cell(e.getX(), e.getY());
        setCursor(cell.isPresent() ? Cursor.HAND : Cursor.DEFAULT);
        tooltip.setText(cell.map(c -> c[1] == 0
                        ? Texts.of(
                                "plot.hearAllOfItThere",
                                through.places().get(c[0]).name())
                        : said(through.places().get(c[0]), c[1] - 1) + "\n" + Texts.of("plot.pressToHear"))
                .orElse(Texts.of("plot.whatGetsThrough")));
    }

    private void click(MouseEvent e) {
        requestFocus();
        cell(e.getX(), e.getY()).ifPresent(c -> {
            row = c[0];
            column = c[1];
            press();
        });
    }

    private void press() {
        if (row < through.places().size()) {
            onPress.accept(
                    through.places().get(row), column == 0 ? Optional.empty() : Optional.of(ranges.get(column - 1)));
        }
    }

    /** Left and right go from cell to cell, through one row after the other: up and down lead out of it. */
    private void key(KeyEvent e) {
        int way = e.getCode() == KeyCode.RIGHT ? 1 : e.getCode() == KeyCode.LEFT ? -1 : 0;
        if (e.getCode() == KeyCode.ENTER) {
            press();
        } else if (way == 0) {
            return;
        }
        int columns = ranges.size() + 1;
        int last = Math.max(0, through.places().size() * columns - 1);
        int cell = Math.max(0, Math.min(last, row * columns + column + way));
        row = cell / columns;
        column = cell % columns;
        e.consume();
        spoken();
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double cellWidth = cellWidth(w);
        double cellHeight = cellHeight(h);
        for (int c = 0; detailed && c < ranges.size(); c++) {
            Range range = ranges.get(c);
            String label = cellWidth > ROOM_FOR_LABELS ? range.label() : range.shortLabel();
            double middle = names() + (c + 0.5) * cellWidth;
            text(g, label, middle, HEAD / 2, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        for (int r = 0; r < through.places().size(); r++) {
            AtPlace at = through.places().get(r);
            double top = head() + r * cellHeight;
            boolean isHeard = heardAt.equals(Optional.of(at.id()));
            if (detailed) {
                String name = (isHeard ? "▸ " : "") + shortened(at.name());
                var font = isHeard ? Fonts.BOLD : Fonts.TEXT;
                text(g, name, 2, top + cellHeight / 2, TextAlignment.LEFT, font, isHeard ? p.accent() : p.ink());
            }
            for (int c = 0; c < ranges.size(); c++) {
                double left = names() + c * cellWidth;
                cell(g, p, at, c, left + GAP / 2, top + GAP / 2, cellWidth - GAP, cellHeight - GAP);
            }
            if (detailed && isFocused() && r == row) {
                double left = column == 0 ? 0 : names() + (column - 1) * cellWidth;
                g.setStroke(p.accent());
                g.setLineWidth(2);
                g.strokeRoundRect(left + 1, top + 1, (column == 0 ? NAMES - 4 : cellWidth) - 2, cellHeight - 2, 6, 6);
            }
        }
    }

    private static String shortened(String name) {
        return name.length() > MOST_LETTERS ? name.substring(0, MOST_LETTERS - 1) + "…" : name;
    }

    private void cell(GraphicsContext g, Palette p, AtPlace at, int range, double x, double y, double w, double h) {
        double value = at.mix().rangesLu()[range];
        Span span = at.ranges().get(range);
        boolean isGone = value <= GONE_LU && span.low() <= GONE_LU;
        double outside = isGone ? 0 : at.outside(range);
        Color colour = outside == 0 ? p.ink() : outside < 0 ? p.warning() : p.accent();
        g.setFill(outside == 0 ? p.panel() : Palette.faint(colour, detailed ? 0.12 : 0.45));
        g.fillRoundRect(x, y, w, h, 4, 4);
        if (!detailed) {
            return;
        }
        if (outside != 0) {
            g.setStroke(colour);
            g.setLineWidth(1);
            g.strokeRoundRect(x + 0.5, y + 0.5, w - 1, h - 1, 4, 4);
        }
        boolean hasRoom = h > ROOM_FOR_SPAN && !isGone;
        String figure = isGone ? "–" : Numbers.gain(value);
        text(
                g,
                figure,
                x + w / 2,
                y + h * (hasRoom ? 0.34 : 0.5),
                TextAlignment.CENTER,
                Fonts.TEXT,
                isGone ? p.quiet() : colour);
        if (hasRoom) {
            String theirs = Texts.of("plot.fromTo", Numbers.gain(span.low()), Numbers.gain(span.high()));
            text(g, theirs, x + w / 2, y + h * 0.72, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
    }
}
