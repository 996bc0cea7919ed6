package oakmirror.desk.plot;

import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.compare.Span;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Loudness across, peak to loudness upwards: where the mix stands and the references stand. Inside both of their spans is the aim. */
public final class LoudnessAndDynamics extends PlotPane {

    private static final double LEFT = 34;
    private static final double FOOT = 32;

    /** A track's place. */
    public record Point(int index, double lufs, double plrDb) {}

    private List<Point> points = List.of();
    private Span loud = Span.UNKNOWN;
    private Span ratio = Span.UNKNOWN;

    /** An empty plot. */
    public LoudnessAndDynamics() {
        speak(() -> Texts.of(
                "plot.loudnessAndPeakTo",
                points.stream()
                        .map(p -> Texts.of(
                                "plot.lufsDb", track(p.index()), Numbers.level(p.lufs()), Numbers.level(p.plrDb())))
                        .collect(Collectors.joining("; "))));
    }

    /** Shows other places, and the spans the references leave. */
    public void show(List<Point> next, Span lufs, Span plrDb) {
        points = next.stream()
                .filter(p -> Double.isFinite(p.lufs()) && Double.isFinite(p.plrDb()))
                .toList();
        loud = lufs;
        ratio = plrDb;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        if (points.isEmpty()) {
            text(g, "–", w / 2, h / 2, TextAlignment.CENTER, Fonts.TEXT, p.quiet());
            return;
        }
        double left = Math.floor(points.stream().mapToDouble(Point::lufs).min().orElse(0) / 3 - 0.5) * 3;
        double right = Math.ceil(points.stream().mapToDouble(Point::lufs).max().orElse(0) / 3 + 0.5) * 3;
        double low = Math.floor(points.stream().mapToDouble(Point::plrDb).min().orElse(0) / 3 - 0.4) * 3;
        double high = Math.ceil(points.stream().mapToDouble(Point::plrDb).max().orElse(0) / 3 + 0.4) * 3;
        double bottom = h - FOOT;
        java.util.function.DoubleUnaryOperator x = v -> LEFT + (v - left) / (right - left) * (w - LEFT - 8);
        java.util.function.DoubleUnaryOperator y = v -> 4 + (high - v) / (high - low) * (bottom - 4);
        for (double v : Ticks.between(left, right, Ticks.step(right - left, w - 8 - LEFT, 3, 6, 12))) {
            line(g, x.applyAsDouble(v), 4, x.applyAsDouble(v), bottom, p.hairline());
            String label = Numbers.brief(v);
            text(g, label, x.applyAsDouble(v), bottom + 9, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        }
        for (double v = low; v <= high; v += 3) {
            line(g, LEFT, y.applyAsDouble(v), w - 8, y.applyAsDouble(v), p.hairline());
            String label = Numbers.brief(v);
            text(g, label, LEFT - 6, y.applyAsDouble(v), TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
        text(g, Texts.of("plot.plrDb"), LEFT + 4, 8, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
        text(g, Texts.of("plot.lufsWholeTrack"), (LEFT + w) / 2, h - 8, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
        if (loud.isKnown() && ratio.isKnown()) {
            double boxLeft = x.applyAsDouble(loud.low()) - 4;
            double boxTop = y.applyAsDouble(ratio.high()) - 4;
            g.setFill(Palette.faint(p.accent(), 0.18));
            g.fillRoundRect(
                    boxLeft,
                    boxTop,
                    x.applyAsDouble(loud.high()) + 4 - boxLeft,
                    y.applyAsDouble(ratio.low()) + 4 - boxTop,
                    8,
                    8);
        }
        for (Point point : points) {
            Color colour = point.index() == 0 ? p.ink() : p.reference(point.index() - 1);
            double px = x.applyAsDouble(point.lufs());
            double py = y.applyAsDouble(point.plrDb());
            g.setFill(point.index() == 0 ? p.ink() : p.paper());
            g.setStroke(colour);
            g.setLineWidth(1.6);
            double size = point.index() == 0 ? 6 : 5;
            g.fillOval(px - size, py - size, 2 * size, 2 * size);
            g.strokeOval(px - size, py - size, 2 * size, 2 * size);
            String name = point.index() == 0 ? Texts.of("plot.nameOfMix") : String.valueOf(point.index());
            text(g, name, px + 9, py - 8, TextAlignment.LEFT, Fonts.BOLD, colour);
        }
    }
}
