package oakmirror.desk.plot;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.DoubleProperty;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.readings.Readings;
import oakmirror.spectrum.BandGrid;
import oakmirror.stereo.WidthCurve;

/** A reading of width over frequency, the mix in ink over its references and what they leave. */
public final class WidthPlot extends FrequencyPlot {

    private WidthCurve.Reading reading = WidthCurve.Reading.SIDE_TO_MID;
    private List<ToneCurve> curves = List.of();
    private Optional<double[][]> corridor = Optional.empty();
    private List<Double> notches = List.of();

    /** A plot that shares a cursor. */
    public WidthPlot(DoubleProperty cursorHz) {
        super(cursorHz);
    }

    /** Shows curves of a reading, what the references leave, and notches that mono carves, in Hz. */
    public void show(WidthCurve.Reading what, List<ToneCurve> next, Optional<double[][]> span, List<Double> notchesHz) {
        reading = what;
        curves = List.copyOf(next);
        corridor = span;
        notches = List.copyOf(notchesHz);
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        place(w, 6, h - 24, reading.high(), reading.low());
        double step =
                reading == WidthCurve.Reading.CORRELATION ? 0.5 : (reading.high() - reading.low()) / 7 > 4 ? 6 : 3;
        grid(g, p, step, false, true);
        clip(g);
        corridor.ifPresent(c -> between(g, c[0], c[1], Palette.faint(p.accent(), 0.18)));
        g.setLineDashes(1, 4);
        for (double hz : notches) {
            if (hz < FrequencyScale.HIGH_HZ) {
                line(g, scale().x(hz), top(), scale().x(hz), bottom(), p.warning());
            }
        }
        g.setLineDashes();
        for (int pass = 0; pass < 2; pass++) { // references first, the mix over them
            for (ToneCurve c : curves) {
                boolean mix = c.index() == 0;
                if (mix == (pass == 1) && c.isDrawn()) {
                    Color colour = mix ? p.ink() : p.reference(c.index() - 1);
                    // What is narrower than the scale runs along its end, so that a curve never vanishes.
                    double[] values = Arrays.stream(c.levelsDb())
                            .map(v -> Math.max(reading.low(), v))
                            .toArray();
                    curve(g, values, colour, mix ? 2.4 : 1.6, mix ? new double[0] : Palette.dash(c.index() - 1));
                }
            }
        }
        g.restore();
        line(g, scale().left(), clampedY(0), scale().right(), clampedY(0), p.quiet());
        cursor(g, p);
        if (cursorHz() > 0) {
            read(g, p);
        }
    }

    private void read(GraphicsContext g, Palette p) {
        StringBuilder words = new StringBuilder(Readings.frequency(cursorHz()));
        for (ToneCurve c : curves) {
            if (c.isDrawn()) {
                double value = BandGrid.interpolate(c.levelsDb(), cursorHz());
                boolean plain = reading == WidthCurve.Reading.CORRELATION;
                words.append("   ").append(c.index() == 0 ? "mix" : c.index()).append(' ');
                words.append(plain ? Readings.signed(value) : Readings.level(value));
            }
        }
        text(g, words.toString(), scale().left() + 8, top() + 10, TextAlignment.LEFT, Fonts.TEXT, p.ink());
    }
}
