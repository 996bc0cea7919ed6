package oakmirror.desk.plot;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.DoubleProperty;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.BandGrid;
import oakmirror.stereo.WidthCurve;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A reading of width over frequency, the mix in ink over its references and what they leave. */
public final class WidthPlot extends FrequencyPlot {

    private WidthCurve.Reading reading = WidthCurve.Reading.SIDE_TO_MID;
    private List<ToneCurve> curves = List.of();
    private Optional<double[][]> corridor = Optional.empty();
    private List<Double> notches = List.of();

    /** What a reading is drawn on: from one end to the other, a line every step. */
    private record Scale(double low, double high, double step) {

        static Scale of(WidthCurve.Reading reading) {
            return switch (reading) {
                case SIDE_TO_MID -> new Scale(-36, 6, 6);
                case CORRELATION -> new Scale(-1, 1, 0.5);
                case FOLD_DOWN -> new Scale(-18, 3, 3);
                case BALANCE -> new Scale(-6, 6, 3);
            };
        }
    }

    /** A plot that shares a cursor. */
    public WidthPlot(DoubleProperty cursorHz) {
        super(cursorHz);
        speak(() -> reading.label() + " " + atCursor()
                + curves.stream()
                        .map(c -> ", " + track(c.index()) + " " + Numbers.level(atCursor(c.levelsDb())))
                        .collect(Collectors.joining()));
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
        Scale scale = Scale.of(reading);
        place(w, 6, h - 24, scale.high(), scale.low());
        grid(g, p, scale.step(), false, true);
        unit(g, p, reading.unit());
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
                            .map(v -> Math.max(scale.low(), v))
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
        StringBuilder words = new StringBuilder(Numbers.frequency(cursorHz()));
        for (ToneCurve c : curves) {
            if (c.isDrawn()) {
                double value = BandGrid.interpolate(c.levelsDb(), cursorHz());
                boolean plain = reading == WidthCurve.Reading.CORRELATION;
                words.append("   ")
                        .append(c.index() == 0 ? Texts.of("plot.nameOfMix") : c.index())
                        .append(' ');
                words.append(plain ? Numbers.signed(value) : Numbers.level(value));
            }
        }
        text(g, words.toString(), scale().left() + 8, top() + 10, TextAlignment.LEFT, Fonts.TEXT, p.ink());
    }
}
