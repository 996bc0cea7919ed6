package oakmirror.desk.plot;

import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.dynamics.Distribution;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** How often readings take which values: the mix to the left of an axis, a reference to the right, each as wide as it is often. */
public final class HalfViolins extends PlotPane {

    private static final double MARGIN = 8;
    private static final double FOOT = 16;

    private final boolean labelled;
    private Optional<Distribution> mix = Optional.empty();
    private Optional<Distribution> reference = Optional.empty();
    private int referenceNumber = 1;

    /** An empty pair; with labels it has a scale and says which is which. */
    public HalfViolins(boolean labelled) {
        this.labelled = labelled;
        if (labelled) {
            speak(() -> Texts.of("plot.howOftenReadingsOccur", range(mix), referenceNumber, range(reference)));
        }
    }

    private static String range(Optional<Distribution> d) {
        return d.isEmpty() ? "–" : Texts.of("plot.fromTo", Numbers.level(low(d)), Numbers.level(high(d)));
    }

    /** Shows the readings of a mix and of a reference. */
    public void show(Optional<Distribution> ofMix, Optional<Distribution> ofReference, int number) {
        mix = ofMix.filter(d -> d.count() > 0);
        reference = ofReference.filter(d -> d.count() > 0);
        referenceNumber = number;
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double low = Math.min(low(mix), low(reference));
        double high = Math.max(high(mix), high(reference));
        if (!(high > low)) {
            text(g, "–", w / 2, h / 2, TextAlignment.CENTER, Fonts.TEXT, p.quiet());
            return;
        }
        double bottom = labelled ? h - FOOT : h - 4;
        double axis = labelled ? 34 + (w - 34) / 2 : w / 2;
        double reach = Math.max(4, Math.min(axis - (labelled ? 34 : 2), w - axis) - MARGIN);
        double widest = Math.max(
                mix.map(Distribution::peak).orElse(0.0),
                reference.map(Distribution::peak).orElse(0.0));
        if (labelled) {
            double step = high - low > 16 ? 6 : high - low > 7 ? 3 : 1;
            for (double v : Ticks.between(low, high, step)) {
                double y = y(v, low, high, bottom);
                line(g, 34, y, w - 2, y, p.hairline());
                text(g, Numbers.brief(v), 28, y, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
            }
            text(g, Texts.of("plot.nameOfMix"), axis - 8, h - 7, TextAlignment.RIGHT, Fonts.SMALL, p.ink());
            text(
                    g,
                    String.valueOf(referenceNumber),
                    axis + 8,
                    h - 7,
                    TextAlignment.LEFT,
                    Fonts.SMALL,
                    p.reference(referenceNumber - 1));
        }
        mix.ifPresent(d -> half(g, d, axis, -reach / widest, low, high, bottom, p.ink(), 1.8));
        reference.ifPresent(d -> {
            g.setLineDashes(Palette.dash(referenceNumber - 1));
            half(g, d, axis, reach / widest, low, high, bottom, p.reference(referenceNumber - 1), 1.5);
            g.setLineDashes();
        });
        line(g, axis, 2, axis, bottom, p.quiet());
    }

    private static double low(Optional<Distribution> d) {
        return d.map(Distribution::lowDb).orElse(Double.POSITIVE_INFINITY);
    }

    private static double high(Optional<Distribution> d) {
        return d.map(x -> x.lowDb() + x.density().length * Distribution.STEP_DB).orElse(Double.NEGATIVE_INFINITY);
    }

    private static double y(double value, double low, double high, double bottom) {
        return 4 + (high - value) / (high - low) * (bottom - 4);
    }

    private static void half(
            GraphicsContext g,
            Distribution d,
            double axis,
            double scale,
            double low,
            double high,
            double bottom,
            Color colour,
            double width) {
        g.beginPath();
        g.moveTo(axis, y(d.lowDb(), low, high, bottom));
        for (int i = 0; i < d.density().length; i++) {
            g.lineTo(axis + scale * d.density()[i], y(d.lowDb() + i * Distribution.STEP_DB, low, high, bottom));
        }
        g.lineTo(axis, y(d.lowDb() + (d.density().length - 1) * Distribution.STEP_DB, low, high, bottom));
        g.closePath();
        g.setFill(Palette.faint(colour, 0.16));
        g.fill();
        g.setStroke(colour);
        g.setLineWidth(width);
        g.stroke();
    }
}
