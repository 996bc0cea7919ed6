package oakmirror.desk.plot;

import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.compare.Span;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** One reading a zone: the mix as a filled dot, references as rings, what they leave as a wash, and between mix and wash a line. */
public final class ZoneRangePlot extends PlotPane {

    private static final double ROOM_FOR_NAMES = 66;
    private static final double FOOT = 16;
    private static final double LETTER_HEIGHT = 9.5;

    /**
     * A reading of a track in a zone.
     *
     * @param index 0 for the mix, otherwise the reference's number
     * @param low what a tenth of the time is not reached; NaN where only the middle is known
     * @param middle the reading
     * @param high what nine tenths of the time is not reached
     */
    public record Reading(int index, double low, double middle, double high) {}

    /** The readings of a zone, what the references leave, and how far theirs reach, if that is known. */
    public record Row(Zone zone, List<Reading> readings, Span span, Span reach) {}

    private final boolean detailed;
    private final double floor;
    private List<Row> rows = List.of();

    /**
     * An empty plot.
     *
     * @param detailed whether it has a scale, figures and spreads
     * @param floor readings below this are drawn here
     */
    public ZoneRangePlot(boolean detailed, double floor) {
        this.detailed = detailed;
        this.floor = floor;
        if (detailed) {
            speak(this::words);
        }
    }

    private String words() {
        StringBuilder all = new StringBuilder(Texts.of("plot.zones"));
        for (Row row : rows) {
            all.append("; ").append(row.zone().label());
            row.readings().forEach(r -> all.append(", ")
                    .append(track(r.index()))
                    .append(' ')
                    .append(Numbers.level(r.middle())));
        }
        return all.toString();
    }

    /** Shows other rows. */
    public void show(List<Row> next) {
        rows = List.copyOf(next);
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Row row : rows) {
            for (Reading r : row.readings()) {
                for (double v : detailed ? new double[] {r.low(), r.middle(), r.high()} : new double[] {r.middle()}) {
                    if (Double.isFinite(v)) {
                        low = Math.min(low, Math.max(floor, v));
                        high = Math.max(high, v);
                    }
                }
            }
            if (row.span().isKnown()) {
                low = Math.min(low, Math.max(floor, row.span().low()));
                high = Math.max(high, row.span().high());
            }
        }
        if (!(high >= low)) {
            text(g, "–", w / 2, h / 2, TextAlignment.CENTER, Fonts.TEXT, p.quiet());
            return;
        }
        low -= 1;
        high += 1;
        double left = Math.min(ROOM_FOR_NAMES, 0.42 * w);
        double right = w - (detailed ? 52 : 6);
        double bottom = detailed ? h - FOOT : h;
        double rowHeight = bottom / Math.max(1, rows.size());
        if (detailed) {
            double step = Ticks.step(high - low, right - left, 3, 6, 12, 24);
            for (double v : Ticks.between(low, high, step)) {
                double x = left + (v - low) / (high - low) * (right - left);
                line(g, x, 0, x, bottom, p.hairline());
                text(g, Numbers.brief(v), x, h - 7, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
            }
        }
        for (int i = 0; i < rows.size(); i++) {
            draw(g, rows.get(i), (i + 0.5) * rowHeight, rowHeight, new Axis(left, right, low, high), w, p);
        }
    }

    private record Axis(double left, double right, double low, double high) {
        double x(double value) {
            return left + (Math.max(low, Math.min(high, value)) - low) / (high - low) * (right - left);
        }
    }

    private void draw(GraphicsContext g, Row row, double y, double height, Axis axis, double w, Palette p) {
        if (height >= LETTER_HEIGHT || row.zone().ordinal() % 2 == 0) { // every second where there is no room for all
            text(g, row.zone().label(), 2, y, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
        }
        double wash = Math.min(18, height * 0.66);
        if (row.span().isKnown()) {
            double from = axis.x(row.span().low());
            double to = axis.x(row.span().high());
            g.setFill(Palette.faint(p.accent(), 0.20));
            g.fillRect(from, y - wash / 2, Math.max(2, to - from), wash);
        }
        if (detailed && row.reach().isKnown()) {
            double from = axis.x(row.reach().low());
            g.setFill(Palette.faint(p.accent(), 0.10));
            g.fillRect(from, y - wash / 2, Math.max(2, axis.x(row.reach().high()) - from), wash);
        }
        for (Reading r : row.readings()) {
            if (r.index() > 0 && Double.isFinite(r.middle())) {
                g.setStroke(p.reference(r.index() - 1));
                g.setFill(p.paper());
                g.setLineWidth(1.4);
                double size = detailed ? 3.5 : 2.5;
                g.fillOval(axis.x(r.middle()) - size, y - size, 2 * size, 2 * size);
                g.strokeOval(axis.x(r.middle()) - size, y - size, 2 * size, 2 * size);
            }
        }
        Optional<Reading> own =
                row.readings().stream().filter(r -> r.index() == 0).findFirst();
        own.filter(r -> Double.isFinite(r.middle())).ifPresent(mix -> mix(g, row.span(), mix, y, axis, w, p));
        if (detailed && own.isPresent() && !Double.isFinite(own.get().middle())) {
            text(g, Texts.of("plot.tooLittleThere"), w - 4, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
    }

    private void mix(GraphicsContext g, Span span, Reading mix, double y, Axis axis, double w, Palette p) {
        double x = axis.x(mix.middle());
        double outside = span.outside(mix.middle());
        Color colour = Math.abs(outside) > 0.05 ? p.warning() : p.ink();
        g.setStroke(p.ink());
        g.setLineWidth(1.2);
        if (span.isKnown()) {
            g.strokeLine(x, y, axis.x(mix.middle() - outside), y);
        }
        if (detailed && Double.isFinite(mix.low())) {
            g.setLineWidth(2.6);
            g.strokeLine(axis.x(mix.low()), y, axis.x(mix.high()), y);
        }
        g.setFill(p.ink());
        double size = detailed ? 5 : 3.5;
        g.fillOval(x - size, y - size, 2 * size, 2 * size);
        if (detailed) {
            String figure = mix.middle() <= floor ? Texts.of("plot.mono") : Numbers.level(mix.middle());
            text(g, figure, w - 4, y, TextAlignment.RIGHT, colour == p.ink() ? Fonts.TEXT : Fonts.BOLD, colour);
        }
    }
}
