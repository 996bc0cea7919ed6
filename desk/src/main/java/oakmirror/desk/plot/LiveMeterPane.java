package oakmirror.desk.plot;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.audio.Decibels;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * What is heard now: momentary and short-term loudness and the highest true peak as figures, the short-term loudness as a bar with the
 * momentary as a mark upon it. A mark stays when what went out was over full scale. A click starts the highest peak and the mark over.
 */
public final class LiveMeterPane extends PlotPane {

    private static final double LOWEST = -48;
    private static final int FRAMES_PER_FIGURE = 6;

    private double momentary = Double.NEGATIVE_INFINITY;
    private double shortTerm = Double.NEGATIVE_INFINITY;
    private double highest = Double.NEGATIVE_INFINITY;
    private String momentaryText = "–";
    private String shortTermText = "–";
    private String highestText = "–";
    private boolean clipped;
    private int frame;

    /** A meter; {@code onReset} is called by a click. */
    public LiveMeterPane(Runnable onReset) {
        setOnMouseClicked(e -> {
            resetClip();
            onReset.run();
        });
        speak(() -> Texts.of(
                "plot.metersMomentaryLufsShort",
                momentaryText,
                shortTermText,
                highestText,
                clipped ? Texts.of("plot.overFullScale") : ""));
    }

    /** Takes away the mark for what was over full scale. */
    public void resetClip() {
        clipped = false;
        redraw();
    }

    /** Whether the mark is there. */
    public boolean isClipped() {
        return clipped;
    }

    /** Takes what the meters read, LUFS and dBTP, and the peak of what went out, linear; called with every frame. */
    public void take(double momentaryLufs, double shortTermLufs, double highestDbtp, double outputPeak) {
        boolean over = clipped || Decibels.ofAmplitude(outputPeak) > 0.001;
        boolean moved = Math.abs(shown(momentaryLufs) - shown(momentary)) > 0.1
                || Math.abs(shown(shortTermLufs) - shown(shortTerm)) > 0.1
                || highestDbtp != highest
                || over != clipped;
        momentary = momentaryLufs;
        shortTerm = shortTermLufs;
        highest = highestDbtp;
        clipped = over;
        frame++;
        if (frame % FRAMES_PER_FIGURE == 0) { // figures that change faster cannot be read
            momentaryText = figure(momentary);
            shortTermText = figure(shortTerm);
            highestText = figure(highest);
        }
        if (moved || frame % FRAMES_PER_FIGURE == 0) {
            redraw();
        }
    }

    private static String figure(double value) {
        return value < -70 ? "–" : Numbers.level(value);
    }

    private static double shown(double value) {
        return Math.max(LOWEST, Math.min(0, value));
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double third = w / 3;
        figure(g, p, Texts.of("plot.m"), momentaryText, 0, third);
        figure(g, p, Texts.of("plot.s"), shortTermText, third, third);
        figure(g, p, Texts.of("plot.tp"), highestText, 2 * third, third);
        double top = h - 8;
        g.setFill(p.paper());
        g.fillRect(0, top, w, 7);
        g.setStroke(p.hairline());
        g.setLineWidth(1);
        g.strokeRect(.5, top + .5, w - 1, 6);
        double room = w - 9;
        g.setFill(p.ink());
        g.fillRect(1, top + 1, room * (shown(shortTerm) - LOWEST) / -LOWEST, 5);
        g.setFill(p.accent());
        g.fillRect(Math.max(1, room * (shown(momentary) - LOWEST) / -LOWEST - 1), top - 1, 2, 9);
        if (clipped) {
            g.setFill(p.warning());
            g.fillRect(w - 7, top + 1, 6, 5);
        }
    }

    private void figure(GraphicsContext g, Palette p, String name, String value, double x, double width) {
        text(g, name, x, 8, TextAlignment.LEFT, Fonts.SMALL, p.quiet());
        boolean over = name.equals("TP") && (clipped || highest > 0);
        Color colour = over ? p.warning() : p.ink();
        text(g, value, x + width - 6, 8, TextAlignment.RIGHT, Fonts.BOLD, colour);
    }
}
