package oakmirror.desk.plot;

import java.util.List;
import java.util.function.DoubleConsumer;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Readings over time, one line a track, all counted from where what is compared begins. A press goes there. */
public final class TimeCurves extends PlotPane {

    private static final double LEFT = 42;
    private static final double RIGHT = 14;

    /**
     * A track's readings.
     *
     * @param index 0 for the mix, otherwise the reference's number
     * @param values one every {@code stepSeconds}; what is not finite is left out
     * @param firstSeconds the moment of the first
     */
    public record Line(int index, float[] values, double stepSeconds, double firstSeconds, double offset) {}

    /** How much of the scale can be in view, and the distance of its lines. */
    private static final double[][] SPANS = {{8, 2}, {12, 3}, {24, 6}};

    private static final double ROOM = 0.6;

    private final boolean fromTop;
    private List<Line> lines = List.of();
    private double seconds = 1;
    private double playedSeconds = -1;

    /**
     * An empty plot; as much of the scale is in view as the readings need, up to 24.
     *
     * @param fromTop whether of readings that need more the highest stay in view, rather than the lowest
     */
    public TimeCurves(boolean fromTop) {
        this.fromTop = fromTop;
        speak(() -> Texts.of("plot.readingsOverOfTracks", Numbers.time(seconds), lines.size()));
    }

    /** Tells of a press, in seconds from the start. */
    public void onSeek(DoubleConsumer consumer) {
        setOnMousePressed(e -> {
            double part = (e.getX() - LEFT) / Math.max(1, getWidth() - LEFT - RIGHT);
            if (part >= 0 && part <= 1) {
                consumer.accept(part * seconds);
            }
        });
    }

    /** Shows other lines over so many seconds. */
    public void show(List<Line> next, double lengthSeconds) {
        lines = List.copyOf(next);
        seconds = Math.max(0.1, lengthSeconds);
        redraw();
    }

    /** Where the mix is played, in seconds from the start; below 0 for nowhere. */
    public void setPlayed(double atSeconds) {
        if (atSeconds != playedSeconds) {
            playedSeconds = atSeconds;
            redraw();
        }
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double high = Double.NEGATIVE_INFINITY;
        double low = Double.POSITIVE_INFINITY;
        for (Line line : lines) {
            for (float v : line.values()) {
                if (Float.isFinite(v)) {
                    high = Math.max(high, v + line.offset());
                    low = Math.min(low, v + line.offset());
                }
            }
        }
        double[] scale = SPANS[SPANS.length - 1];
        for (int i = SPANS.length - 1; i >= 0; i--) {
            if (topOf(high, low, SPANS[i]) - SPANS[i][0] <= low - ROOM && topOf(high, low, SPANS[i]) >= high + ROOM) {
                scale = SPANS[i];
            }
        }
        double span = scale[0];
        double step = scale[1];
        double top = topOf(high, low, scale);
        double bottom = h - 20;
        for (double v = top; v >= top - span - 1e-9; v -= step) {
            double y = y(v, top, span, bottom);
            line(g, LEFT, y, w - RIGHT, y, p.hairline());
            text(g, Numbers.brief(v), LEFT - 7, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
        TimeAxis axis = new TimeAxis();
        axis.place(LEFT, w - RIGHT);
        axis.showAll(0, seconds);
        for (double s : Ticks.between(0, seconds, axis.tickSeconds())) {
            line(g, x(s, w), 4, x(s, w), bottom, p.hairline());
            text(g, Numbers.time(s), x(s, w), bottom + 11, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        g.save();
        g.beginPath();
        g.rect(LEFT, 3, w - LEFT - RIGHT, bottom - 2);
        g.clip();
        for (int i = lines.size() - 1; i >= 0; i--) {
            stroke(g, lines.get(i), w, top, span, bottom, p);
        }
        g.restore();
        if (playedSeconds >= 0 && playedSeconds <= seconds) {
            line(g, x(playedSeconds, w), 4, x(playedSeconds, w), bottom, p.warning());
        }
    }

    private void stroke(GraphicsContext g, Line line, double w, double top, double span, double bottom, Palette p) {
        Color colour = line.index() == 0 ? p.ink() : p.reference(line.index() - 1);
        g.setStroke(colour);
        g.setLineWidth(line.index() == 0 ? 2.2 : 1.4);
        g.setLineDashes(line.index() == 0 ? new double[0] : Palette.dash(line.index() - 1));
        g.beginPath();
        boolean drawing = false;
        for (int i = 0; i < line.values().length; i++) {
            float v = line.values()[i];
            if (!Float.isFinite(v)) {
                drawing = false;
                continue;
            }
            double x = x(line.firstSeconds() + i * line.stepSeconds(), w);
            double y = y(v + line.offset(), top, span, bottom);
            if (drawing) {
                g.lineTo(x, y);
            } else {
                g.moveTo(x, y);
                drawing = true;
            }
        }
        g.stroke();
        g.setLineDashes();
    }

    private double topOf(double high, double low, double[] scale) {
        double top = fromTop
                ? Math.ceil((high + ROOM) / scale[1]) * scale[1]
                : Math.floor((low - ROOM) / scale[1]) * scale[1] + scale[0];
        return Double.isFinite(top) ? top : 0;
    }

    private double x(double at, double w) {
        return LEFT + at / seconds * (w - LEFT - RIGHT);
    }

    private static double y(double value, double top, double span, double bottom) {
        return 6 + (top - value) / span * (bottom - 6);
    }
}
